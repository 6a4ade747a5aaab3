import type { Situation } from '../checks/situation';
import { seededRandom } from '../evidence/random';
import type { FeedTable } from '../grain/tables';
import type { DayRange } from '../time/day';
import { names, tablesOf } from './ask';
import { drawPoisson } from './draw';
import { feedOf } from './feed';

/** Days that tests of checks know, and the four weeks that they look at. */
export const KNOWN: DayRange = { from: 1, to: 280 };
export const LOOKED: DayRange = { from: 253, to: 280 };

/** A row of a report of one day: amounts in whole units, codes by dimension. */
export interface DayRow {
  readonly day: number;
  readonly codes: Readonly<Record<string, number>>;
  readonly amounts: Readonly<Record<string, number>>;
}

const CLAIMED = /\.(count|value)\./;
const inStored = (column: string, amount: number): number =>
  Math.round(column === 'spend' || column === 'daily budget' || CLAIMED.test(column) ? amount * 1e6 : amount);

/** A report of such rows; they all have the same dimensions and amounts. */
export function reportOf(rows: readonly DayRow[], feedId = 1, account = 0): FeedTable {
  const [first] = rows;
  if (!first) throw new RangeError('A report has a row at least');
  const dimensions = Object.keys(first.codes);
  return feedOf(
    { feedId, account, dimensions: new Set(dimensions), covers: [{ ...KNOWN, campaigns: 'all', importId: 1 }] },
    {
      day: Int32Array.from(rows, ({ day }) => day),
      importId: Int32Array.from(rows, () => 1),
      codes: new Map(dimensions.map((each) => [each, Int32Array.from(rows, ({ codes }) => codes[each] ?? -1)])),
      amounts: new Map(
        Object.keys(first.amounts).map((column) => [
          column,
          Float64Array.from(rows, ({ amounts }) => inStored(column, amounts[column] ?? 0)),
        ]),
      ),
    },
  );
}

/** What is usual of a campaign a day. */
export interface Usual {
  readonly spend: number;
  readonly clicks: number;
  readonly carts: number;
  readonly purchases: number;
  /** What a purchase is worth. */
  readonly worth: number;
}
export const USUAL: Usual = { spend: 400, clicks: 800, carts: 160, purchases: 40, worth: 40 };

/** Rows of campaigns by day with counts drawn around what is usual, as `made` changes it. */
export function drawnRows(
  campaigns: readonly number[],
  made: (day: number, campaign: number) => Partial<Usual> = () => ({}),
  seed = 15,
): DayRow[] {
  const draw = seededRandom(seed);
  return campaigns.flatMap((campaign) =>
    Array.from({ length: KNOWN.to }, (_, at): DayRow => {
      const day = at + 1;
      const usual = { ...USUAL, ...made(day, campaign) };
      const purchases = drawPoisson(draw, usual.purchases);
      return {
        day,
        codes: { campaign },
        amounts: {
          spend: usual.spend * (0.98 + 0.04 * draw()),
          clicks: drawNormal(draw, usual.clicks),
          impressions: 20_000,
          'cart.count.claims.click': drawPoisson(draw, usual.carts),
          'purchase.count.claims.click': purchases,
          'purchase.value.claims.click': purchases * usual.worth * (0.95 + 0.1 * draw()),
        },
      };
    }),
  );
}

/** About a Poisson count, where it is large. */
const drawNormal = (draw: () => number, mean: number): number =>
  Math.round(mean + Math.sqrt(mean) * Math.sqrt(-2 * Math.log(draw() || 1e-9)) * Math.cos(2 * Math.PI * draw()));

/** A shop whose channels claim what they bring, as checks look at it. */
export const situationOf = (feeds: readonly FeedTable[], part: Partial<Situation> = {}): Situation => ({
  tables: tablesOf([...feeds], {
    accounts: [
      { id: 'a', channel: 'search', currency: 'GBP', rates: null },
      { id: 'b', channel: 'social', currency: 'GBP', rates: null },
    ],
    campaignAccount: new Map(
      feeds.flatMap(({ account, codes }) => [...(codes.get('campaign')?.codes ?? [])].map((code) => [code, account] as const)),
    ),
  }),
  names,
  style: { locale: 'en-GB', currency: 'GBP' },
  client: 'c',
  clientName: 'Juniper Loft Tea',
  metricSet: 'shop',
  target: { metric: 'roas', value: 2.5, countedBy: 'claims', basis: 'click', orders: 'matched', from: 0, to: 999 },
  days: LOOKED,
  lastDay: KNOWN.to,
  happened: [],
  changes: [],
  claims: { outcomes: [], claims: [], channels: [], isCovered: () => true, isListed: false },
  promised: { budgets: [], balances: [], hours: [], frequencies: [] },
  hoursAhead: () => 0,
  touches: () => null,
  ...part,
});

/** A shop with two campaigns that search and one that is social, as `made` changes what is usual. */
export const shopOf = (made?: (day: number, campaign: number) => Partial<Usual>, part: Partial<Situation> = {}): Situation =>
  situationOf([reportOf(drawnRows([1, 2], made)), reportOf(drawnRows([3], made, 16), 2, 1)], part);
