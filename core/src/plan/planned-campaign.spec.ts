import type { Target } from '../index';
import { names, tablesOf } from '../test/ask';
import { type DayRow, reportOf } from '../test/situation';
import type { Caused } from './caused';
import { plannedCampaigns } from './planned-campaign';

const LAST = 280;
const TARGET: Target = { metric: 'roas', value: 2, countedBy: 'claims', basis: 'click', orders: 'matched', from: 1, to: 400 };

interface Day {
  readonly spend: number;
  readonly purchases: number;
  readonly budget?: number;
  readonly lost?: number;
  readonly running?: number;
  readonly value?: number;
}

/** A report of campaigns by day, 280 days of each. */
function tables(campaigns: Readonly<Record<number, (day: number) => Day | null>>, margin: number | null = 0.5) {
  const rows = Object.entries(campaigns).flatMap(([campaign, made]) =>
    Array.from({ length: LAST }, (_, at) => at + 1).flatMap((day): DayRow[] => {
      const given = made(day);
      if (!given) return [];
      const { spend, purchases, budget = 100, lost = 0, running = 1, value = 40 * purchases } = given;
      return [
        {
          day,
          codes: { campaign: Number(campaign) },
          amounts: {
            ...{ spend, clicks: 100, impressions: 1000, 'impressions lost to budget': lost, 'daily budget': budget, running },
            ...{ 'purchase.count.claims.click': purchases, 'purchase.value.claims.click': value },
          },
        },
      ];
    }),
  );
  return tablesOf([reportOf(rows)], { numbers: { margin: margin === null ? [] : [{ from: 0, to: 400, value: margin }] } });
}
const read = (
  campaigns: Parameters<typeof tables>[0],
  { margin = 0.5, caused = new Map() }: { readonly margin?: number | null; readonly caused?: ReadonlyMap<number, Caused> } = {},
) => plannedCampaigns({ tables: tables(campaigns, margin), target: TARGET, lastDay: LAST, names, caused: () => caused });

describe('what a plan knows of campaigns', () => {
  it('is what they spend, bring and are worth a day', () => {
    const [only, ...more] = read({ 1: () => ({ spend: 100, purchases: 5, lost: 250 }) });
    expect(more).toEqual([]);
    expect(only).toMatchObject({ member: 1, unplanned: null, budget: 100, spend: 100, counted: 5, seen: 280, days: 56 });
    expect(only?.lostToBudget).toBeCloseTo(0.2, 9);
    expect(only?.worth).toEqual({ each: 20, isEarned: true });
    expect(only?.promised).toBeCloseTo(40, 9);
    expect(only?.points).toHaveLength(8);
    expect(only?.points[0]).toEqual({ spend: 100, counted: 5 });
  });

  it('is of days with other budgets as well, by the curve', () => {
    // A tenth of the window at four times the spend, which brings 4 to the power of 0.7 times as much.
    const [only] = read({
      1: (day) => (day > LAST - 14 ? { spend: 25, purchases: 2, budget: 25 } : { spend: 100, purchases: 2 * 4 ** 0.7 }),
    });
    expect(only).toMatchObject({ spend: 25, budget: 25 });
    expect(only?.counted).toBeCloseTo(2, 6);
  });

  it('takes what is spent since the budget was changed', () => {
    const [only] = read({ 1: (day) => ({ spend: day > LAST - 5 ? 60 : 100, purchases: 3, budget: day > LAST - 5 ? 60 : 100 }) });
    expect(only?.spend).toBe(60);
  });

  it('without a margin is worth what the target pays', () => {
    expect(read({ 1: () => ({ spend: 100, purchases: 5 }) }, { margin: null })[0]?.worth).toEqual({ each: 20, isEarned: false });
  });

  it('draws values of few outcomes towards those of all', () => {
    const [many, few] = read({
      1: () => ({ spend: 100, purchases: 50 }),
      2: (day) => ({ spend: 10, purchases: day === LAST ? 1 : 0, value: day === LAST ? 400 : 0 }),
    });
    expect(many?.promised).toBeCloseTo(40, 0);
    expect(few?.promised).toBeCloseTo((400 + 4 * 40.13) / 5, 0);
  });

  it('asks the log what was caused of the same days', () => {
    const caused = new Map([[1, { last: 280, lost: 560 }]]);
    expect(read({ 1: () => ({ spend: 100, purchases: 5 }) }, { caused })[0]?.caused.middle).toBeCloseTo(Math.sqrt(563 / 283), 6);
  });

  it('leaves what has no budget, does not run, or has not been measured', () => {
    const as =
      (day: Partial<Day>, until = LAST) =>
      (at: number) =>
        at <= until ? { spend: 100, purchases: 5, ...day } : null;
    const found = read({ 1: as({ budget: 0 }), 2: as({ running: 0 }), 3: as({}, LAST - 4), 4: as({}) });
    expect(found.map(({ unplanned }) => unplanned)).toEqual(['no budget known', 'not running', 'not running', null]);
  });
});
