import fc from 'fast-check';
import { mixAndRate, splitChange } from '../index';

const positive = fc.double({ min: 0.001, max: 1000, noNaN: true });

describe('why a ratio changed', () => {
  it('is the basket alone, or rate and price of clicks beside it, as on the page', () => {
    expect(splitChange([60, 0.025, 2], [48, 0.025, 2])?.map((part) => part.toFixed(3))).toEqual(['-0.600', '0.000', '0.000']);
    const parts = splitChange([60, 0.025, 1 / 0.5], [48, 0.03, 1 / 0.6]);
    expect(parts?.map((part) => part.toFixed(3))).toEqual(['-0.600', '0.490', '-0.490']);
  });

  it('adds up to the change, also where nothing changed in all', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(positive, positive), { minLength: 1, maxLength: 4 }), (factors) => {
        const [before, now] = [factors.map(([each]) => each), factors.map(([, each]) => each)];
        const product = (of: number[]): number => of.reduce((all, each) => all * each, 1);
        const change = product(now) - product(before);
        const total = splitChange(before, now)?.reduce((all, each) => all + each, 0) ?? NaN;
        expect(Math.abs(total - change)).toBeLessThanOrEqual(1e-9 * Math.max(1, product(before), product(now)));
      }),
      { seed: 8, numRuns: 300 },
    );
    expect(splitChange([2, 3], [3, 2])?.map((part) => part.toFixed(3))).toEqual(['2.433', '-2.433']);
  });

  it('cannot be told where something was nothing', () => {
    expect([splitChange([0, 1], [1, 1]), splitChange([1, 1], [1, Infinity])]).toEqual([null, null]);
  });

  it('is mix where members stay as good and the money moved, as on the page', () => {
    const of = (weight: number, ratio: number) => ({ weight, amount: weight * ratio });
    const parts = mixAndRate([
      { before: of(100, 4), now: of(50, 4) },
      { before: of(100, 2), now: of(150, 2) },
    ]);
    expect(parts?.reduce((all, { mix }) => all + mix, 0)).toBeCloseTo(-0.5, 12);
    expect(parts?.map(({ rate }) => rate)).toEqual([0, 0]);
    expect(mixAndRate([{ before: of(0, 0), now: of(1, 1) }])).toBeNull();
  });

  it('adds up over members that come, go, and bring something for nothing', () => {
    const side = fc.record({ weight: fc.constantFrom(0, 1, 5, 40), amount: fc.integer({ min: 0, max: 90 }) });
    fc.assert(
      fc.property(fc.array(fc.record({ before: side, now: side }), { minLength: 1, maxLength: 6 }), (members) => {
        const parts = mixAndRate(members);
        const whole = (of: 'before' | 'now'): number =>
          members.reduce((all, each) => all + each[of].amount, 0) / members.reduce((all, each) => all + each[of].weight, 0);
        if (!parts) return;
        const total = parts.reduce((all, { mix, rate }) => all + mix + rate, 0);
        expect(total).toBeCloseTo(whole('now') - whole('before'), 9);
        members.forEach(({ before, now }, at) => {
          if (before.weight === 0 || now.weight === 0) expect(parts[at]?.rate).toBe(0);
        });
      }),
      { seed: 9, numRuns: 300 },
    );
  });
});
