import fc from 'fast-check';
import { bounds, type Figure, gap, value } from '../index';
import { ask, CAMPAIGNS, cellOf, tablesOf } from '../test/ask';
import { withOwnMetric } from '../test/own-metric';
import { runs } from '../test/runs';
import { type Cut, cutFeed, orderTable, type TrueRow } from '../test/truth';

/*
 * Own metrics against a slow evaluator: each random formula is made together with what it comes to for some true rows
 * among all of them; null where there is nothing to divide by.
 */
interface Formula {
  readonly text: string;
  readonly of: (rows: readonly TrueRow[], all: readonly TrueRow[]) => number | null;
}

const sum = (rows: readonly TrueRow[], amount: 'spend' | 'clicks'): number => rows.reduce((total, row) => total + row[amount], 0);
const WHERE = [
  { text: '', has: () => true },
  { text: ' where device is "1"', has: ({ device }: TrueRow) => device === 1 },
  { text: ' where device is not "1"', has: ({ device }: TrueRow) => device !== 1 },
  { text: ' where campaign is "campaign 1" or "campaign 3"', has: ({ campaign }: TrueRow) => campaign !== 2 },
  { text: ' where device is "0" where campaign is "campaign 2"', has: ({ device, campaign }: TrueRow) => device === 0 && campaign === 2 },
];
const term = (amount: 'spend' | 'clicks'): fc.Arbitrary<Formula> =>
  fc.constantFrom(...WHERE).map(({ text, has }) => ({ text: `${amount}${text}`, of: (rows) => sum(rows.filter(has), amount) }));
type Two = (a: number, b: number) => number | null;
const both =
  (of: Two, a: Formula, b: Formula): Formula['of'] =>
  (...args) => {
    const [left, right] = [a.of(...args), b.of(...args)];
    return left === null || right === null ? null : of(left, right);
  };
const COMPARE: Record<string, (a: number, b: number) => boolean> = { '>': (a, b) => a > b, '<=': (a, b) => a <= b, '=': (a, b) => a === b };

/** Formulas of one unit, so that their parts can be added. */
const figures = (amount: 'spend' | 'clicks'): fc.Arbitrary<Formula> =>
  fc.letrec<{ figure: Formula }>((tie) => {
    const two = fc.tuple(tie('figure'), tie('figure'));
    const operators = fc.constantFrom<readonly [string, Two]>(['+', (a, b) => a + b], ['-', (a, b) => a - b]);
    return {
      figure: fc.oneof(
        { maxDepth: 3 },
        { weight: 4, arbitrary: term(amount) },
        fc.tuple(operators, two).map(([[sign, of], [a, b]]) => ({ text: `(${a.text} ${sign} ${b.text})`, of: both(of, a, b) })),
        fc.tuple(tie('figure'), fc.integer({ min: 1, max: 4 })).map(([a, times]) => ({
          text: `${times} * (${a.text})`,
          of: both((x) => x * times, a, a),
        })),
        two.map(([a, b]) => ({ text: `smallest of (${a.text}, ${b.text})`, of: both(Math.min, a, b) })),
        fc.tuple(fc.constantFrom(...Object.keys(COMPARE)), two, two).map(([sign, [a, b], [c, d]]) => ({
          text: `(when ${a.text} ${sign} ${b.text} then ${c.text} otherwise ${d.text})`,
          of: (...args: Parameters<Formula['of']>) => {
            const [left, right] = [a.of(...args), b.of(...args)];
            return left === null || right === null ? null : (COMPARE[sign]?.(left, right) ? c : d).of(...args);
          },
        })),
      ),
    };
  }).figure;
const anyFormula = fc.oneof(
  figures('spend'),
  fc.tuple(figures('spend'), figures('clicks')).map(([a, b]) => ({
    text: `(${a.text}) / (${b.text})`,
    of: both((x, y) => (y > 0 ? x / y : null), a, b),
  })),
  term('clicks').map(({ text, of }): Formula => ({
    text: `share of total (${text})`,
    of: (rows, all) => ((of(all, all) ?? 0) > 0 ? (of(rows, all) ?? 0) / (of(all, all) ?? 1) : null),
  })),
);

const anyRow = fc.record({
  day: fc.integer({ min: 10, max: 19 }),
  campaign: fc.constantFrom(...CAMPAIGNS),
  device: fc.integer({ min: 0, max: 2 }),
  spend: fc.integer({ min: 0, max: 90 }),
  clicks: fc.integer({ min: 1, max: 9 }),
});
const anyCut = fc.record({
  dimensions: fc.constantFrom<Cut['dimensions'][]>(['campaign'], ['campaign', 'device'], ['campaign', 'group', 'ad', 'device']),
  from: fc.oneof({ weight: 5, arbitrary: fc.constant(0) }, { weight: 1, arbitrary: fc.integer({ min: 8, max: 14 }) }),
  to: fc.constant(19),
  campaigns: fc.constant('all' as const),
});

const ROWS = [
  ['channel', 'campaign'],
  ['channel', 'device'],
  ['device', 'campaign'],
] as const;

function tablesWith(text: string, rows: readonly TrueRow[], cuts: readonly Omit<Cut, 'days'>[]) {
  return withOwnMetric(tablesOf(cuts.map((cut, at) => cutFeed(rows, cut, 10 + at))), text);
}

/** Whether a figure says what is true, as far as it says something. */
function isTrue(figure: Figure, truth: number | null): boolean {
  if (figure.kind === 'gap') return true;
  if (truth === null) return figure.kind === 'bounds';
  const near = 1e-9 * Math.max(1, Math.abs(truth));
  if (figure.kind === 'value') return Math.abs(figure.value - truth) <= near;
  return (figure.low ?? -Infinity) <= truth + near && (figure.high ?? Infinity) >= truth - near;
}

describe('an own metric of any formula', () => {
  it('says the truth of every member, or that it cannot tell', () => {
    let [asked, answered] = [0, 0];
    fc.assert(
      fc.property(
        anyFormula,
        fc.array(anyRow, { minLength: 1, maxLength: 30 }),
        fc.array(anyCut, { minLength: 1, maxLength: 2 }),
        fc.constantFrom(...ROWS),
        ({ text, of }, given, cuts, rows) => {
          const all = given.map((row): TrueRow => ({ ...row, group: row.campaign * 10, ad: row.campaign * 100 }));
          const table = ask(tablesWith(text, all, cuts), { metricSet: 'own', rows });
          for (const row of table.rows) {
            if (row.kind !== 'member' && row.kind !== 'total') continue;
            const path = row.kind === 'total' ? [] : row.key.split('/').map((step) => step.split(':'));
            const inside = all.filter((each) =>
              path.every(([dimension, code]) => dimension === 'channel' || String(each[dimension as 'device']) === code),
            );
            const { now } = cellOf(table, row, 'own');
            // A ratio is of the cells that tell all of it; where none tells everything it is of a part.
            const isWhole = cuts.some(({ from, dimensions }) => from <= 10 && dimensions.includes('device'));
            if (/\/|share/.test(text) && !isWhole) continue;
            asked += 1;
            // What covers a part of the spend alone is true of that part.
            if (now.coverage !== undefined) continue;
            if (now.kind === 'value') answered += 1;
            expect([text, row.key, isTrue(now, of(inside, all)) || now]).toEqual([text, row.key, true]);
          }
        },
      ),
      { seed: 81, numRuns: runs(300) },
    );
    expect(answered).toBeGreaterThan(asked / 2);
  });
});

describe('a share of the sales of a few', () => {
  it('is not beyond chance because all of them are more or fewer together', () => {
    const sales = (campaign: number, day: number, count: number) =>
      Array.from({ length: count }, () => ({ click: day, sale: day, campaign, value: 10 }));
    const orders = [orderTable([...sales(1, 12, 3), ...sales(2, 12, 3), ...sales(1, 2, 2), ...sales(2, 2, 4)], 0, 19)];
    const text = 'count of purchase where campaign is "campaign 1" / count of purchase';
    const asked = { metricSet: 'own', rows: ['channel', 'campaign'], comparison: { from: 0, to: 9 } };
    const table = ask({ ...tablesWith(text, [], []), orders }, asked);
    const total = table.rows.find(({ kind }) => kind === 'matched' || kind === 'total');
    expect(cellOf(table, total, 'own')).toMatchObject({ now: value(0.5), before: value(1 / 3), change: { beyondChance: false } });
    expect(cellOf(table, total, 'own').doubt).not.toBeNull();
  });
});

describe('outcomes within some days of the click', () => {
  // Of the clicks of days 10 to 19 one sale each comes on the day itself, and one as many days later as the click day’s last digit.
  const sales = Array.from({ length: 10 }, (_, at) => [
    { click: 10 + at, sale: 10 + at, campaign: 1, value: 10 },
    { click: 10 + at, sale: 10 + 2 * at, campaign: 1, value: 7 },
  ]).flat();
  const given = Array.from({ length: 10 }, (_, at): TrueRow => ({
    day: 10 + at,
    campaign: 1,
    group: 10,
    ad: 100,
    device: 0,
    spend: 5,
    clicks: 4,
  }));
  const reports: Omit<Cut, 'days'>[] = [{ dimensions: ['campaign'], from: 0, to: 19, campaigns: 'all' }];
  const total = (text: string, lastDay = 19, more: readonly (typeof sales)[number][] = []): Figure => {
    const orders = [
      orderTable(
        [...sales, ...more].filter(({ sale }) => sale <= lastDay),
        0,
        lastDay,
      ),
    ];
    const table = ask({ ...tablesWith(text, given, reports), orders }, { metricSet: 'own', rows: ['channel', 'campaign'] }, lastDay);
    return cellOf(table, table.rows[0], 'own').now;
  };

  it('are counted of clicks that are old enough, beside those clicks alone', () => {
    // Up to the 16th the clicks are three days old: ten sales on the day, and those of the 10th to 13th within three days.
    expect(total('count of purchase by click date within 3 days / clicks')).toEqual({ ...value((7 + 4) / 28), coverage: 0.7 });
    expect(total('count of purchase by click date within 3 days')).toMatchObject({ kind: 'bounds', low: 7 + 4 + 3, high: null });
    expect(total('count of purchase by click date within 0 days / clicks')).toEqual(value((10 + 1) / 40));
  });

  it('are those of the days they came on by sale date, whatever the age of their clicks', () => {
    expect(total('value of purchase by sale date within 2 days')).toEqual(value(10 * 10 + 3 * 7));
    // Of one without the day of its click nobody knows.
    expect(total('value of purchase by sale date within 2 days', 19, [{ click: -1, sale: 12, campaign: 1, value: 50 }])).toEqual(
      bounds(121, 171),
    );
  });

  it('are not measured of what channels claim', () => {
    expect(total('count of purchase as claimed within 2 days')).toEqual(gap('not measured'));
  });
});
