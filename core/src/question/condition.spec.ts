import { bounds, gap, value } from '../figure/figure';
import { AMOUNT_TESTS, farFromSiblings, firstOfSiblings, meets } from './condition';

const verdicts = (figure: Parameters<typeof meets>[0], than: number) => AMOUNT_TESTS.map((test) => meets(figure, test, than));

describe('a figure held against an amount', () => {
  it('that is a value passes or fails', () => {
    expect(verdicts(value(5), 4)).toEqual(['yes', 'yes', 'no', 'no']);
    expect(verdicts(value(4), 4)).toEqual(['no', 'yes', 'no', 'yes']);
    expect(verdicts(value(3), 4)).toEqual(['no', 'no', 'yes', 'yes']);
  });

  it('that is bounds passes where both ends do: 500 spent on nothing floats up', () => {
    expect(verdicts(bounds(135, null), 100)).toEqual(['yes', 'yes', 'no', 'no']);
    expect(verdicts(bounds(null, 10), 10)).toEqual(['no', 'unknown', 'unknown', 'yes']);
    expect(verdicts(bounds(1, 9), 5)).toEqual(['unknown', 'unknown', 'unknown', 'unknown']);
  });

  it('that is a gap says nothing', () => {
    expect(verdicts(gap('not measured'), 0)).toEqual(['unknown', 'unknown', 'unknown', 'unknown']);
  });
});

describe('siblings', () => {
  it('come first by what they have, gaps nowhere', () => {
    const figures = [value(3), gap('not measured'), value(9), bounds(20, null), value(1)];
    expect(firstOfSiblings(figures, 'largest', 2)).toEqual(['no', 'unknown', 'yes', 'yes', 'no']);
    expect(firstOfSiblings(figures, 'smallest', 1)).toEqual(['no', 'unknown', 'no', 'no', 'yes']);
  });

  it('of equal places are taken in their order', () => {
    expect(firstOfSiblings([value(2), value(2), value(2)], 'largest', 2)).toEqual(['yes', 'yes', 'no']);
  });

  it('are far from one another by the median of their distances', () => {
    // Median 10, distances 2 1 0 1 2 90: their median 1.5, so 3.5 × 1.4826 × 1.5 = 7.78 is far.
    expect(farFromSiblings([8, 9, 10, 11, 12, 100].map(value))).toEqual(['no', 'no', 'no', 'no', 'no', 'yes']);
    expect(farFromSiblings([8, 9, 10, 11, 12, 18.3].map(value)).at(-1)).toBe('yes');
    expect(farFromSiblings([8, 9, 10, 11, 12, 18.2].map(value)).at(-1)).toBe('no');
  });

  it('are not far where they are few, or mostly the same', () => {
    expect(farFromSiblings([1, 1, 1, 90].map(value))).toEqual(['unknown', 'unknown', 'unknown', 'unknown']);
    expect(farFromSiblings([1, 1, 1, 1, 90].map(value))).toEqual(['no', 'no', 'no', 'no', 'no']);
    expect(farFromSiblings([value(1), value(2), value(3), value(4), value(5), gap('not measured')]).at(-1)).toBe('unknown');
  });
});
