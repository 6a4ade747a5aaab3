import { type Spans, spansOf } from './spans';
import type { Rows } from '../rows/rows';
import { feedOf } from '../test/feed';

const WINDOW = { from: 10, to: 29 };
/** Two buckets, of the days 10–16 and 20–29. */
const bucketOf = (day: number): number => (day >= 10 && day <= 16 ? 0 : day >= 20 && day <= 29 ? 1 : -1);
type Row = readonly [from: number, to: number];
const rowsOf = (...rows: readonly Row[]): Rows =>
  feedOf(
    { feedId: 1, account: 0, dimensions: new Set(), covers: [] },
    {
      day: Int32Array.from(rows, ([from]) => from),
      to: Int32Array.from(rows, ([, to]) => to),
      importId: new Int32Array(rows.length),
      codes: new Map(),
      amounts: new Map(),
    },
  ).rows;
const spans = (...rows: readonly Row[]): Spans | undefined => spansOf(rowsOf(...rows), WINDOW, bucketOf);
const cutDays = (found: Spans | undefined): number[] => [...(found?.cut ?? [])].flatMap((cut, at) => (cut === 1 ? [WINDOW.from + at] : []));

describe('rows of several days', () => {
  it('are of no matter to a report of days', () => {
    expect(spans([10, 10], [12, 12])).toBeUndefined();
    expect(spans([10, 10], [1, 3])).toEqual({ list: [], cut: new Uint8Array(20) });
  });

  it('are listed once each, as far as they touch the days asked for', () => {
    expect(spans([10, 16], [10, 16], [20, 26], [3, 9], [30, 36], [3, 10], [29, 35])?.list).toEqual([
      { from: 3, to: 10 },
      { from: 10, to: 16 },
      { from: 20, to: 26 },
      { from: 29, to: 35 },
    ]);
  });

  it('are whole inside one bucket, and cut across its edge: nothing is prorated', () => {
    expect(cutDays(spans([10, 16], [20, 29]))).toEqual([]);
    expect(cutDays(spans([15, 18]))).toEqual([15, 16, 17, 18]);
    expect(cutDays(spans([15, 21]))).toEqual([15, 16, 17, 18, 19, 20, 21]);
    // Between the buckets it is in none.
    expect(cutDays(spans([17, 19]))).toEqual([17, 18, 19]);
    // Beyond the days asked for only what lies in them is cut.
    expect(cutDays(spans([3, 11]))).toEqual([10, 11]);
    expect(cutDays(spans([28, 35]))).toEqual([28, 29]);
  });
});
