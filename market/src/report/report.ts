/** A cell as a channel sends it: null is "we do not measure that here". */
export type Cell = string | number | null;

export interface Field {
  readonly name: string;
  readonly kind: 'day' | 'member' | 'dimension' | 'measure' | 'outcome' | 'setting' | 'text';
  readonly about: string;
  /** Part of every row; the others are sent when they are asked for. */
  readonly always: boolean;
}

/** A field that every row has. */
export const always = (name: string, kind: Field['kind'], about: string): Field => ({ name, kind, about, always: true });

export interface Days {
  readonly from: number;
  readonly to: number;
}

/** One table that an account offers, by day. */
export interface Report {
  readonly id: string;
  readonly name: string;
  readonly fields: readonly Field[];
  /** How many days back it still changes: late sales arrive on the day of their click. */
  readonly restates: number;
  /** Rows of finished days in order, every field. */
  readonly rows: (days: Days) => Cell[][];
}

export interface Account {
  readonly id: string;
  readonly name: string;
  readonly client: string;
  readonly currency: string;
  readonly zone: string;
  readonly reports: readonly Report[];
}
