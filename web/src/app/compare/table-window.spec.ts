import { lineAt, topsOf, windowOf } from './table-window';

const heights = Array.from({ length: 1000 }, (_, at) => (at % 10 === 9 ? 60 : 40));
const tops = topsOf(heights);

describe('the lines of a long table on the screen', () => {
  it('hold every line in sight, and with what is above and below take the room of all', () => {
    for (const top of [0, 41, 777, 20_000, 41_500]) {
      const { from, to, above, below } = windowOf(tops, { top, height: 800 });
      expect(above).toBeLessThanOrEqual(top);
      expect(above + heights.slice(from, to).reduce((sum, each) => sum + each, 0)).toBeGreaterThanOrEqual(Math.min(42_000, top + 800));
      expect(above + heights.slice(from, to).reduce((sum, each) => sum + each, 0) + below).toBe(42_000);
      expect(to - from).toBeLessThan(100);
    }
  });

  it('are found by their height', () => {
    expect([0, 39, 40, 399, 420, 1e9].map((height) => lineAt(tops, height))).toEqual([0, 0, 1, 9, 10, 999]);
    expect(lineAt(topsOf([]), 10)).toBe(0);
    expect(windowOf(topsOf([]), { top: 0, height: 500 })).toMatchObject({ from: 0, to: 0, above: 0, below: 0 });
  });

  it('stay the same while scrolling a little', () => {
    expect(windowOf(tops, { top: 8010, height: 800 })).toEqual(windowOf(tops, { top: 8030, height: 800 }));
  });
});
