import { readPattern } from './pattern';

/** Ways a text can be tested, as a person would say them. Capitals and spaces around it do not matter. */
export const TEXT_TESTS = [
  'is',
  'is not',
  'contains',
  'does not contain',
  'begins with',
  'ends with',
  'fits the pattern',
  'is filled',
  'is empty',
] as const;
export type TextTestName = (typeof TEXT_TESTS)[number];

export interface TextTest {
  readonly test: TextTestName;
  /** Unused by "is filled" and "is empty". */
  readonly value: string;
}

export const needsValue = (test: TextTestName): boolean => test !== 'is filled' && test !== 'is empty';

export const foldText = (text: string): string => text.trim().toLocaleLowerCase('en');

/** What is wrong with a test, in words; empty when it can be used. */
export function testProblem({ test, value }: TextTest): string {
  if (!needsValue(test)) return '';
  if (value.trim() === '') return `Say what “${test}” compares with.`;
  const pattern = test === 'fits the pattern' ? readPattern(value) : undefined;
  return typeof pattern === 'string' ? pattern : '';
}

/** Makes a test ready for many texts. A test with a problem is fulfilled by none. */
export function compileTest({ test, value }: TextTest): (text: string) => boolean {
  const wanted = foldText(value);
  if (testProblem({ test, value }) !== '') return () => false;
  switch (test) {
    case 'is':
      return (text) => foldText(text) === wanted;
    case 'is not':
      return (text) => foldText(text) !== wanted;
    case 'contains':
      return (text) => foldText(text).includes(wanted);
    case 'does not contain':
      return (text) => !foldText(text).includes(wanted);
    case 'begins with':
      return (text) => foldText(text).startsWith(wanted);
    case 'ends with':
      return (text) => foldText(text).endsWith(wanted);
    case 'is filled':
      return (text) => text.trim() !== '';
    case 'is empty':
      return (text) => text.trim() === '';
    case 'fits the pattern': {
      const pattern = readPattern(value);
      return (text) => typeof pattern !== 'string' && pattern.test(text);
    }
  }
}
