import fc from 'fast-check';
import {
  type ClientTables,
  type ComparisonTable,
  type Condition,
  type DayRange,
  type Figure,
  type Question,
  type RowCell,
  tablesTogether,
} from '../index';
import { ask, cellOf, tablesOf } from '../test/ask';
import { runs } from '../test/runs';
import { type Cut, cutFeed, orderTable, type TrueRow } from '../test/truth';

/*
 * Any question about a world whose truth is known. The evaluator below shares nothing with the product: it goes through
 * the true rows one by one and asks of each whether it lies where the key of a row and of a column says.
 */

interface Sale {
  readonly sale: number;
  readonly click: number;
  /** -1 where it leads to no campaign. */
  readonly campaign: number;
  readonly group: number;
  readonly ad: number;
  readonly value: number;
}

/** Campaigns 1 and 2 are of the first client, in a channel each; 3 is the second's, whose money is worth twice as much. */
const CAMPAIGNS = [1, 2, 3];
const clientOf = (campaign: number): number => (campaign === 3 ? 1 : 0);
const channelOf = (campaign: number): string => (campaign === 2 ? 'social' : 'search');
const moneyOf = (campaign: number): number => (clientOf(campaign) === 1 ? 2 : 1);

const anyRow = fc.record({
  day: fc.integer({ min: 0, max: 19 }),
  campaign: fc.constantFrom(...CAMPAIGNS),
  nth: fc.integer({ min: 0, max: 2 }),
  device: fc.integer({ min: 0, max: 2 }),
  spend: fc.integer({ min: 0, max: 90 }),
  clicks: fc.integer({ min: 1, max: 9 }),
});
const trueRow = ({ nth, ...row }: { nth: number } & Pick<TrueRow, 'day' | 'campaign' | 'device' | 'spend' | 'clicks'>): TrueRow => ({
  ...row,
  group: row.campaign * 10 + (nth > 0 ? 1 : 0),
  ad: row.campaign * 100 + nth,
});
const anySale = fc.record({
  day: fc.integer({ min: 10, max: 19 }),
  campaign: fc.constantFrom(...CAMPAIGNS, -1),
  nth: fc.integer({ min: -1, max: 2 }),
  value: fc.integer({ min: 1, max: 50 }),
});
const trueSale = ({ day, campaign, nth, value }: { day: number; campaign: number; nth: number; value: number }): Sale => ({
  ...{ sale: day, click: day, campaign, value },
  group: campaign < 0 || nth < 0 ? -1 : campaign * 10 + (nth > 0 ? 1 : 0),
  ad: campaign < 0 || nth < 0 ? -1 : campaign * 100 + nth,
});
const anyCut = fc.record({
  dimensions: fc.constantFrom<Cut['dimensions'][]>(
    ['campaign'],
    ['campaign', 'device'],
    ['campaign', 'group', 'ad'],
    ['campaign', 'group', 'ad', 'device'],
  ),
  // Reports nearly always cover everything; those that do not are what makes answers hard.
  from: fc.oneof({ weight: 4, arbitrary: fc.constant(0) }, { weight: 1, arbitrary: fc.integer({ min: 0, max: 15 }) }),
  to: fc.oneof({ weight: 4, arbitrary: fc.constant(19) }, { weight: 1, arbitrary: fc.integer({ min: 12, max: 19 }) }),
  campaigns: fc.oneof({ weight: 4, arbitrary: fc.constant('all' as const) }, { weight: 1, arbitrary: fc.subarray(CAMPAIGNS) }),
});
const anyAsked = fc.record({
  rows: fc
    .shuffledSubarray(['client', 'channel', 'campaign', 'ad', 'device', 'week', 'weekday', 'day'], { minLength: 1, maxLength: 3 })
    .filter((rows) => rows.filter((each) => ['week', 'weekday', 'day'].includes(each)).length < 2),
  across: fc.constantFrom(null, 'week', 'device', 'weekday'),
  where: fc.constantFrom(null, ['device', '1'], ['campaign', 'campaign 2'], ['weekday', 'weekday 3'], ['channel', 'channel search']),
  test: fc.constantFrom('is' as const, 'is not' as const),
  than: fc.constantFrom(null, 20, 60, 150),
  compared: fc.boolean(),
  together: fc.boolean(),
});
type Asked = typeof anyAsked extends fc.Arbitrary<infer A> ? A : never;

interface World {
  readonly rows: readonly TrueRow[];
  readonly sales: readonly Sale[];
  readonly tables: ClientTables;
}

function worldOf(rows: readonly TrueRow[], sales: readonly Sale[], cuts: readonly Omit<Cut, 'days'>[], together: boolean): World {
  const accounts = [
    { id: 'a', channel: 'search', currency: 'GBP', rates: null },
    { id: 'b', channel: 'social', currency: 'GBP', rates: null },
  ];
  const reports = (campaign: number, account: number, id: number) =>
    cuts.map((cut, at) =>
      cutFeed(
        rows.filter((row) => row.campaign === campaign),
        cut,
        id + at,
        account,
      ),
    );
  const listed = sales.filter(({ campaign }) => clientOf(campaign) === 0);
  const first = tablesOf([...reports(1, 0, 10), ...reports(2, 1, 20)], {
    accounts,
    orders: [orderTable(listed, 0, 19)],
    campaignAccount: new Map([
      [1, 0],
      [2, 1],
    ]),
    clients: [{ id: 'c0', numbers: new Map() }],
  });
  if (!together) return { rows: rows.filter(({ campaign }) => campaign < 3), sales: listed, tables: first };
  const second = tablesOf(reports(3, 0, 30), {
    orders: [
      orderTable(
        sales.filter(({ campaign }) => clientOf(campaign) === 1),
        0,
        19,
      ),
    ],
    campaignAccount: new Map([[3, 0]]),
    clients: [{ id: 'c1', numbers: new Map() }],
  });
  return {
    rows,
    sales,
    tables: tablesTogether([
      { tables: first, rates: null },
      { tables: second, rates: [{ from: 0, to: 99, rate: 2 }] },
    ]),
  };
}

/** What a true row says of a dimension, on a day that stands for its own in weeks that are compared. */
function told(dimension: string, of: { campaign: number; group: number; ad: number; device?: number }, day: number): string {
  // 5 January 1970, day 4, was a Monday.
  const weekday = (day + 3) % 7;
  const all: Record<string, string | number | undefined> = {
    week: day - weekday,
    weekday,
    day,
    channel: channelOf(of.campaign),
    client: `c${clientOf(of.campaign)}`,
  };
  return String(dimension in all ? all[dimension] : of[dimension as 'campaign' | 'ad' | 'device']);
}
const stepsOf = (key: string): string[][] => (key === 'total' || key === 'matched' ? [] : key.split(/[/|]/).map((step) => step.split(':')));

/** Whether a true row lies in a row of the answer, and passes the question's filter. */
function lies(
  of: { campaign: number; group: number; ad: number; device?: number },
  day: number,
  shift: number,
  key: string,
  { where }: Question,
): boolean {
  const isKept = where.every(({ dimension, any }) =>
    any.every(({ test, value }) => (told(dimension, of, day) === value.replace(`${dimension} `, '')) === (test === 'is')),
  );
  return isKept && stepsOf(key).every(([dimension = '', code]) => told(dimension, of, day + shift) === code);
}

/** The truth of a metric in a cell; undefined where orders cannot tell what is asked of them. */
function truth({ rows, sales }: World, question: Question, key: string, metric: string, days: DayRange): number | undefined {
  const shift = question.period.from - days.from;
  const isIn = (day: number): boolean => day >= days.from && day <= days.to;
  if (metric === 'purchases') {
    const asked = [...stepsOf(key).map(([dimension]) => dimension), ...question.where.map(({ dimension }) => dimension)];
    if (asked.includes('device')) return undefined;
    // Orders that lead to no campaign lie in totals, and in what is theirs alone.
    const isWhole = (key === 'total' || /^client:\w+$/.test(key)) && question.where.every(({ dimension }) => dimension === 'weekday');
    return sales.filter((own) => (own.campaign > 0 || isWhole) && isIn(own.sale) && lies(own, own.sale, shift, key, question)).length;
  }
  const own = rows.filter((row) => isIn(row.day) && lies(row, row.day, shift, key, question));
  const spend = own.reduce((sum, row) => sum + row.spend * moneyOf(row.campaign), 0);
  const clicks = own.reduce((sum, row) => sum + row.clicks, 0);
  return { spend, clicks, cpc: spend / clicks }[metric];
}

/**
 * Whether a figure says all there is; throws where what it says is not so. What no report breaks down stands in a row of
 * its own: then the others are what is told of them, which is no more than the truth.
 */
function checked(figure: Figure | null | undefined, expected: number | undefined, isAllTold: boolean, where: string): boolean {
  if (!figure || figure.kind === 'gap' || expected === undefined) return false;
  // A ratio of the part of the accounts that measure it is one of a part of the truth.
  if (figure.coverage !== undefined) return true;
  const [low, high] = figure.kind === 'value' ? [figure.value, figure.value] : [figure.low ?? -Infinity, figure.high ?? Infinity];
  if (expected < low - 1e-6 || (isAllTold && expected > high + 1e-6))
    throw new Error(`${where}: ${JSON.stringify(figure)} is not ${expected}`);
  return figure.kind === 'value' && isAllTold;
}

const amountOf = (figure: Figure | null | undefined): number => (figure?.kind === 'value' ? figure.value : NaN);

/** How many cells there are, and how many are answered exactly. */
function checkTable(
  world: World,
  question: Question,
  table: ComparisonTable,
  everything: ComparisonTable,
): { cells: number; exact: number } {
  const count = { cells: 0, exact: 0 };
  const isRest = everything.rows.some(({ kind }) => kind === 'not broken down');
  const total = table.rows.find(({ key }) => key === 'total');
  const check = (key: string, metric: string, cell: RowCell | null | undefined, whole: RowCell | undefined, inColumns: boolean): void => {
    for (const [of, days] of [
      ['now', question.period],
      ['before', question.comparison],
    ] as const) {
      const figure = cell?.[of];
      if (!figure || !days) continue;
      const columns = (table.across?.cells[0] ?? []).reduce((sum, each) => sum + (amountOf(each?.[of]) || 0), 0);
      const isAllTold = key === 'total' || (!isRest && whole?.[of]?.kind === 'value' && (!inColumns || columns === amountOf(whole[of])));
      count.cells += 1;
      const expected = truth(world, question, key, metric, days);
      if (checked(figure, expected, isAllTold, `${metric} of ${key} on ${days.from}–${days.to}`)) count.exact += 1;
    }
  };
  table.rows.forEach((row, at) => {
    if (row.kind !== 'member' && row.kind !== 'total' && row.kind !== 'matched') return;
    const of = (metric: string): RowCell => cellOf(table, row, metric);
    for (const metric of ['spend', 'clicks', 'purchases']) check(row.key, metric, of(metric), total && cellOf(table, total, metric), false);
    // A ratio is told of what measures both of its parts: it is that of all where both are known of all.
    const isWhole =
      !isRest &&
      [row, total].every(
        (each) =>
          each &&
          ['spend', 'clicks'].every((metric) => {
            const { now, before } = cellOf(table, each, metric);
            return now.kind === 'value' && (before?.kind ?? 'value') === 'value';
          }),
      );
    if (isWhole) check(row.key, 'cpc', of('cpc'), of('cpc'), false);
    table.across?.heads.forEach((head, column) => {
      const key = row.kind === 'member' ? `${row.key}|${head.key}` : head.key;
      check(key, 'spend', table.across?.cells[at]?.[column], total && cellOf(table, total, 'spend'), true);
    });
  });
  return count;
}

/** Members shown are those that truly are what was asked; where every one could be judged, all of them. */
function checkConditions(world: World, question: Question, table: ComparisonTable, { rows: all }: ComparisonTable): void {
  for (const condition of question.having) {
    if (condition.kind !== 'amount') continue;
    const passes = (key: string): boolean => (truth(world, question, key, 'spend', question.period) ?? 0) > condition.than;
    const shown = table.rows.filter(({ kind, level }) => kind === 'member' && level === condition.level).map(({ key }) => key);
    for (const key of shown) expect([key, passes(key)]).toEqual([key, true]);
    const [total] = all;
    const isAllTold = total !== undefined && cellOf(table, total, 'spend').now.kind === 'value';
    if (table.unknown > 0 || !isAllTold || all.some(({ kind }) => kind === 'not broken down')) continue;
    const passing = all.filter(({ kind, level, key }) => kind === 'member' && level === condition.level && passes(key));
    expect(shown.sort()).toEqual(passing.map(({ key }) => key).sort());
  }
}

function questionOf({ rows, across, where, test, than, compared, together }: Asked): Partial<Question> {
  const level = rows.at(-1) ?? '';
  const having: Condition[] = than === null ? [] : [{ kind: 'amount', level, metric: 'spend', test: 'above', than }];
  const [dimension = '', word = ''] = where ?? [];
  return {
    clients: together ? ['c0', 'c1'] : ['c0'],
    rows,
    columns:
      across === null || rows.includes(across) || (across !== 'device' && rows.some((each) => ['week', 'weekday', 'day'].includes(each)))
        ? null
        : { by: across, metric: 'spend' },
    where: where ? [{ dimension, any: [{ test, value: word }] }] : [],
    having,
    comparison: compared ? { from: 0, to: 9 } : null,
  };
}

describe('any question', () => {
  it('is answered as the truth is, or says why not; and of ten, nine are answered', () => {
    let [asked, answered, cells, exact] = [0, 0, 0, 0];
    fc.assert(
      fc.property(
        fc.array(anyRow.map(trueRow), { minLength: 1, maxLength: 30 }),
        fc.array(anySale.map(trueSale), { maxLength: 10 }),
        fc.array(anyCut, { minLength: 1, maxLength: 3 }),
        anyAsked,
        (rows, sales, cuts, wanted) => {
          const world = worldOf(rows, sales, cuts, wanted.together);
          const part = questionOf(wanted);
          const table = ask(world.tables, part);
          const question = { period: { from: 10, to: 19 }, comparison: null, having: [], where: [], ...part } as unknown as Question;
          const everything = question.having.length === 0 ? table : ask(world.tables, { ...part, having: [] });
          const count = checkTable(world, question, table, everything);
          checkConditions(world, question, table, everything);
          const [total, plain] = [
            table,
            ask(world.tables, { clients: part.clients ?? [], where: part.where ?? [], comparison: part.comparison ?? null }),
          ].map((each) => each.rows.find(({ key }) => key === 'total')?.cells);
          expect(total).toEqual(plain);
          asked += 1;
          answered += count.exact > 0 ? 1 : 0;
          cells += count.cells;
          exact += count.exact;
        },
      ),
      { seed: 61, numRuns: runs(280) },
    );
    expect(answered / asked).toBeGreaterThanOrEqual(0.9);
    expect(exact / cells).toBeGreaterThan(0.6);
  });
});
