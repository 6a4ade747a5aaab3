/** How the figures of a column are drawn: beside a bar, or on a ground that is darker for more. */
export const COLUMN_FILLS = ['bar', 'shade'] as const;
export type ColumnFill = (typeof COLUMN_FILLS)[number];

/** How a set shows one of its metrics; what is not said is as usual. */
export interface ColumnLook {
  /** What its column is headed. */
  readonly name?: string;
  readonly decimals?: number;
  readonly fill?: ColumnFill;
  /** Whether how it changed is left out. */
  readonly withoutChange?: true;
}

export const MOST_LOOK_DECIMALS = 4;
