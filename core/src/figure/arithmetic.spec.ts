import {
  add,
  between,
  bounds,
  costPer,
  divide,
  type Figure,
  gap,
  multiply,
  packFigures,
  subtract,
  unpackFigures,
  value,
  withCoverage,
} from '../index';

const NOTHING = gap('nothing to divide by');
const OPEN = gap('not additive');

describe('arithmetic is as narrow as what is known', () => {
  it.each<[string, Figure, Figure, Figure]>([
    ['values', value(2), value(3), value(5)],
    ['a value and bounds', value(2), bounds(3, 5), bounds(5, 7)],
    ['two bounds', bounds(1, 2), bounds(10, 20), bounds(11, 22)],
    ['open above', bounds(1, null), bounds(10, 20), bounds(11, null)],
    ['open below', bounds(null, 2), bounds(10, 20), bounds(null, 22)],
    ['open on both sides together', bounds(1, null), bounds(null, 2), OPEN],
    ['a gap', value(2), gap('no rate'), gap('no rate')],
    ['a gap before', gap('no rate'), value(2), gap('no rate')],
  ])('adding %s', (_, a, b, sum) => {
    expect(add(a, b)).toEqual(sum);
    expect(add(b, a)).toEqual(sum);
  });

  it.each<[string, Figure, Figure, Figure]>([
    ['values', value(2), value(3), value(-1)],
    ['bounds from a value', value(10), bounds(3, 5), bounds(5, 7)],
    ['two bounds', bounds(10, 20), bounds(1, 2), bounds(8, 19)],
    ['what is open above', value(10), bounds(3, null), bounds(null, 7)],
    ['what is open below', value(10), bounds(null, 3), bounds(7, null)],
    ['open above from open above', bounds(1, null), bounds(2, null), OPEN],
  ])('subtracting %s', (_, a, b, difference) => expect(subtract(a, b)).toEqual(difference));

  it.each<[string, Figure, Figure, Figure]>([
    ['values', value(2), value(-3), value(-6)],
    ['a negative value and bounds', value(-2), bounds(3, 5), bounds(-10, -6)],
    ['bounds over both signs', bounds(-1, 2), bounds(-3, 4), bounds(-6, 8)],
    ['nothing and what is open', value(0), bounds(3, null), value(0)],
    ['open above', value(2), bounds(3, null), bounds(6, null)],
    ['open above, by less than nothing', value(-2), bounds(3, null), bounds(null, -6)],
    ['bounds from nothing and what is open', bounds(0, 1), bounds(3, null), bounds(0, null)],
    ['open on both sides together', bounds(-1, 1), bounds(3, null), OPEN],
    ['a gap', gap('no rate'), bounds(1, 2), gap('no rate')],
  ])('multiplying %s', (_, a, b, product) => {
    expect(multiply(a, b)).toEqual(product);
    expect(multiply(b, a)).toEqual(product);
  });

  it.each<[string, Figure, Figure, Figure]>([
    ['values', value(6), value(4), value(1.5)],
    ['by nothing', value(6), value(0), NOTHING],
    ['by less than nothing', value(6), value(-2), NOTHING],
    ['bounds by a value', bounds(6, 8), value(2), bounds(3, 4)],
    ['by bounds', value(12), bounds(2, 4), bounds(3, 6)],
    ['what may be less than nothing by bounds', bounds(-12, 12), bounds(2, 4), bounds(-6, 6)],
    ['by what reaches nothing', value(12), bounds(0, 4), bounds(3, null)],
    ['by what is open above', value(12), bounds(2, null), bounds(0, 6)],
    ['by what is at most nothing', value(12), bounds(null, 0), NOTHING],
    ['by what is at most something', value(12), bounds(null, 3), bounds(4, null)],
    ['nothing by what reaches nothing', value(0), bounds(0, 4), value(0)],
    ['what is open above by bounds', bounds(12, null), bounds(2, 4), bounds(3, null)],
    ['a gap', value(1), gap('not measured'), gap('not measured')],
  ])('dividing %s', (_, a, b, ratio) => expect(divide(a, b)).toEqual(ratio));

  it.each<[string, Figure, Figure, Figure]>([
    ['an outcome', value(40), value(4), value(10)],
    ['no outcome', value(369), value(0), bounds(100, null)],
    ['no outcome and no spend', value(0), value(0), NOTHING],
    ['no outcome where spend is at least something', bounds(10, null), value(0), NOTHING],
    ['some outcomes, at least', value(40), bounds(4, null), bounds(0, 10)],
    ['outcomes that are not measured', value(40), gap('not measured'), gap('not measured')],
    ['outcomes of spend that is not measured', gap('not measured'), value(0), gap('not measured')],
  ])('the cost of %s', (_, spend, count, cost) => expect(costPer(spend, count)).toEqual(cost));
});

describe('figures keep to their kinds', () => {
  it('nothing is nothing, never below it', () => {
    expect(Object.is(value(-0).value, 0)).toBe(true);
  });

  it('bounds that meet are a value, and an infinite side is an open one', () => {
    expect(bounds(3, 3)).toEqual(value(3));
    expect(bounds(3, null)).toEqual({ kind: 'bounds', low: 3, high: null });
    expect(between(3, Infinity)).toEqual(bounds(3, null));
    expect(between(-Infinity, 3)).toEqual(bounds(null, 3));
    expect(between(3, 4)).toEqual(bounds(3, 4));
    expect(between(-Infinity, Infinity)).toEqual(OPEN);
  });

  it('say what is wrong with them', () => {
    expect(() => value(Infinity)).toThrow('A figure cannot be Infinity');
    expect(() => bounds(2, 1)).toThrow('Bounds are crossed');
    expect(() => bounds(null, null)).toThrow('Bounds need a side');
  });

  it('note what they cover, in full not at all, and keep it on the wire', () => {
    expect(withCoverage(value(3), 0.5)).toEqual({ kind: 'value', value: 3, coverage: 0.5 });
    expect(withCoverage(value(3), 1)).toEqual(value(3));
    expect(withCoverage(value(3), undefined)).toEqual(value(3));
    const figures = [value(3), withCoverage(bounds(1, null), 0.25), gap('no rate'), withCoverage(value(0), 0.5)];
    const packed = packFigures(figures);
    expect(packed).toEqual({
      values: [3, null, null, 0],
      gaps: [[2, 'no rate']],
      bounds: [[1, 1, null]],
      coverage: [
        [1, 0.25],
        [3, 0.5],
      ],
    });
    expect(unpackFigures(packed)).toEqual(figures);
    expect(unpackFigures({ values: [null], gaps: [], bounds: [], coverage: [] })).toEqual([gap('not measured')]);
  });
});
