/** The lines of a long table that are on the screen: which, and how much room those before and after take. */
export interface TableWindow {
  readonly from: number;
  readonly to: number;
  readonly above: number;
  readonly below: number;
}

/** What of a table is in sight, in pixels. */
export interface Scroll {
  readonly top: number;
  readonly height: number;
}

/** Lines drawn beyond what is in sight: scrolling meets no gap. Windows begin and end at multiples of it. */
const BESIDE = 20;

/** Where each line begins, in pixels, and where the last ends. */
export function topsOf(heights: readonly number[]): Float64Array {
  const tops = new Float64Array(heights.length + 1);
  heights.forEach((height, at) => {
    tops[at + 1] = (tops[at] ?? 0) + height;
  });
  return tops;
}

/** The line at a height: the last that begins there or before. */
export function lineAt(tops: Float64Array, height: number): number {
  let [low, high] = [0, tops.length - 2];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if ((tops[middle] ?? 0) <= height) low = middle;
    else high = middle - 1;
  }
  return Math.max(0, low);
}

export function windowOf(tops: Float64Array, { top, height }: Scroll): TableWindow {
  const lines = tops.length - 1;
  const from = Math.max(0, Math.floor((lineAt(tops, top) - BESIDE) / BESIDE) * BESIDE);
  const to = Math.min(lines, Math.ceil((lineAt(tops, top + height) + 1 + BESIDE) / BESIDE) * BESIDE);
  return { from, to, above: tops[from] ?? 0, below: (tops[lines] ?? 0) - (tops[to] ?? 0) };
}
