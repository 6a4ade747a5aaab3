import { bounds, compareFigures, type Figure, figureText, gap, value } from '../index';

describe('a sorted column', () => {
  const sorted = (figures: readonly Figure[], direction: 'ascending' | 'descending'): string[] =>
    figures
      .toSorted((a, b) => compareFigures(a, b, direction))
      .map((figure) => figureText(figure, 'number', { locale: 'en-GB', currency: 'GBP' }).text);
  const both = (figures: readonly Figure[]): { up: string[]; down: string[] } => ({
    up: sorted(figures, 'ascending'),
    down: sorted(figures, 'descending'),
  });

  it('puts bounds where their middle is', () => {
    // By its low side 10 to 40 would come before 20, by its high side after 30.
    expect(both([value(30), bounds(10, 40), value(20)]).up).toEqual(['20', '10 to 40', '30']);
    expect(both([value(30), bounds(10, 40), value(20)]).down).toEqual(['30', '10 to 40', '20']);
  });

  it('puts “more than” beyond every value and “at most” before, each by its side', () => {
    const figures = [bounds(5, null), value(1000), bounds(9, null), bounds(null, 2000), bounds(null, 3000)];
    expect(both(figures).up).toEqual(['≤ 2,000', '≤ 3,000', '1,000', '> 5', '> 9']);
    expect(both(figures).down).toEqual(['> 9', '> 5', '1,000', '≤ 3,000', '≤ 2,000']);
  });

  it('puts gaps last in both directions, and leaves equals alone', () => {
    expect(both([gap('no rate'), value(1), value(-1)])).toEqual({ up: ['−1', '1', '¤'], down: ['1', '−1', '¤'] });
    for (const direction of ['ascending', 'descending'] as const) {
      expect(compareFigures(gap('no rate'), gap('not measured'), direction)).toBe(0);
      expect(compareFigures(value(3), value(3), direction)).toBeCloseTo(0, 12);
      expect(compareFigures(value(0), bounds(-1, 1), direction)).not.toBe(0);
    }
  });

  it('among equals puts what may be less before', () => {
    expect(both([value(20), bounds(10, 30)]).up).toEqual(['10 to 30', '20']);
    expect(both([value(20), bounds(10, 30)]).down).toEqual(['20', '10 to 30']);
  });
});
