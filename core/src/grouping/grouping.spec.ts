import fc from 'fast-check';
import {
  BUILT_IN,
  type Grouping,
  groupFinder,
  type Groupings,
  groupingId,
  groupingProblems,
  inOrder,
  pathOfPage,
  Vocabulary,
  withGroupings,
} from '../index';
import { ask, figureOf, names, tablesOf } from '../test/ask';
import { adRow, cutFeed, orderTable, type TrueRow } from '../test/truth';
import { runs } from '../test/runs';

const season = (part: Partial<Grouping> = {}): Grouping => ({
  id: 'season as grouped',
  label: 'Season',
  of: 'campaign',
  groups: [
    { name: 'Autumn', any: [{ test: 'contains', value: 'campaign 1' }], members: [3] },
    { name: 'Winter', any: [{ test: 'begins with', value: 'campaign' }], members: [] },
  ],
  ...part,
});

/** Tables whose groups have codes of their own, and the name behind each. */
function grouped(rows: readonly TrueRow[], groupings: readonly Grouping[]) {
  const words: string[] = [];
  const codeOf = (_: string, word: string): number => {
    if (!words.includes(word)) words.push(word);
    return words.indexOf(word);
  };
  const feed = cutFeed(rows, { dimensions: ['campaign', 'group', 'ad', 'device'], from: 0, to: 30, campaigns: 'all' }, 1, 0);
  const vocabulary = new Vocabulary(undefined, groupings);
  const tables = withGroupings(tablesOf([feed], { vocabulary, orders: [orderTable([], 0, 30)] }), groupings, nameOf, codeOf);
  function nameOf(dimension: string, code: number): string {
    return dimension.endsWith('as grouped') ? (words[code] ?? '') : names(dimension, code);
  }
  return {
    tables,
    nameOf: (dimension: string, code: number | string) => (typeof code === 'number' ? nameOf(dimension, code) : code),
    words,
  };
}

describe('the group of a member', () => {
  it('is the one it was chosen for by hand, else that of the first rule that fits, else none', () => {
    const groupOf = groupFinder(season());
    expect(groupOf(1, 'campaign 1')).toBe('Autumn');
    expect(groupOf(2, 'campaign 2')).toBe('Winter');
    expect(groupOf(3, 'campaign 3')).toBe('Autumn');
    expect(groupOf(4, 'brand')).toBe('in no group');
  });

  it('goes by the name where a report tells nothing else of it', () => {
    const groupOf = groupFinder({ groups: [{ name: 'Small', any: [], members: ['phone'] }] });
    expect([groupOf(0, 'phone'), groupOf(1, 'tablet')]).toEqual(['Small', 'in no group']);
  });
});

describe('a grouping as a dimension', () => {
  const rows = [adRow(12, 1, 10, 1), adRow(12, 2, 20, 1), adRow(13, 3, 400, 1)];

  it('sums its members, also where it stands above them, and never moves the total', () => {
    const { tables, words } = grouped(rows, [season()]);
    const table = ask(tables, { rows: ['season as grouped', 'campaign'], metricSet: 'shop' });
    expect(words).toEqual(['Autumn', 'Winter']);
    expect(figureOf(table, 'total', 'spend')).toEqual({ kind: 'value', value: 430 });
    expect(figureOf(table, 'season as grouped:0', 'spend')).toEqual({ kind: 'value', value: 410 });
    expect(figureOf(table, 'season as grouped:0/campaign:3', 'spend')).toEqual({ kind: 'value', value: 400 });
    expect(figureOf(table, 'season as grouped:1', 'spend')).toEqual({ kind: 'value', value: 20 });
  });

  it('may group the groups of another, in whatever order they are written', () => {
    const half = season({
      id: 'half as grouped',
      label: 'Half of the year',
      of: 'season as grouped',
      groups: [{ name: 'Cold', any: [{ test: 'is', value: 'winter' }], members: [] }],
    });
    const { tables, words } = grouped(rows, [half, season()]);
    const table = ask(tables, { rows: ['half as grouped'], metricSet: 'shop' });
    const spendOf = (name: string) => figureOf(table, `half as grouped:${words.indexOf(name)}`, 'spend');
    expect(spendOf('Cold')).toEqual({ kind: 'value', value: 20 });
    expect(spendOf('in no group')).toEqual({ kind: 'value', value: 410 });
  });

  it('is a filter as well', () => {
    const { tables, nameOf } = grouped(rows, [season()]);
    const autumn = { rows: ['campaign'], where: [{ dimension: 'season as grouped', any: [{ test: 'is' as const, value: 'autumn' }] }] };
    expect(figureOf(ask(tables, { ...autumn, metricSet: 'shop' }, undefined, nameOf), 'total', 'spend')).toEqual({
      kind: 'value',
      value: 410,
    });
  });

  it('puts every row in the group that a plain reading of the rules says', () => {
    const member = fc.integer({ min: 1, max: 3 });
    const group = fc.record({
      any: fc.array(
        fc.record({ test: fc.constantFrom('contains' as const, 'is' as const), value: member.map((code) => `campaign ${code}`) }),
        {
          maxLength: 2,
        },
      ),
      members: fc.array(member, { maxLength: 2 }),
    });
    const spends = fc.array(fc.tuple(member, fc.integer({ min: 1, max: 99 })), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(fc.array(group, { maxLength: 3 }), spends, (groups, spent) => {
        const own = groups.map((each, at) => ({ ...each, name: `g${at}` }));
        const { tables, words } = grouped(
          spent.map(([campaign, spend], at) => adRow(10 + at, campaign, spend, 1)),
          [season({ groups: own })],
        );
        const table = ask(tables, { rows: ['season as grouped'], metricSet: 'shop' });
        const expected = new Map<string, number>();
        for (const [campaign, spend] of spent) {
          const chosen =
            own.find(({ members }) => members.includes(campaign)) ??
            own.find(({ any }) => any.some(({ value }) => value === `campaign ${campaign}`));
          const name = chosen?.name ?? 'in no group';
          expected.set(name, (expected.get(name) ?? 0) + spend);
        }
        for (const [name, value] of expected)
          expect(figureOf(table, `season as grouped:${words.indexOf(name)}`, 'spend')).toEqual({ kind: 'value', value });
      }),
      { seed: 41, numRuns: runs(150) },
    );
  });
});

describe('groupings that cannot be used', () => {
  const problems = (...groupings: Grouping[]): string[] => groupingProblems({ groupings } satisfies Groupings, BUILT_IN);

  it('say what is wrong, and where', () => {
    expect(problems(season())).toEqual([]);
    expect(problems(season({ label: ' ' }))).toContain('Give each grouping a name.');
    expect(problems(season({ groups: [] }))).toEqual(['Give “Season” a group.']);
    expect(problems(season({ of: 'weekday' }))).toEqual(['“Season” groups “weekday”, which this client’s data has no members of.']);
    expect(problems(season({ of: 'old as grouped' }))).toEqual([
      '“Season” groups “old as grouped”, which this client’s data has no members of.',
    ]);
    expect(problems(season({ groups: [{ name: 'A', any: [], members: [] }] }))).toEqual(['“A” of “Season” has no rule and no members.']);
    expect(problems(season({ groups: [{ name: 'In no group', any: [], members: [1] }] }))[0]).toContain('choose another name');
    expect(problems(season({ groups: [{ name: 'A', any: [{ test: 'fits the pattern', value: '(' }], members: [] }] }))[0]).toMatch(
      /^“A” of “Season”: /,
    );
    expect(problems(season(), season({ id: 'season 2 as grouped' }))).toEqual(['Two groupings are called “Season”.']);
    expect(problems(season(), season({ label: 'Other' }))).toEqual(['Two groupings have one id.']);
    const [autumn] = season().groups;
    if (autumn) {
      expect(problems(season({ groups: [autumn, { ...autumn, name: 'AUTUMN' }] }))).toEqual([
        'Two groups of “Season” are called “AUTUMN”.',
      ]);
      expect(problems(season({ groups: [{ ...autumn, name: ' ' }] }))).toEqual(['Give each group of “Season” a name.']);
    }
    expect(problems(season({ id: 'season' }))).toEqual(['“season” cannot be the id of a grouping; “season as grouped” could be.']);
  });

  it('are those made of themselves by way of others', () => {
    const circle = [season({ of: 'b as grouped' }), season({ id: 'b as grouped', label: 'B', of: 'season as grouped' })];
    expect(problems(...circle)).toEqual([
      '“Season” is made of itself in a circle, by way of “b as grouped”: let it group something else.',
      '“B” is made of itself in a circle, by way of “season as grouped”: let it group something else.',
    ]);
    expect(inOrder([...circle, season({ id: 'c as grouped' })]).map(({ id }) => id)).toEqual(['c as grouped']);
  });

  it('have ids of their own', () => {
    expect(groupingId(' Season ')).toBe('season as grouped');
    expect(groupingId('Season', ['season as grouped', '2 season as grouped'])).toBe('3 season as grouped');
  });
});

describe('the path of a page', () => {
  it.each([
    ['https://shop.example/boots/red?utm=1#top', '/boots/red'],
    ['/boots/red?size=4', '/boots/red'],
    ['shop.example/boots', 'shop.example/boots'],
    ['https://shop.example', '/'],
    ['https://shop.example?x=1', '/'],
  ])('of %s is %s', (page, path) => {
    expect(pathOfPage(page)).toBe(path);
  });
});
