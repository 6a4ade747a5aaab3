import type { Contribution } from './contribution';
import type { Part } from './node';
import { tallyOf } from './tally';

const part = (sum: number, most?: number, seen?: number): Part => ({
  mask: 1,
  sums: Float64Array.of(sum),
  ...(most === undefined ? {} : { most: Float64Array.of(most) }),
  ...(seen === undefined ? {} : { seen }),
});
const of = (account: number, ...parts: Part[]): Contribution => ({ account, noRate: false, parts });
const NOTHING = { least: 0, most: 0, claiming: 0 };

describe('what adds', () => {
  it.each([
    [5, undefined, { least: 5, most: 5, largest: 5, claiming: 1, isExact: true }],
    [5, 8, { least: 5, most: 8, largest: 5, claiming: 1, isExact: false }],
    [0, undefined, { least: 0, most: 0, largest: 0, claiming: 0, isExact: true }],
    [-2, undefined, { least: -2, most: -2, largest: -2, claiming: 0, isExact: true }],
  ])('of one part is what it holds: %d up to %d', (sum, most, tally) => {
    expect(tallyOf([of(1, part(sum, most))], 0, 'adds')).toEqual(tally);
  });

  it('is a sum apart by account: the account with most, and how many have any', () => {
    const all = [of(1, part(5), part(2)), of(2, part(4)), of(1, part(1)), of(3, part(0))];
    expect(tallyOf(all, 0, 'adds')).toEqual({ least: 12, most: 12, largest: 8, claiming: 2, isExact: true });
    expect(tallyOf([...all, of(2, part(1, 3))], 0, 'weighted')).toEqual({ least: 13, most: 15, largest: 8, claiming: 2, isExact: false });
    expect(tallyOf([of(1, part(5)), of(2, part(5))], 0, 'adds')).toMatchObject({ largest: 5, claiming: 2 });
    expect(tallyOf([of(1, part(-3), part(1))], 0, 'adds')).toEqual({ least: -2, most: -2, largest: -2, claiming: 0, isExact: true });
  });

  it('is nothing where nothing is', () => {
    expect(tallyOf([], 0, 'adds')).toMatchObject(NOTHING);
    expect(tallyOf([of(1)], 0, 'adds')).toMatchObject({ ...NOTHING, largest: 0, isExact: true });
  });
});

describe('what may be the same', () => {
  it('lies between the largest and the sum: of people every part, of what competes every contribution', () => {
    const all = [of(1, part(5), part(2, 4)), of(2, part(6))];
    expect(tallyOf(all, 0, 'people')).toEqual({ least: 6, most: 15, largest: 6, claiming: 1, isExact: false });
    expect(tallyOf(all, 0, 'competing')).toEqual({ least: 7, most: 15, largest: 7, claiming: 1, isExact: false });
  });

  it('of nobody claims nothing, and what holds nothing at all is not seen', () => {
    expect(tallyOf([of(1, part(0))], 0, 'people')).toEqual({ least: 0, most: 0, largest: 0, claiming: 0, isExact: false });
    expect(tallyOf([of(1), of(2, part(-1))], 0, 'competing')).toMatchObject({ least: -1, claiming: 0 });
    expect(tallyOf([of(1)], 0, 'competing').least).toBe(-Infinity);
  });
});

describe('a state', () => {
  it('lies between the least and the most it was seen at, and is nothing where it was not', () => {
    const all = [of(1, part(5, undefined, 1), part(2, 3, 1)), of(2, part(9, 9, 0)), of(3, part(4))];
    expect(tallyOf(all, 0, 'setting')).toEqual({ least: 2, most: 5, largest: 2, claiming: 0, isExact: false });
    expect(tallyOf([of(2, part(9, 9, 2))], 0, 'ordered')).toMatchObject({ least: Infinity, most: -Infinity });
  });
});
