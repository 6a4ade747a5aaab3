import type { ClientTables } from '../grain/tables';
import type { OutcomeId } from '../measure/outcome';
import type { Day, DayRange } from '../time/day';

export const HEALTH_KINDS = [
  'days missing',
  'lines left out',
  'reports disagree',
  'no rate',
  'more not matched',
  'not matched',
  'orders twice',
  'outcomes without value',
  'visits missing',
  'visits twice',
  'no outcomes',
  'other zone',
  'claimed again',
  'touches late',
  'touches in the future',
  'outcomes in two journeys',
  'outcomes on no list',
  'touches without a channel',
  'weights missing',
  'weights differ',
  'touches twice',
  'touched once',
] as const;
export type HealthKind = (typeof HEALTH_KINDS)[number];

/** Something about a client's data to know before trusting it. Money in whole units of the client's currency unless said. */
export interface HealthNote {
  readonly kind: HealthKind;
  /** Figures are wrong or missing because of it; the rest is worth knowing. */
  readonly serious: boolean;
  /** The feed it is about, and the one it is compared with; null where it is about the account or the client. */
  readonly feedId: number | null;
  readonly otherFeedId: number | null;
  /** Place of the account among the client's; null for the client as a whole. */
  readonly account: number | null;
  readonly days: DayRange;
  /** What it is worth; null where nothing tells. */
  readonly money: number | null;
  readonly count: number | null;
  /** 0–1, of what `money` is a part; for visits, against the usual. */
  readonly share: number | null;
  /** Code of the landing page it is about. */
  readonly page: number | null;
}

export interface HealthInput {
  readonly tables: ClientTables;
  readonly range: DayRange;
  /** The last finished day. */
  readonly lastDay: Day;
  /** The client's main outcome. */
  readonly action: OutcomeId;
  /** Accounts whose days are those of another zone than the client's. */
  readonly otherZone: ReadonlySet<number>;
  /** Orders that stand in two feeds under one id: how many, and their value. */
  readonly twice: { readonly count: number; readonly value: number };
}

/** A note of which only some things are told. */
export const note = (of: Pick<HealthNote, 'kind' | 'serious' | 'days'> & Partial<HealthNote>): HealthNote => ({
  feedId: null,
  otherFeedId: null,
  account: null,
  money: null,
  count: null,
  share: null,
  page: null,
  ...of,
});
