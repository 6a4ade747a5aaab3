import { Columns, type Row, type Shape } from './columns';

/** One click (or view that led somewhere) with all that any report may ask about it. Places are positions in the world's lists. */
export const TOUCH = {
  born: 'u16',
  person: 'u32',
  /** Touches of one person count from 0. */
  nth: 'u8',
  day: 'u16',
  minute: 'u16',
  campaign: 'u8',
  group: 'u8',
  ad: 'u8',
  keyword: 'u8',
  term: 'u8',
  place: 'u16',
  region: 'u8',
  device: 'u8',
  age: 'u8',
  sex: 'u8',
  browser: 'u8',
  page: 'u8',
  position: 'u8',
  impressions: 'u16',
  /** In ten-thousandths of the currency. */
  cost: 'u32',
  flags: 'u8',
  /** What the channel claims for this touch: it was its last one before an outcome. 0 for nothing. */
  claimDay: 'u16',
  /** In hundredths. */
  claimValue: 'u32',
} as const satisfies Shape;
export type Touch = Row<typeof TOUCH>;
export type Touches = Columns<typeof TOUCH>;

/** Bits of `flags`; `viewed` is a touch that was seen and not clicked. */
export const DID = { cart: 1, checkout: 2, visit: 4, stayed: 8, newVisitor: 16, call: 32, directions: 64, viewed: 128 } as const;

/** One order, booking, lead or install as the client's own system writes it down. */
export const OUTCOME = {
  born: 'u16',
  person: 'u32',
  day: 'u16',
  minute: 'u16',
  value: 'u32',
  /** 1 for a customer's first. */
  first: 'u8',
  /** Position of the last campaign touched, from 1; 0 where none was. */
  campaign: 'u8',
  group: 'u8',
  ad: 'u8',
  clickDay: 'u16',
  clickMinute: 'u16',
  /** 0 no tags left, 1 the campaign's, 2 the ad's as well. */
  tags: 'u8',
  /** 1 where the sale was made elsewhere, so that the client's own system does not know it. */
  elsewhere: 'u8',
} as const satisfies Shape;
export type Outcome = Row<typeof OUTCOME>;
type Outcomes = Columns<typeof OUTCOME>;

export interface Events {
  readonly touches: Touches;
  readonly outcomes: Outcomes;
}

/** Positions of the touches on these days. People are born in order, and touched within the longest interest. */
export function* rowsOn(touches: Touches, days: { readonly from: number; readonly to: number }): Generator<number> {
  const day = touches.column('day');
  const last = touches.firstAt('born', days.to + 1);
  for (let row = touches.firstAt('born', days.from - LONGEST_INTEREST); row < last; row++) {
    const on = day[row] ?? 0;
    if (on >= days.from && on <= days.to) yield row;
  }
}

/** After so many days an interest has cooled: a person's touches lie within them. */
export const LONGEST_INTEREST = 45;

export const noEvents = (): Events => ({ touches: new Columns(TOUCH), outcomes: new Columns(OUTCOME) });

export const DEVICES = ['phone', 'computer', 'tablet'] as const;
export const AGES = ['18–24', '25–34', '35–44', '45–54', '55+'] as const;
export const SEXES = ['women', 'men', 'not known'] as const;
export const BROWSERS = ['Finch', 'Heron', 'Wagtail', 'in-app'] as const;
