import { bounds, fillShares, gap, value } from '../index';

describe('how much of a cell is filled', () => {
  it('is of the largest of its kind, by what is certain', () => {
    const figures = [value(200), value(40), value(10), bounds(20, null), gap('not measured'), value(-5)];
    expect(fillShares(figures, (at) => at > 0)).toEqual([1, 1, 0.25, 0.5, null, null]);
  });

  it('is nothing where there is nothing', () => {
    expect(fillShares([value(0), bounds(null, 4)], () => 0)).toEqual([null, null]);
    expect(fillShares([], () => 0)).toEqual([]);
  });
});
