import { type Cell, cellText } from './cell';
import { parseNumber } from './number';

/** Ways a number can be tested. */
export const NUMBER_TESTS = ['is more than', 'is at least', 'is less than', 'is at most'] as const;
export type NumberTestName = (typeof NUMBER_TESTS)[number];

export interface NumberTest {
  readonly test: NumberTestName;
  readonly value: string;
}

export const isNumberTest = (test: string): test is NumberTestName => NUMBER_TESTS.some((each) => each === test);

const PLAIN = /^-?\d+(?:\.\d+)?$/;

/** What is wrong with a test, in words; empty when it can be used. */
export const numberTestProblem = ({ test, value }: NumberTest): string =>
  PLAIN.test(value.trim()) ? '' : `Say what “${test}” compares with, as a number such as 1200 or 0.5.`;

/**
 * Makes a test ready for many cells. A cell that is not measured passes none. One that is no number, or
 * that passes or not by how its decimals are written ("1.234"), is told in words instead of being guessed.
 */
export function compileNumberTest({ test, value }: NumberTest): (cell: Cell) => boolean | string {
  const bar = Number(value);
  const passes = (number: number): boolean => {
    switch (test) {
      case 'is more than':
        return number > bar;
      case 'is at least':
        return number >= bar;
      case 'is less than':
        return number < bar;
      case 'is at most':
        return number <= bar;
    }
  };
  return (cell) => {
    const [point, comma] = [parseNumber(cell, '.'), parseNumber(cell, ',')];
    if (point === null || comma === null) return false;
    const results = [point, comma].filter((number) => number !== undefined).map(passes);
    const [first, second = first] = results;
    if (first === undefined) return `“${cellText(cell)}” is not a number`;
    return first === second ? first : `“${cellText(cell)}” ${test} ${value} or not, by which sign separates its decimals`;
  };
}
