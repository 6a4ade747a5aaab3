import { best, candidatesFor, knowsEverything, Refused } from './candidates';
import { HOLDERS } from '../measure/level';
import type { Spans } from './spans';
import { NONE } from '../rows/coding';
import type { Cover, FeedTable } from './tables';
import type { DayRange } from '../time/day';

const cover = (importId: number, part: Partial<Cover> = {}): Cover => ({ from: 10, to: 19, campaigns: 'all', importId, ...part });
const feed = (
  feedId: number,
  dimensions: readonly string[],
  covers: readonly Cover[] = [cover(1)],
  part: Partial<FeedTable> = {},
): FeedTable => ({ feedId, dimensions: new Set(dimensions), covers, rows: { spans: [] as readonly DayRange[] }, ...part }) as FeedTable;
const of = (feeds: readonly FeedTable[], dimensions: readonly string[] = [], required: readonly string[] = []) =>
  candidatesFor(feeds, { dimensions, passable: HOLDERS, required });
const ranks = (...asked: Parameters<typeof of>) => of(...asked).map(({ at, size }) => [at, size]);

describe('reports that know a breakdown', () => {
  it('come by what they tell by themselves: neither names nor the hour of the week make them finer', () => {
    const hours = feed(1, ['campaign', 'hour', 'hour of week', 'stage in the name']);
    expect(ranks([hours, feed(2, ['campaign', 'group', 'ad'])], ['campaign'])).toEqual([
      [0, 2],
      [1, 3],
    ]);
  });

  it('must have the innermost dimension; levels above may be passed over, after all that do not', () => {
    const feeds = [feed(1, ['campaign', 'ad']), feed(2, ['campaign', 'group', 'ad', 'device']), feed(3, ['campaign', 'group'])];
    expect(ranks(feeds, ['campaign', 'group', 'ad'])).toEqual([
      [0, 1002],
      [1, 4],
    ]);
    // What names tell is never passed over.
    expect(ranks(feeds, ['stage in the name', 'ad'])).toEqual([]);
  });
});

describe('a day of everything an account has', () => {
  const knows = (feeds: readonly FeedTable[], day = 15): boolean => knowsEverything(of(feeds), day);
  const some = new Set([1]);

  it('is known by a report that covers all campaigns on it', () => {
    expect(knows([feed(1, ['campaign'])])).toBe(true);
    expect([9, 10, 19, 20].map((day) => knows([feed(1, ['campaign'])], day))).toEqual([false, true, true, false]);
    expect(knows([feed(1, ['campaign'], [cover(1, { campaigns: some })])])).toBe(false);
    expect(knows([feed(1, ['campaign'], [cover(1, { campaigns: some }), cover(2, { from: 15 })])])).toBe(true);
  });

  it('is told by a report without campaigns only where none knows campaigns', () => {
    const byCampaign = feed(1, ['campaign'], [cover(1, { campaigns: some })]);
    expect(knows([feed(2, [])])).toBe(true);
    expect(knows([byCampaign, feed(2, [])])).toBe(false);
    expect(knows([{ ...byCampaign, covers: [cover(1, { to: 12 })] }, feed(2, [])])).toBe(true);
  });

  it('is not known where hours of it or a line are missing', () => {
    const hours = { from: 15 * 24, to: 15 * 24 + 11 };
    expect(knows([feed(1, ['campaign'], [cover(1, { from: 15, to: 15, hours })])])).toBe(false);
    const unread = [{ importId: 1, day: 15, campaign: null, lines: 1 }];
    expect(knows([feed(1, ['campaign'], [cover(1)], { unread })])).toBe(false);
    expect(knows([feed(1, ['campaign'], [cover(1)], { unread })], 14)).toBe(true);
  });
});

describe('the report that answers a cell', () => {
  const answers = (feeds: readonly FeedTable[], people = false, day = 15): number => best(of(feeds, ['campaign']), 7, day, people);

  it('is the coarsest that covers it, then the newest import, then the larger id', () => {
    expect(answers([feed(1, ['campaign', 'device']), feed(2, ['campaign'])])).toBe(1);
    expect(answers([feed(1, ['campaign'], [cover(4)]), feed(2, ['campaign'], [cover(3)])])).toBe(0);
    expect(answers([feed(1, ['campaign'], [cover(3)]), feed(2, ['campaign'], [cover(4)])])).toBe(1);
    expect(answers([feed(2, ['campaign']), feed(1, ['campaign'])])).toBe(0);
    expect(answers([feed(1, ['campaign']), feed(2, ['campaign'])])).toBe(1);
    expect(answers([feed(1, ['campaign'], [cover(9, { campaigns: new Set([8]) })]), feed(2, ['campaign', 'ad'])])).toBe(1);
    expect(answers([feed(1, ['campaign'])], false, 20)).toBe(NONE);
  });

  it('of people is one of several days before one of days that is as coarse, and not before a coarser one', () => {
    const weeks = { rows: { spans: [{ from: 10, to: 16 }] } } as unknown as Partial<FeedTable>;
    expect(answers([feed(1, ['campaign'], [cover(1)], weeks), feed(2, ['campaign'], [cover(2)])], true)).toBe(0);
    expect(answers([feed(1, ['campaign'], [cover(1)], weeks), feed(2, ['campaign'], [cover(2)])], false)).toBe(1);
    expect(answers([feed(1, ['campaign', 'ad'], [cover(1)], weeks), feed(2, ['campaign'], [cover(2)])], true)).toBe(1);
  });
});

describe('days a report cannot answer', () => {
  const window = { from: 10, to: 19 };
  const spans = (list: Spans['list'], cut: readonly number[] = []): Spans => ({
    list,
    cut: Uint8Array.from({ length: 10 }, (_, at) => (cut.includes(at) ? 1 : 0)),
  });
  const refusedDays = (refused: Refused, at: number): number[] =>
    Array.from({ length: 10 }, (_, day) => day).filter((day) => refused.has(at, day));

  it('are those of a row that is cut, and of no other report', () => {
    const own = spans([], [2, 3]);
    const refused = new Refused([
      { at: 1, spans: own },
      { at: 0, spans: undefined },
    ]);
    expect(refusedDays(refused, 1)).toEqual([2, 3]);
    expect(refusedDays(refused, 0)).toEqual([]);
    expect([refused.isEmpty, new Refused([{ at: 0, spans: undefined }]).isEmpty]).toEqual([false, true]);
    refused.refusePartsOf(new Int16Array(10).fill(1), window);
    expect([...own.cut].filter((cut) => cut === 1)).toHaveLength(2);
  });

  it('are all days of a row that it would answer in part, so that another answers all of them', () => {
    const refused = new Refused([
      {
        at: 1,
        spans: spans([
          { from: 12, to: 14 },
          { from: 16, to: 17 },
          { from: 5, to: 10 },
          { from: 19, to: 25 },
        ]),
      },
    ]);
    const answer = Int16Array.from([1, 0, 0, 1, 1, 0, 1, 1, 0, 1]);
    expect(refused.refusePartsOf(answer, window)).toBe(true);
    expect(refusedDays(refused, 1)).toEqual([2, 3, 4]);
    // Where it answers all of a row, or none of it, nothing is refused.
    const whole = new Refused([{ at: 1, spans: spans([{ from: 12, to: 14 }]) }]);
    expect(whole.refusePartsOf(Int16Array.from([0, 0, 1, 1, 1, 0, 0, 0, 0, 0]), window)).toBe(false);
    expect(whole.refusePartsOf(Int16Array.from([1, 1, 0, 0, 0, 1, 1, 1, 1, 1]), window)).toBe(false);
    const edge = new Refused([{ at: 1, spans: spans([{ from: 8, to: 11 }]) }]);
    expect(edge.refusePartsOf(Int16Array.from([1, 0, 1, 0, 0, 0, 0, 0, 0, 0]), window)).toBe(true);
    expect(refusedDays(edge, 1)).toEqual([0, 1]);
  });
});
