import fc from 'fast-check';
import { sumOfLimits, type Limit } from '../intake/limit';
import { runs } from '../test/runs';
import { firstOfMonth } from '../time/day';
import { RolledRows } from './rolled-rows';
import type { Rows } from './rows';
import { headOf, segmentsOf } from './segment';
import { SegmentedRows } from './segmented-rows';

/** Members are of one of so many kinds, by their number; so are splits. */
const KINDS = 2;
const COLUMNS = ['spend', 'clicks'] as const;
type Column = (typeof COLUMNS)[number];

interface Row {
  readonly day: number;
  readonly member: number;
  readonly split: number;
  readonly spend: number;
  readonly clicks: number | Limit;
}
const amount = fc.oneof({ weight: 5, arbitrary: fc.nat(900) }, { weight: 1, arbitrary: fc.constant(NaN) });
const limit = fc.constantFrom<Limit>({ least: 1, most: 4 }, { least: 1, most: null });
// The end of January and the start of February 2026.
const FIRST = 20_481;
const anyRow: fc.Arbitrary<Row> = fc.record({
  day: fc.constantFrom(FIRST, FIRST + 3, FIRST + 5),
  member: fc.nat(12),
  split: fc.nat(3),
  spend: amount,
  clicks: fc.oneof({ weight: 9, arbitrary: amount }, { weight: 1, arbitrary: limit }),
});

function rowsOf(given: readonly Row[]): SegmentedRows {
  const rows = given.toSorted((a, b) => a.day - b.day);
  const column = (of: (row: Row) => number): Int32Array => Int32Array.from(rows, of);
  const segments = segmentsOf({
    day: column(({ day }) => day),
    to: column(({ day }) => day),
    importId: column(() => 1),
    member: column(({ member }) => member),
    split: column(({ split }) => split),
    amounts: new Map(
      COLUMNS.map((name) => [name, Float64Array.from(rows, (row) => (typeof row[name] === 'number' ? row[name] : NaN))] as const),
    ),
    limits: new Map([['clicks', new Map(rows.flatMap(({ clicks }, at) => (typeof clicks === 'number' ? [] : [[at, clicks] as const])))]]),
  });
  return new SegmentedRows(segments.map((segment) => ({ head: headOf(segment), segment: () => segment })));
}

/** Kinds of a list of ids by their place, with a place of each. */
function kindsOf(ids: Int32Array): { of: Int32Array; examples: number[] } {
  const of = ids.map((id) => id % KINDS);
  return { of, examples: Array.from({ length: KINDS }, (_, kind) => of.indexOf(kind)) };
}

/** What a scan hands over, by day, kinds and column: sums and limits. */
function sumsOf(scan: Rows['scan'], { members, splits }: Rows, days: { from: number; to: number }, columns: readonly Column[]) {
  const sums = new Map<string, Limit>();
  let handed = 0;
  scan(days, columns, ({ length, day, member, split, amounts, limited }) => {
    handed += length;
    const add = (row: number, at: number, more: Limit): void => {
      const key = [day[row], members[member[row]!]! % KINDS, splits[split[row]!]! % KINDS, columns[at]].join();
      sums.set(key, sumOfLimits(sums.get(key) ?? { least: 0, most: 0 }, more));
    };
    for (const [at, of] of amounts.entries())
      for (const [row, exact] of of.subarray(0, length).entries()) if (!Number.isNaN(exact)) add(row, at, { least: exact, most: exact });
    for (const [at, of] of limited.entries()) for (const [row, own] of of) add(row, at, own);
  });
  return { sums: Object.fromEntries([...sums].toSorted()), handed };
}

const rolledOf = (rows: Rows): RolledRows => new RolledRows(kindsOf(rows.members), kindsOf(rows.splits), 1);
/** The whole of both months. */
const BOTH = { from: firstOfMonth(FIRST), to: 20_511 };

describe('rows summed by day and by what they have in common', () => {
  it('come to what the rows themselves come to, on whatever days and columns they are asked for, in any order', () => {
    const asked = fc.tuple(fc.integer({ min: FIRST - 2, max: FIRST + 9 }), fc.nat(9), fc.subarray([...COLUMNS], { minLength: 1 }));
    fc.assert(
      fc.property(
        fc.array(anyRow, { minLength: 100, maxLength: 300 }),
        fc.array(asked, { minLength: 1, maxLength: 5 }),
        (given, questions) => {
          const rows = rowsOf(given);
          const scan: Rows['scan'] = (...args) => rows.scan(...args);
          const rolled = rolledOf(rows).scanBy(scan);
          for (const [from, length, columns] of questions) {
            const days = { from, to: from + length };
            expect(sumsOf(rolled, rows, days, columns).sums).toEqual(sumsOf(scan, rows, days, columns).sums);
          }
        },
      ),
      { seed: 63, numRuns: runs(200) },
    );
  });

  it('become few when a month is asked for as a whole, or again, and are not read a second time', () => {
    const given = Array.from({ length: 400 }, (_, at) => ({
      day: FIRST + (at % 2),
      member: (at >> 1) % 12,
      split: 0,
      spend: at,
      clicks: 1,
    }));
    const rows = rowsOf(given);
    let read = 0;
    const counted: Rows['scan'] = (days, columns, each) =>
      rows.scan(days, columns, (chunk) => {
        read += chunk.length;
        each(chunk);
      });
    const one = { from: BOTH.from, to: FIRST };
    const rolled = rolledOf(rows).scanBy(counted);
    expect(sumsOf(rolled, rows, one, ['spend'])).toMatchObject({ handed: 200 });
    expect(sumsOf(rolled, rows, one, ['spend'])).toMatchObject({ handed: KINDS });
    read = 0;
    expect(sumsOf(rolled, rows, BOTH, ['spend'])).toMatchObject({ handed: 2 * KINDS });
    expect(read).toBe(0);
    expect(sumsOf(rolled, rows, BOTH, ['spend', 'clicks'])).toMatchObject({ handed: 2 * KINDS });
    expect(read).toBe(400);
    expect(sumsOf(rolledOf(rows).scanBy(rows.scan.bind(rows)), rows, BOTH, ['spend'])).toMatchObject({ handed: 2 * KINDS });
  });

  it('are read as they are where they are few', () => {
    const rows = rowsOf(Array.from({ length: 999 }, (_, at) => ({ day: FIRST, member: at % 12, split: 0, spend: at, clicks: 1 })));
    const rolled = new RolledRows(kindsOf(rows.members), kindsOf(rows.splits)).scanBy(rows.scan.bind(rows));
    expect(sumsOf(rolled, rows, BOTH, ['spend'])).toMatchObject({ handed: 999 });
  });

  it('are read as they are where hardly two have anything in common', () => {
    const given = Array.from({ length: 60 }, (_, at) => ({ day: FIRST + (at % 10), member: at, split: at % 3, spend: at, clicks: 1 }));
    const rows = rowsOf(given);
    const rolled = rolledOf(rows).scanBy(rows.scan.bind(rows));
    for (let again = 0; again < 3; again++) expect(sumsOf(rolled, rows, BOTH, ['spend'])).toMatchObject({ handed: 60 });
  });
});
