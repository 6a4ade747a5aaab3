import fc from 'fast-check';
import {
  add,
  bounds,
  compareFigures,
  costPer,
  divide,
  figureText,
  type Figure,
  gap,
  multiply,
  packFigures,
  subtract,
  unpackFigures,
  value,
} from '../index';

const GBP = { locale: 'en-GB', currency: 'GBP' };

const anyFigure: fc.Arbitrary<Figure> = fc.oneof(
  fc.double({ min: -1e6, max: 1e6, noNaN: true }).map(value),
  fc
    .tuple(fc.double({ min: -1e6, max: 1e6, noNaN: true }), fc.double({ min: 0.001, max: 1e6, noNaN: true }))
    .map(([low, width]) => bounds(low, low + width)),
  fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((low) => bounds(low, null)),
  fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((high) => bounds(null, high)),
  fc.constantFrom<Figure>(gap('not measured'), gap('no rate'), gap('too little data')),
);

/** A number that a figure could be, for checking that bounds never exclude the truth. */
function inside(figure: Figure, at: number): number | undefined {
  if (figure.kind === 'gap') return undefined;
  if (figure.kind === 'value') return figure.value;
  const low = figure.low ?? (figure.high ?? 0) - 1000;
  const high = figure.high ?? low + 1000;
  return low + (high - low) * at;
}

const holds = (figure: Figure, truth: number): boolean => {
  const slack = 1e-6 * Math.max(1, Math.abs(truth));
  if (figure.kind === 'gap') return true;
  if (figure.kind === 'value') return Math.abs(figure.value - truth) <= slack;
  return (figure.low ?? -Infinity) <= truth + slack && truth - slack <= (figure.high ?? Infinity);
};

describe('figures', () => {
  it.each([
    ['add', add, (x: number, y: number) => x + y],
    ['subtract', subtract, (x: number, y: number) => x - y],
    ['multiply', multiply, (x: number, y: number) => x * y],
  ] as const)('%s never excludes what could be true', (_name, operate, plain) => {
    fc.assert(
      fc.property(
        anyFigure,
        anyFigure,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (a, b, x, y) => {
          const [left, right] = [inside(a, x), inside(b, y)];
          const result = operate(a, b);
          if (left === undefined || right === undefined) expect(result.kind).toBe('gap');
          else expect(holds(result, plain(left, right))).toBe(true);
        },
      ),
      { seed: 1 },
    );
  });

  it('divides by positive denominators without excluding the truth', () => {
    fc.assert(
      fc.property(
        anyFigure,
        fc.double({ min: 0.01, max: 1e4, noNaN: true }),
        fc.double({ min: 0, max: 1e4, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (a, low, width, at) => {
          const left = inside(a, at);
          const result = divide(a, bounds(low, low + width));
          if (left !== undefined) expect(holds(result, left / (low + width * at))).toBe(true);
        },
      ),
      { seed: 2 },
    );
  });

  it('shows the first gap in the agreed order', () => {
    expect(add(gap('too little data'), gap('no rate'))).toEqual(gap('no rate'));
    expect(divide(gap('no rate'), gap('not measured'))).toEqual(gap('not measured'));
  });

  it('has words for division by nothing, and a bound for spend without an outcome', () => {
    expect(divide(value(5), value(0))).toEqual(gap('nothing to divide by'));
    expect(costPer(value(500), value(0))).toEqual({ kind: 'bounds', low: 500 / 3.69, high: null });
    expect(figureText(costPer(value(500), value(0)), 'money', GBP)).toEqual({ text: '> £135.50', spoken: 'more than £135.50' });
    expect(costPer(value(0), value(0))).toEqual(gap('nothing to divide by'));
  });

  it('lets 500 spent on nothing float up: worst in a descending column, gaps last in both', () => {
    const column = [value(40), gap('not measured'), costPer(value(500), value(0)), value(90), bounds(null, 10)];
    const sorted = (direction: 'ascending' | 'descending') =>
      [...column].sort((a, b) => compareFigures(a, b, direction)).map((figure) => figureText(figure, 'money', GBP).text);
    expect(sorted('descending')).toEqual(['> £135.50', '£90.00', '£40.00', '≤ £10.00', '·']);
    expect(sorted('ascending')).toEqual(['≤ £10.00', '£40.00', '£90.00', '> £135.50', '·']);
  });

  it('says how much a figure covers', () => {
    expect(figureText({ kind: 'value', value: 0.5, coverage: 0.75 }, 'money', GBP).spoken).toBe('£0.50, covers 75% of spend');
  });

  it('survives the wire', () => {
    fc.assert(
      fc.property(fc.array(anyFigure), (figures) => expect(unpackFigures(packFigures(figures))).toEqual(figures)),
      { seed: 3 },
    );
  });

  it('refuses NaN and crossed bounds', () => {
    expect(() => value(NaN)).toThrow(RangeError);
    expect(() => bounds(2, 1)).toThrow(RangeError);
    expect(() => bounds(null, null)).toThrow(RangeError);
  });
});
