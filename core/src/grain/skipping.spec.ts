import fc from 'fast-check';
import type { ClientTables, FeedTable, Figure } from '../index';
import { ask, CAMPAIGNS, cellOf, figureOf, rowOf, SPLITS, tablesOf } from '../test/ask';
import { cutFeed, type TrueRow } from '../test/truth';
import { runs } from '../test/runs';
import { partDimension } from '../measure/name-part';
import { passable } from '../question/dimensions';
import { skipsLevels } from './skipping';
import { changed, type PlainFeed } from '../test/feed';

type Dimensions = Parameters<typeof cutFeed>[1]['dimensions'];
const row = (day: number, campaign: number, ad: number, spend: number): TrueRow => ({
  day,
  campaign,
  group: campaign * 10 + (ad % 2),
  ad,
  device: ad % 2,
  spend,
  clicks: 1,
});
const ROWS = [row(12, 1, 100, 30), row(12, 1, 101, 12), row(13, 2, 200, 5)];
const cut = (dimensions: Dimensions, id: number, rows = ROWS, from = 10, to = 19): PlainFeed =>
  cutFeed(rows, { dimensions, from, to, campaigns: 'all' }, id);
/** The devices of the truth told as hours of the day. */
const byHour = (feed: FeedTable): FeedTable => {
  const codes = new Map([...feed.codes].map(([dimension, column]) => [dimension === 'device' ? 'hour' : dimension, column]));
  return { ...feed, codes, dimensions: new Set(codes.keys()) };
};
const keysOf = (feeds: FeedTable[], rows: readonly string[] = SPLITS.ads): string[] =>
  ask(tablesOf(feeds), { rows }).rows.map(({ key }) => key);

describe('levels of a feed', () => {
  const levels = ['campaign', 'group', 'ad'];
  it.each([
    [['campaign', 'group', 'ad'], false],
    [['campaign', 'group'], false],
    [['campaign'], false],
    [['campaign', 'ad'], true],
    [['group', 'ad'], true],
    [['device'], false],
  ] as [Dimensions, boolean][])('are passed over where one is missing above another: %j %s', (dimensions, skips) => {
    expect(skipsLevels(cut(dimensions, 1), { levels, passable: passable(levels) })).toBe(skips);
  });

  it('that names tell are never passed over', () => {
    for (const named of [
      [partDimension('theme'), 'ad'],
      ['campaign', partDimension('theme'), 'ad'],
    ])
      expect(skipsLevels(cut(['campaign', 'ad'], 1), { levels: named, passable: passable(named) })).toBe(false);
  });

  it('hold others, and are followed by what rows tell themselves', () => {
    expect([...passable(['channel', 'campaign', 'group', 'keyword', 'search term'])]).toEqual(['campaign', 'group', 'keyword']);
    expect([...passable(['campaign', 'age', 'sex'])]).toEqual(['campaign']);
    expect([...passable(['campaign', 'group', 'week', 'ad'])]).toEqual(['campaign']);
    expect([...passable(['keyword', 'landing page'])]).toEqual([]);
  });
});

describe('a report that passes over a level', () => {
  it('shows its ads in their campaign, to be found by name', () => {
    const feeds = [cut(['campaign'], 1), cut(['campaign', 'ad'], 2)];
    expect(keysOf(feeds)).toEqual([
      'total',
      'channel:search',
      'channel:search/campaign:1',
      'channel:search/campaign:1/ad:100',
      'channel:search/campaign:1/ad:101',
      'channel:search/campaign:2',
      'channel:search/campaign:2/ad:200',
    ]);
    const found = ask(tablesOf(feeds), { named: 'ad 101' });
    expect(figureOf(found, 'shown', 'spend')).toEqual({ kind: 'value', value: 12 });
    expect(rowOf(found, 'channel:search/campaign:1/ad:101')).toMatchObject({ depth: 2, parent: 'channel:search/campaign:1' });
  });

  it('shows hours of an account that nobody splits by campaign, though campaigns are known', () => {
    const hours = byHour(cut(['device'], 2));
    for (const feeds of [[hours], [cut(['campaign'], 1), hours]]) {
      const table = ask(tablesOf(feeds), { rows: SPLITS.hours });
      expect(table.rows.map(({ key }) => key)).toEqual(['total', 'channel:search', 'channel:search/hour:0', 'channel:search/hour:1']);
      expect(figureOf(table, 'channel:search/hour:0', 'spend')).toEqual({ kind: 'value', value: 35 });
      expect(figureOf(table, 'total', 'spend')).toEqual({ kind: 'value', value: 47 });
    }
  });

  it('gives way to one that has the level', () => {
    const keys = keysOf([cut(['campaign', 'ad'], 5), cut(['campaign', 'group', 'ad'], 2)]);
    expect(keys).toContain('channel:search/campaign:1/group:10/ad:100');
    expect(keys).not.toContain('channel:search/campaign:1/ad:100');
  });

  it('stands beside one that has it on other days, each member knowing only its own', () => {
    const early = cut(['campaign', 'group', 'ad'], 1, [row(12, 1, 100, 30)], 10, 14);
    const late = cut(['campaign', 'ad'], 2, [row(16, 1, 100, 4)], 15, 19);
    const table = ask(tablesOf([early, late]));
    expect(figureOf(table, 'channel:search/campaign:1/group:10/ad:100', 'spend')).toMatchObject({ kind: 'bounds', low: 30, high: null });
    expect(figureOf(table, 'channel:search/campaign:1/ad:100', 'spend')).toMatchObject({ low: 4 });
    expect(figureOf(table, 'channel:search/campaign:1', 'spend')).toEqual({ kind: 'value', value: 34 });
    expect(rowOf(table, 'channel:search/campaign:1/rest')).toBeUndefined();
  });

  it('of lines without a group in a report with groups keeps their ads in the campaign', () => {
    const feed = cut(['campaign', 'group', 'ad'], 1);
    const groups = feed.plain.codes.get('group')!.map((group, at) => (at === 1 ? -1 : group));
    const table = ask(tablesOf([changed(feed, { codes: new Map([...feed.plain.codes, ['group', groups]]) })]));
    expect(figureOf(table, 'channel:search/campaign:1/ad:101', 'spend')).toEqual({ kind: 'value', value: 12 });
    expect(figureOf(table, 'channel:search/campaign:1/group:10/ad:100', 'spend')).toEqual({ kind: 'value', value: 30 });
  });
});

describe('reports that pass over any levels, cut from one truth', () => {
  const anyRows = fc.array(
    fc.record({
      day: fc.integer({ min: 8, max: 21 }),
      campaign: fc.constantFrom(...CAMPAIGNS),
      part: fc.integer({ min: 0, max: 3 }),
      spend: fc.integer({ min: 1, max: 90 }),
    }),
    { minLength: 1, maxLength: 40 },
  );
  const anyFeed = fc.record({
    dimensions: fc.constantFrom<Dimensions[]>(
      ['campaign'],
      ['campaign', 'ad'],
      ['campaign', 'group', 'ad'],
      ['campaign', 'group'],
      ['campaign', 'device'],
      ['device'],
      ['ad'],
    ),
    from: fc.integer({ min: 8, max: 14 }),
    to: fc.integer({ min: 14, max: 21 }),
  });
  const world = fc.tuple(anyRows, fc.array(anyFeed, { minLength: 1, maxLength: 5 }));
  const truthOf = (rows: { day: number; campaign: number; part: number; spend: number }[]): TrueRow[] =>
    rows.map(({ day, campaign, part, spend }) => ({
      ...row(day, campaign, campaign * 100 + part, spend),
      group: campaign * 10 + (part >> 1),
    }));
  const tables = ([rows, feeds]: [Parameters<typeof truthOf>[0], { dimensions: Dimensions; from: number; to: number }[]]): ClientTables =>
    tablesOf(feeds.map(({ dimensions, from, to }, at) => byHour(cut(dimensions, at + 1, truthOf(rows), from, to))));
  const least = (figure: Figure): number => (figure.kind === 'value' ? figure.value : figure.kind === 'bounds' ? (figure.low ?? 0) : 0);

  it.each(['ads', 'hours'] as const)('%s: parts and the rest are their parent, and no member says more than the truth', (tree) => {
    let told = 0;
    fc.assert(
      fc.property(world, (given) => {
        const own = tables(given);
        const truth = truthOf(given[0]).filter(({ day }) => day >= 10 && day <= 19);
        const table = ask(own, { rows: SPLITS[tree] });
        expect(figureOf(table, 'total', 'spend')).toEqual(figureOf(ask(own, { rows: SPLITS.devices }), 'total', 'spend'));
        for (const parent of table.rows.filter(({ hasChildren }) => hasChildren)) {
          const children = table.rows.filter((each) => each.parent === parent.key);
          const sum = children.reduce((all, child) => all + least(cellOf(table, child, 'spend').now), 0);
          expect(sum).toBeCloseTo(least(cellOf(table, parent, 'spend').now), 6);
        }
        for (const each of table.rows.filter(({ kind, level }) => kind === 'member' && level !== 'channel')) {
          const steps = each.key
            .split('/')
            .slice(1)
            .map((step) => step.split(':'));
          const about = truth.filter((one) =>
            steps.every(([dimension, code]) => String(dimension === 'hour' ? one.device : one[dimension as 'ad']) === code),
          );
          const figure = cellOf(table, each, 'spend').now;
          const sum = about.reduce((all, { spend }) => all + spend, 0);
          if (figure.kind !== 'gap') expect(least(figure)).toBeLessThanOrEqual(sum + 1e-6);
          // A member that other reports place elsewhere may be a part only, so just whole-tree members are held to the value.
          if (figure.kind === 'value') told += 1;
        }
      }),
      { seed: 31, numRuns: runs(200) },
    );
    expect(told).toBeGreaterThan(runs(100));
  });
});
