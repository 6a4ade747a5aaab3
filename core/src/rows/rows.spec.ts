import fc from 'fast-check';
import type { Limit } from '../intake/limit';
import { runs } from '../test/runs';
import { packAmounts, unpackAmounts } from './amounts';
import { codeAt, codeIn } from './coding';
import { beginningIn, EVERY_DAY, MOST_ROWS } from './rows';
import { headOf, type PlainRows, segmentsOf } from './segment';
import { SegmentedRows } from './segmented-rows';

const anyAmount = fc.oneof(
  { weight: 6, arbitrary: fc.integer({ min: 0, max: 50 }).map((each) => each * 10_000) },
  { weight: 2, arbitrary: fc.constant(NaN) },
  { weight: 1, arbitrary: fc.constantFrom(0, -3, 0.5, 255, 65_535, 2 ** 32 - 1, 2 ** 40, -0) },
);

interface Row {
  readonly day: number;
  readonly beyond: number;
  readonly member: number;
  readonly split: number;
  readonly importId: number;
  readonly spend: number;
  readonly clicks: number;
  readonly limit: Limit | null;
}
const anyRow: fc.Arbitrary<Row> = fc.record({
  day: fc.integer({ min: 20_440, max: 20_530 }),
  beyond: fc.constantFrom(0, 0, 0, 6, 300),
  member: fc.integer({ min: 0, max: 900 }),
  split: fc.integer({ min: 0, max: 3 }),
  importId: fc.integer({ min: 1, max: 400 }),
  spend: anyAmount,
  clicks: anyAmount,
  limit: fc.oneof({ weight: 9, arbitrary: fc.constant(null) }, { weight: 1, arbitrary: fc.constant({ least: 1, most: null }) }),
});

/** Rows sorted by day, as columns; amounts known within limits are NaN among the amounts. */
function plainOf(given: readonly Row[]): { rows: readonly Row[]; plain: PlainRows } {
  const rows = [...given].sort((a, b) => a.day - b.day).map((row) => (row.limit ? { ...row, clicks: NaN } : row));
  const column = (of: (row: Row) => number) => Int32Array.from(rows, of);
  const limits = new Map(rows.flatMap(({ limit }, at) => (limit ? [[at, limit] as const] : [])));
  const plain: PlainRows = {
    day: column(({ day }) => day),
    to: column(({ day, beyond }) => day + beyond),
    importId: column(({ importId }) => importId),
    member: column(({ member }) => member),
    split: column(({ split }) => split),
    amounts: new Map([
      ['spend', Float64Array.from(rows, ({ spend }) => spend)],
      ['clicks', Float64Array.from(rows, ({ clicks }) => clicks)],
    ]),
    limits: new Map([['clicks', limits]]),
  };
  return { rows, plain };
}

const kept = (plain: PlainRows): SegmentedRows =>
  new SegmentedRows(segmentsOf(plain).map((segment) => ({ head: headOf(segment), segment: () => segment })));

/** What a scan hands over, row by row. */
function scanned(rows: SegmentedRows, days: { from: number; to: number }) {
  const found: (Row & { readonly number: number })[] = [];
  rows.scan(days, ['spend', 'clicks', 'unheard of'], (chunk) => {
    const importIds = chunk.importIds();
    const limits = new Map(chunk.limited[1] ?? []);
    for (let row = 0; row < chunk.length; row++) {
      expect(chunk.amounts[2]?.[row]).toBeNaN();
      found.push({
        number: chunk.first + row,
        day: chunk.day[row]!,
        beyond: chunk.to[row]! - chunk.day[row]!,
        member: rows.members[chunk.member[row]!]!,
        split: rows.splits[chunk.split[row]!]!,
        importId: importIds[row]!,
        spend: chunk.amounts[0]![row]!,
        clicks: chunk.amounts[1]![row]!,
        limit: limits.get(row) ?? null,
      });
    }
  });
  return found;
}

describe('rows in segments', () => {
  it('come out as they went in, on whatever days they are asked for', () => {
    fc.assert(
      fc.property(fc.array(anyRow, { maxLength: 80 }), fc.integer({ min: 20_430, max: 20_540 }), fc.nat(120), (given, from, length) => {
        const { rows, plain } = plainOf(given);
        for (const days of [{ from, to: from + length }, EVERY_DAY]) {
          const expected = rows.map((row, number) => ({ ...row, number })).filter(({ day }) => day >= days.from && day <= days.to);
          expect(scanned(kept(plain), days)).toEqual(expected);
        }
      }),
      { seed: 61, numRuns: runs(300) },
    );
  });

  it('tell which runs of days stand for several, and where a column may be missing', () => {
    const row = { beyond: 0, member: 1, split: 0, importId: 1, spend: 1, clicks: 1, limit: null };
    const months = kept(
      plainOf([
        { ...row, day: 20_454 },
        { ...row, day: 20_460, beyond: 6 },
        { ...row, day: 20_490, clicks: NaN },
      ]).plain,
    );
    expect(months.spans).toEqual([{ from: 20_460, to: 20_466 }]);
    expect(months.mayLack('spend')).toEqual([]);
    expect(months.mayLack('clicks')).toEqual([{ from: 20_485, to: 20_512 }]);
    expect(months.mayLack('unheard of')).toHaveLength(2);
    expect(beginningIn(months, { from: 20_463, to: 20_470 })).toEqual({ from: 20_460, to: 20_470 });
    expect(beginningIn(months, { from: 20_467, to: 20_470 })).toEqual({ from: 20_467, to: 20_470 });
  });

  it('read stored columns that have become one as one: of each row one of them was told', () => {
    const { plain } = plainOf(
      [1, 2, 3].map((at) => ({
        day: 20_454 + at,
        beyond: 0,
        member: at,
        split: 0,
        importId: 1,
        spend: at === 2 ? NaN : at,
        clicks: at === 2 ? 7 : NaN,
        limit: null,
      })),
    );
    const segments = segmentsOf(plain).map((segment) => ({ head: headOf(segment), segment: () => segment }));
    const joined = new SegmentedRows(segments, () => 'money');
    const amounts: number[] = [];
    joined.scan(EVERY_DAY, ['money'], (chunk) => amounts.push(...chunk.amounts[0]!.subarray(0, chunk.length)));
    expect(amounts).toEqual([1, 7, 3]);
    expect([...joined.columns]).toEqual(['money']);
  });

  it('come in chunks of limited length, numbered through', () => {
    const many = plainOf(
      Array.from({ length: MOST_ROWS + 5 }, (_, at) => ({
        day: 20_454,
        beyond: 0,
        member: at,
        split: 0,
        importId: 1,
        spend: at,
        clicks: 1,
        limit: null,
      })),
    );
    const chunks: [number, number][] = [];
    kept(many.plain).scan(EVERY_DAY, [], ({ first, length }) => chunks.push([first, length]));
    expect(chunks).toEqual([
      [0, MOST_ROWS],
      [MOST_ROWS, 5],
    ]);
  });
});

describe('amounts in little room', () => {
  it('come out as they went in, from any row to any other', () => {
    fc.assert(
      fc.property(fc.array(anyAmount, { maxLength: 40 }), fc.nat(40), fc.nat(40), (amounts, a, b) => {
        const [from, end] = [Math.min(a, b, amounts.length), Math.min(Math.max(a, b), amounts.length)];
        const into = new Float64Array(40).fill(9);
        unpackAmounts(packAmounts(Float64Array.from(amounts)), from, end, into);
        expect([...into.subarray(0, end - from)]).toEqual(amounts.slice(from, end));
      }),
      { seed: 62, numRuns: runs(500) },
    );
  });

  it('of whole numbers take as few bytes as their multiples need, "not measured" included', () => {
    const bytes = (...amounts: number[]): number => packAmounts(Float64Array.from(amounts)).values.BYTES_PER_ELEMENT;
    expect(bytes(0, 2_540_000, 10_000)).toBe(1);
    expect(bytes(0, 2_550_000, 10_000)).toBe(2);
    expect(bytes(1, 65_534)).toBe(2);
    expect(bytes(1, 65_535)).toBe(4);
    expect(bytes(1, 2 ** 32)).toBe(8);
    expect(bytes(0.5)).toBe(8);
    expect(bytes(NaN, NaN)).toBe(1);
  });
});

describe('codes', () => {
  it('by weekday are those of the weekday of each row', () => {
    // Two splits; on Mondays they are 10 and 11, on Tuesdays 20 and 21 …
    const codes = Int32Array.from({ length: 14 }, (_, at) => 10 * (1 + Math.floor(at / 2)) + (at % 2));
    const coding = { of: 'split', codes, byWeekday: true } as const;
    const { plain } = plainOf(
      [20_454, 20_455, 20_461].map((day, split) => ({
        day,
        beyond: 0,
        member: 0,
        split: split % 2,
        importId: 1,
        spend: 1,
        clicks: 1,
        limit: null,
      })),
    );
    const found: number[] = [];
    kept(plain).scan(EVERY_DAY, [], (chunk) => {
      for (let row = 0; row < chunk.length; row++) found.push(codeIn(coding, chunk, row));
    });
    // 1 January 2026 was a Thursday.
    expect(found).toEqual([40, 51, 40]);
    expect(codeAt({ of: 'member', codes: Int32Array.of(5, 6) }, 9)).toBe(6);
  });
});
