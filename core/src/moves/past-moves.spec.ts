import type { FeedTable } from '../grain/tables';
import { withAmounts } from '../test/feed';
import { tablesOf } from '../test/ask';
import { adRow, cutFeed, type TrueRow } from '../test/truth';
import { followUpMoves, type PastMove } from './past-moves';

const [FIRST, CHANGED, LAST] = [0, 130, 170];
const TARGET = { metric: 'cpa', value: 20, countedBy: 'claims', basis: 'click', orders: 'matched', from: 0, to: 999 } as const;
const RANGE = { low: -4, middle: -2, high: 0 };
const move = (part: Partial<PastMove> = {}): PastMove => ({
  ...{ id: 'm', campaign: 1, decidedOn: CHANGED - 1, since: CHANGED },
  effect: { spend: { low: -14, middle: -10, high: -6 }, outcomes: RANGE, profit: null, assumption: '' },
  ...part,
});

/** Seven campaigns that spend 50 a day and bring 5; the first spends 40 from the change on, and brings 4 or 5 by turns. */
function world(budgets: (campaign: number, day: number) => number = () => 50, last = LAST): ReturnType<typeof tablesOf> {
  const rows: TrueRow[] = [];
  for (let day = FIRST; day <= last; day++)
    for (let campaign = 1; campaign <= 7; campaign++) {
      const isMoved = campaign === 1 && day >= CHANGED;
      rows.push({ ...adRow(day, campaign, isMoved ? 40 : 50, isMoved ? 4 + (day % 2) : 5) });
    }
  const feed: FeedTable = cutFeed(rows, { dimensions: ['campaign'], from: FIRST, to: last, campaigns: 'all' }, 1);
  const amounts = (of: (row: TrueRow) => number) => (at: number) => of(rows[at] ?? adRow(0, 1, 0, 0));
  return tablesOf([
    withAmounts(feed, {
      'purchase.count.claims.click': amounts(({ clicks }) => clicks * 1e6),
      'daily budget': amounts(({ campaign, day }) => budgets(campaign, day) * 1e6),
    }),
  ]);
}
const followed = (moves: readonly PastMove[], tables = world(), lastDay = LAST) =>
  followUpMoves({ tables, target: TARGET, names: (_, code) => String(code), lastDay, moves });

describe('what was carried out, followed up', () => {
  it('is held against campaigns left alone, without the days that led to it', () => {
    const [told] = followed([move()]);
    expect(told).toMatchObject({ moves: ['m'], why: null, before: { from: 45, to: 100 }, after: { from: 130, to: 157 } });
    expect(told?.happened?.others).toBe(6);
    expect(told?.happened?.spend.middle).toBeCloseTo(-10, 4);
    expect(told?.happened?.outcomes.middle).toBeCloseTo(-0.5, 1);
    expect(told?.agrees).toEqual({ spend: true, outcomes: true });
  });

  it('takes moves of one campaign and day together, with what they were expected to do together', () => {
    const [told, ...others] = followed([move(), move({ id: 'n' })]);
    expect(others).toEqual([]);
    expect([told?.moves, told?.expected.spend.middle]).toEqual([['m', 'n'], -20]);
    // Twice as much was expected as came.
    expect(told?.agrees?.spend).toBe(false);
  });

  it('says why it cannot tell: too early, changed again, or too few left alone', () => {
    const why = (...args: Parameters<typeof followed>) => followed(...args).map((told) => told.why);
    expect(why([move()], world(undefined, CHANGED + 12), CHANGED + 12)).toEqual(['too early']);
    expect(why([move(), move({ id: 'n', since: 140 })])).toEqual(['changed again', 'changed again']);
    // Its budget is another since a day between, as a report tells.
    expect(
      why(
        [move()],
        world((campaign, day) => (campaign === 1 && day > 140 ? 60 : 50)),
      ),
    ).toEqual(['changed again']);
    expect(
      why(
        [move()],
        world((campaign, day) => (campaign > 5 && day > 60 ? 60 : 50)),
      ),
    ).toEqual(['few left alone']);
    expect(why([move({ campaign: 99 })])).toEqual(['not measured']);
    expect(followed([])).toEqual([]);
  });
});
