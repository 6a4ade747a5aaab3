import { partOfRest } from './rest-of-month';

/** A month of days 1 to 31, of which 14 are done. */
const REST = { from: 15, to: 31 };
const part = (from: number, to: number, spent = 9000): number => partOfRest(18_000, spent, { from, to }, REST);

describe('what is left of a month’s plan', () => {
  it('is shared evenly by the days that are left', () => {
    expect(part(15, 15)).toBeCloseTo(529.41, 2);
    expect(part(15, 31)).toBeCloseTo(9000, 9);
    expect(part(20, 29)).toBeCloseTo(5294.12, 2);
  });

  it('is nothing beyond the month, before its rest, and once it is spent', () => {
    expect(part(15, 60)).toBeCloseTo(9000, 9);
    expect(part(1, 16)).toBeCloseTo(2 * 529.41, 2);
    expect([part(40, 60), part(15, 31, 19_000)]).toEqual([0, 0]);
  });
});
