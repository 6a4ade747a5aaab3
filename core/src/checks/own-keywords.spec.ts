import { names } from '../test/ask';
import { type DayRow, KNOWN, LOOKED, reportOf, situationOf } from '../test/situation';
import type { ToldChange } from '../settings/told-change';
import { keptOutKeywords } from './own-keywords';
import { keepsOut, shutAlready } from './shut-out';

const KEYWORDS = ['tea leaves', 'loose tea', 'green tea leaves'];
const named: typeof names = (dimension, code) => (dimension === 'keyword' ? (KEYWORDS[Number(code) - 1] ?? '') : names(dimension, code));
const SINCE = LOOKED.from + 8;

/** Three keywords of campaign 1 and one of campaign 2, 10 a day and a purchase every second day; some end on a day. */
const keywords = (until: (campaign: number, keyword: number) => number, after = 0): DayRow[] =>
  Array.from({ length: KNOWN.to }, (_, at) => at + 1).flatMap((day) =>
    [
      [1, 1],
      [1, 2],
      [1, 3],
      [2, 1],
    ].flatMap(([campaign = 0, keyword = 0]): DayRow[] =>
      day > until(campaign, keyword) && after === 0
        ? []
        : [
            {
              day,
              codes: { campaign, group: campaign * 10, keyword },
              amounts: {
                spend: day > until(campaign, keyword) ? after : 10,
                clicks: 5,
                'purchase.count.claims.click': day % 2,
                'purchase.value.claims.click': (day % 2) * 40,
              },
            },
          ],
    ),
  );
const excluded = (text: string, part: Partial<ToldChange> = {}): ToldChange => ({
  ...{ day: SINCE, channel: 'channel search', level: 'campaign', code: 1, field: 'exclude', oldValue: null, newValue: text, what: null },
  ...part,
});
const look = (changes: readonly ToldChange[], ...of: Parameters<typeof keywords>) =>
  keptOutKeywords(situationOf([reportOf(keywords(...of))], { names: named, changes }));
const endsOn =
  (last: number, ...ended: string[]) =>
  (campaign: number, keyword: number): number =>
    ended.includes(`${campaign} ${keyword}`) ? last : KNOWN.to;
const endsAt = (...ended: string[]) => endsOn(SINCE - 1, ...ended);

describe('exclusions that keep own keywords out', () => {
  it('are told with what the keywords brought before', () => {
    const [found, ...more] = look([excluded('leaves')], endsAt('1 1', '1 3'));
    expect(more).toEqual([]);
    expect(found).toMatchObject({ check: 'terms', group: 'held back', members: ['tea leaves', 'green tea leaves'] });
    expect(found?.says).toMatch(
      /^“leaves” is excluded in campaign 1 since .*, and keeps out its own keywords “tea leaves” and “green tea leaves”: £560 in the 28 days before, with 28 purchases, and £0\.00 since\.$/,
    );
    expect(found?.money).toBeCloseTo(20 * 28, 9);
    expect(found?.since?.day).toBe(SINCE);
  });

  it('hold in their campaign, or in the whole account, and not where a keyword goes on', () => {
    const inAll = look([excluded('leaves', { level: null, code: null })], endsAt('1 1', '1 3', '2 1'));
    expect(inAll[0]?.picture).toMatchObject({
      rows: [['tea leaves', 'campaign 1'], ['green tea leaves'], ['tea leaves', 'campaign 2']].map((row) => expect.arrayContaining(row)),
    });
    expect(look([excluded('leaves')], endsAt('1 1'))[0]?.members).toEqual(['tea leaves']);
    expect(look([excluded('leaves')], () => KNOWN.to)).toEqual([]);
    expect(look([excluded('leaves', { code: 2 })], endsAt('1 1'))).toEqual([]);
    expect(look([excluded('leaves', { level: 'group', code: 10 })], endsAt('1 1'))).toHaveLength(1);
    expect(look([excluded('leaves', { channel: 'channel social' })], endsAt('1 1'))).toEqual([]);
    // Nor before it was excluded.
    expect(look([excluded('leaves', { day: LOOKED.to + 1 })], endsAt('1 1'))).toEqual([]);
  });

  it('count the day on which they were excluded, and what goes on of them, as since', () => {
    expect(look([excluded('leaves')], endsOn(SINCE, '1 1'))[0]?.says).toContain(
      '£280 in the 28 days before, with 14 purchases, and £10.00 since',
    );
    const [found] = look([excluded('leaves')], endsAt('1 1'), 2);
    expect(found?.says).toContain('and £40.00 since');
    expect(found?.money).toBeCloseTo(8 * 28, 9);
    expect(look([excluded('leaves')], endsAt('1 1'), 6)).toEqual([]);
  });

  it('are not blamed where nothing beside went on: the campaign has stopped, or its report has not come', () => {
    expect(look([excluded('leaves')], endsAt('1 1', '1 2', '1 3'))).toEqual([]);
    expect(look([excluded('tea')], endsAt('1 1', '1 2', '1 3'))).toHaveLength(1);
    expect(look([excluded('tea')], endsAt('1 1', '1 2', '1 3', '2 1'))).toEqual([]);
  });

  it('say no 0 of what is not measured', () => {
    const bare = keywords(endsAt('1 1', '1 3')).map(({ amounts: { spend = 0 }, ...row }) => ({ ...row, amounts: { spend } }));
    const [found] = keptOutKeywords(situationOf([reportOf(bare)], { names: named, changes: [excluded('leaves')] }));
    expect(found?.says).toContain('£560 in the 28 days before, and £0.00 since');
    expect(found?.picture).toMatchObject({ rows: [['tea leaves', 'campaign 1', '£280', 'not measured'], expect.anything()] });
  });

  it('match by their words, a run of words, or exactly', () => {
    const matched = (exclusion: string): string[] => KEYWORDS.filter((keyword) => keepsOut(exclusion, keyword));
    expect(matched('leaves tea')).toEqual(['tea leaves', 'green tea leaves']);
    expect(matched('"green leaves"')).toEqual([]);
    expect(matched('"tea leaves"')).toEqual(['tea leaves', 'green tea leaves']);
    expect(matched('[Tea Leaves]')).toEqual(['tea leaves']);
    expect(matched('leaf')).toEqual([]);
    expect(matched('!')).toEqual([]);
  });

  it('are not advised again, nor sources that are blocked', () => {
    const part = { campaign: 1, whole: '', campaignName: '', channelName: 'channel search', name: 'free tea', spend: 1, outcomes: 0 };
    const situation = situationOf([], {
      changes: [excluded('free'), excluded('puzzles.example', { field: 'block', newValue: 'blocked', what: 'puzzles.example' })],
    });
    expect(shutAlready(situation, 'search term')(part)).toBe(true);
    expect(shutAlready(situation, 'search term')({ ...part, campaign: 2 })).toBe(false);
    expect(shutAlready(situation, 'keyword')(part)).toBe(false);
    expect(['puzzles.example', 'more.puzzles.example'].map((name) => shutAlready(situation, 'placement')({ ...part, name }))).toEqual([
      true,
      false,
    ]);
  });
});
