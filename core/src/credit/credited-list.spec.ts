import fc from 'fast-check';
import {
  BUILT_IN,
  creditByPosition,
  creditedBy,
  creditedLists,
  creditMembers,
  cutJourneys,
  gap,
  HALF_LIFE,
  latenessOf,
  type OrderTable,
  POSITION_RULES,
  type PositionRule,
  type TouchLog,
  value,
} from '../index';
import { ask, figureOf, tablesOf } from '../test/ask';
import { ASKED, logOf, type ToldPerson } from '../test/touches';
import { adFeed, adRow } from '../test/truth';

const START = 20_000;
const COVERS = [{ from: START, to: START + 60, campaigns: 'all' as const, importId: 2 }];
const SOURCE = { touches: 7, outcomes: 8, covers: COVERS, unread: [] };
const listsOf = (log: TouchLog, rule: PositionRule, { lookback = 30, views = true } = {}): readonly OrderTable[] =>
  creditedLists(log, 'purchase', creditedBy({ rule, lookback, views }), SOURCE);

const partsOf = ({ length, saleDay, clickDay, codes, count, amounts }: OrderTable) =>
  Array.from({ length }, (_, row) => ({
    campaign: codes.get('campaign')?.[row],
    on: [clickDay[row]! < 0 ? null : clickDay[row]! - START, saleDay[row]! - START],
    count: count[row]! / 1e6,
    value: amounts.get('value')![row]! / 1e6,
  }));

/** One purchase of 70 on day 14, with touches 14 and 7 days before and at its moment. */
const WORKED = logOf([
  {
    touches: [
      [1, 0],
      [2, 7 * 24, 'view'],
      [1, 14 * 24],
    ],
    sold: [14 * 24],
    value: 70,
  },
]);

describe('what is credited, as a list', () => {
  it('has each touch on its own day and on that of the outcome, with its part of the count and the value', () => {
    const [touched, untouched] = listsOf(WORKED, 'decay');
    expect(untouched?.length).toBe(0);
    expect(partsOf(touched!)).toEqual([
      { campaign: 1, on: [0, 14], count: 0.142857, value: 10 },
      { campaign: 2, on: [7, 14], count: 0.285714, value: 20 },
      { campaign: 1, on: [14, 14], count: 0.571429, value: 40 },
    ]);
  });

  it('leaves out what the rule does not credit, what was only seen where clicks count, and what lies further back', () => {
    const campaigns = (...how: Parameters<typeof listsOf> extends [TouchLog, ...infer Rest] ? Rest : never) =>
      partsOf(listsOf(WORKED, ...how)[0]!).map(({ campaign, count }) => [campaign, count]);
    expect(campaigns('first')).toEqual([[1, 1]]);
    expect(campaigns('ends')).toEqual([
      [1, 0.4],
      [2, 0.2],
      [1, 0.4],
    ]);
    expect(campaigns('equal', { views: false })).toEqual([
      [1, 0.5],
      [1, 0.5],
    ]);
    expect(campaigns('first', { lookback: 7 })).toEqual([[2, 1]]);
  });

  it('leaves out those who came by themselves: they had met something before, or nothing is known', () => {
    const own = (touches: ToldPerson['touches']) => listsOf(logOf([{ touches, sold: [30] }], { direct: [3] }), 'last');
    const campaigns = (lists: readonly OrderTable[]) => lists.flatMap(partsOf).map(({ campaign }) => campaign);
    expect(
      campaigns(
        own([
          [1, 1],
          [3, 20],
        ]),
      ),
    ).toEqual([1]);
    expect(campaigns(own([[3, 20]]))).toEqual([-1]);
  });

  it('tells how late its parts come by themselves, not by the orders’ last clicks', () => {
    const days = Array.from({ length: 60 }, (_, nth): ToldPerson => ({
      touches: [
        [1, nth * 12],
        [2, nth * 12 + 200],
      ],
      sold: [nth * 12 + 201],
    }));
    const log = logOf(days);
    const tables = tablesOf([], { credited: (as) => creditedLists(log, 'purchase', as, SOURCE) });
    const longest = (rule: PositionRule): number | undefined => {
      const countedBy = creditedBy({ rule, lookback: 30, views: true });
      return latenessOf(tables, START + 60).of({ outcome: BUILT_IN.outcome('purchase'), part: 'count', countedBy })?.tail;
    };
    // What begins a journey waits eight days longer than what ends it.
    expect(longest('last')).toBeLessThan(2);
    expect(longest('first')).toBeGreaterThan(7);
  });

  it('keeps outcomes without a touch apart, and takes the number of a listed one from its list', () => {
    const log = logOf([
      { touches: [], sold: [5] },
      { touches: [[1, 1]], sold: [5], weight: 1 },
    ]);
    log.outcomes.count[1] = 3;
    const [touched, untouched] = listsOf(log, 'last');
    expect([touched?.feedId, untouched?.feedId]).toEqual([7, 8]);
    expect(partsOf(untouched!)).toEqual([{ campaign: -1, on: [null, 0], count: 1, value: 10 }]);
    expect(partsOf(touched!)).toEqual([{ campaign: 1, on: [0, 0], count: 3, value: 30 }]);
    expect([[...touched!.importId], [...untouched!.importId]]).toEqual([[1], [2]]);
  });

  it('adds up to the outcomes to the millionth, and to what the rule credits each member', () => {
    const person = fc
      .record({
        touches: fc.array(fc.tuple(fc.nat(3), fc.nat(400)), { maxLength: 6 }),
        sold: fc.array(fc.nat(500), { maxLength: 2 }),
        weight: fc.constantFrom(1, 2.5),
      })
      .map((each): ToldPerson => each);
    fc.assert(
      fc.property(
        fc.array(person, { maxLength: 12 }),
        fc.constantFrom(...POSITION_RULES),
        fc.constantFrom(3, 30),
        (all, rule, lookback) => {
          const log = logOf(all);
          const lists = listsOf(log, rule, { lookback });
          const rows = lists.flatMap(partsOf);
          const sold = all.reduce((sum, each) => sum + each.weight! * each.sold!.length, 0);
          expect(lists.reduce((sum, { count }) => sum + count.reduce((own, part) => own + part, 0), 0)).toBe(sold * 1e6);
          expect(rows.reduce((sum, row) => sum + row.value, 0)).toBeCloseTo(sold * 10, 6);
          const members = creditMembers(log, ['campaign']);
          const credit = creditByPosition(cutJourneys(log, members, { ...ASKED, lookback: lookback * 24 }), HALF_LIFE);
          for (const [member, codes] of members.codes.entries()) {
            const own = rows.filter(({ campaign }) => campaign === codes?.[0]).reduce((sum, { count }) => sum + count, 0);
            expect(own).toBeCloseTo(credit.of(member, rule).outcomes, 4);
          }
        },
      ),
      { seed: 1515, numRuns: 60 },
    );
  });

  it('is one more way to count: by campaign, by either day, and in all the orders again', () => {
    const log = logOf([
      {
        touches: [
          [1, 10 * 24],
          [2, 12 * 24],
        ],
        sold: [15 * 24],
        value: 30,
      },
      { touches: [], sold: [16 * 24], value: 5 },
    ]);
    const moved = (table: OrderTable): OrderTable => ({
      ...table,
      saleDay: table.saleDay.map((day) => day - START),
      clickDay: table.clickDay.map((day) => (day < 0 ? day : day - START)),
      covers: [{ from: 0, to: 19, campaigns: 'all', importId: 2 }],
    });
    const tables = tablesOf([adFeed([adRow(12, 1, 10, 100), adRow(12, 2, 20, 100), adRow(12, 3, 0, 0)])], {
      credited: (as) => creditedLists(log, 'purchase', as, SOURCE).map(moved),
    });
    const figures = (basis: 'sale' | 'click', from: number, metric = 'purchases') => {
      const table = ask(tables, { countedBy: 'credited-equal-30', basis, period: { from, to: 19 } });
      const keys = ['channel:search/campaign:1', 'channel:search/campaign:2', ...(basis === 'sale' ? ['not matched', 'total'] : [])];
      return keys.map((key) => figureOf(table, key, metric));
    };
    expect(figures('sale', 10)).toEqual([value(0.5), value(0.5), value(1), value(2)]);
    expect(figures('sale', 10, 'value')).toEqual([value(15), value(15), value(5), value(35)]);
    expect(figures('click', 11)).toEqual([value(0), value(0.5)]);
    const uncounted = ask(tablesOf([adFeed([adRow(12, 1, 10, 100)])]), { countedBy: 'credited-equal-30' });
    expect(figureOf(uncounted, 'channel:search/campaign:1', 'purchases')).toEqual(gap('not measured'));
  });
});
