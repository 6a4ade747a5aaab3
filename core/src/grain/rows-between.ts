import type { DayRange } from '../time/day';

const sorted = new WeakMap<Int32Array, boolean>();

/** The rows, as first and end, among which those of some days are. Reports are kept by day; where one is not, that is all of them. */
export function rowsBetween(
  { day, length }: { readonly day: Int32Array; readonly length: number },
  { from, to }: DayRange,
): [number, number] {
  let isSorted = sorted.get(day);
  if (isSorted === undefined) {
    isSorted = true;
    for (let row = 1; row < length && isSorted; row++) isSorted = (day[row - 1] ?? 0) <= (day[row] ?? 0);
    sorted.set(day, isSorted);
  }
  return isSorted ? [firstFrom(day, length, from), firstFrom(day, length, to + 1)] : [0, length];
}

function firstFrom(days: Int32Array, length: number, day: number): number {
  let [low, high] = [0, length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((days[middle] ?? 0) < day) low = middle + 1;
    else high = middle;
  }
  return low;
}
