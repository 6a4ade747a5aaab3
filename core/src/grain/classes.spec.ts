import fc from 'fast-check';
import { codeAt, type Coding } from '../rows/coding';
import { ask, figureOf, tablesOf } from '../test/ask';
import { adFeed, adRow, cutFeed, type TrueRow } from '../test/truth';
import { withAmounts } from '../test/feed';
import { runs } from '../test/runs';
import { BUILT_IN } from '../measure/vocabulary';
import { CampaignClasses } from './campaign-classes';
import { classesOf, leavingOut } from './classes';

const anyCodes = (length: number): fc.Arbitrary<Coding> =>
  fc.record({
    of: fc.constant<'member'>('member'),
    codes: fc.array(fc.integer({ min: -2, max: 3 }), { minLength: length, maxLength: length }).map((codes) => Int32Array.from(codes)),
  });

describe('classes of places', () => {
  it('are the same just where all codes are', () => {
    fc.assert(
      fc.property(fc.array(anyCodes(9), { maxLength: 4 }), fc.boolean(), (codings, byWeekday) => {
        const { of, examples } = classesOf(9, codings, byWeekday);
        expect(of).toHaveLength(byWeekday ? 63 : 9);
        const tuple = (place: number): string => codings.map((coding) => codeAt(coding, place)).join();
        for (let a = 0; a < of.length; a++) {
          expect(tuple(examples[of[a]!]!)).toBe(tuple(a));
          for (let b = 0; b < a; b++) expect(of[a] === of[b]).toBe(tuple(a) === tuple(b));
        }
      }),
      { seed: 64, numRuns: runs(20) },
    );
  });

  it('leave out places that do not pass', () => {
    const classes = classesOf(3, [{ of: 'split', codes: Int32Array.of(7, 8, 7) }]);
    expect([...leavingOut(classes, (place) => place !== 0).of]).toEqual([-1, 1, 0]);
  });
});

describe('campaigns of one plan', () => {
  const row = (campaign: number, day: number): TrueRow => ({
    day,
    campaign,
    group: campaign,
    ad: campaign,
    device: 0,
    spend: 1,
    clicks: 1,
  });
  const rows = [1, 2, 3].flatMap((campaign) => [12, 13].map((day) => row(campaign, day)));
  const feed = cutFeed(rows, { dimensions: ['campaign'], from: 10, to: 19, campaigns: 'all' }, 1);
  const classes = (of: typeof feed, window = { from: 10, to: 19 }) => {
    const found = new CampaignClasses([of], [BUILT_IN.measureTerm('spend'), BUILT_IN.measureTerm('clicks')], window);
    return [1, 2, 3].map((campaign) => found.of(campaign, 0));
  };
  const count = (of: readonly string[]): number => new Set(of).size;

  it('are those that the same imports declare', () => {
    expect(count(classes(feed))).toBe(1);
    const some = { ...feed, covers: [...feed.covers, { from: 15, to: 19, campaigns: new Set([2]), importId: 2 }] };
    const [one, two, three] = classes(some);
    expect([one === two, one === three]).toEqual([false, true]);
  });

  it('and of which the same is missing, on the days asked about', () => {
    // The second campaign says no clicks on day 13.
    const patchy = withAmounts(feed, { clicks: (at) => (at === 3 ? NaN : 1) });
    const [one, two, three] = classes(patchy);
    expect([one === two, one === three]).toEqual([false, true]);
    expect(count(classes(patchy, { from: 10, to: 12 }))).toBe(1);
    const unread = { ...feed, unread: [{ importId: 1, day: null, campaign: 3, lines: 1 }] };
    expect(count(classes(unread))).toBe(2);
  });
});

describe('a report whose names are read another way', () => {
  it('is summed by what they tell now, though its rows are the same', () => {
    const feed = adFeed([adRow(12, 1, 30, 3), { ...adRow(12, 1, 12, 1), ad: 101 }]);
    const told = (...codes: number[]) => ({
      ...feed,
      dimensions: new Set([...feed.dimensions, 'theme in the name']),
      codes: new Map([...feed.codes, ['theme in the name', { of: 'member' as const, codes: Int32Array.from(codes) }]]),
    });
    const spends = (...codes: number[]) => {
      const table = ask(tablesOf([told(...codes)]), { rows: ['theme in the name'] });
      return Object.fromEntries(table.rows.map(({ key }) => [key, figureOf(table, key, 'spend')]));
    };
    expect(spends(9, 9)).toEqual({ total: { kind: 'value', value: 42 }, 'theme in the name:9': { kind: 'value', value: 42 } });
    expect(spends(7, 8)).toMatchObject({ 'theme in the name:7': { value: 30 }, 'theme in the name:8': { value: 12 } });
  });
});
