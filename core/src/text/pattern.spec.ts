import { compileTest, LONGEST_PATTERN, type Pattern, readPattern, testProblem } from '../index';

const pattern = (text: string): Pattern => {
  const read = readPattern(text);
  if (typeof read === 'string') throw new Error(read);
  return read;
};

describe('a pattern', () => {
  it('fits a part of a text, capitals aside, in any script', () => {
    expect(pattern('b\\d+').test('AB12')).toBe(true);
    expect(pattern('^\\p{L}+-é$').test('ümlaut-É')).toBe(true);
    expect(pattern('^b').test('ab')).toBe(false);
  });

  it('tells its groups and replaces every place', () => {
    expect(pattern('(\\w+)-(\\d+)(x)?').groups('tea-12')).toEqual(['tea', '12', undefined]);
    expect(pattern('(\\w+)-(\\d+)').groups('tea')).toBeUndefined();
    expect(pattern('(\\w+)-(\\d+)').replaceAll('tea-12 cup-3', '$2 $1')).toBe('12 tea 3 cup');
  });

  it.each(['(', '(?<=a)b', 'a(?=b)', '(a)\\1', 'a{2000}', '', 'a'.repeat(LONGEST_PATTERN + 1)])('refuses %s with the reason', (text) => {
    expect(readPattern(text)).toEqual(expect.stringMatching(/pattern/));
    expect(testProblem({ test: 'fits the pattern', value: text })).not.toBe('');
  });

  // Tried backwards and forwards, this takes longer than anybody waits; here it is over at once or the test runs out of time.
  it('answers for a text that a backtracking engine never comes back from', () => {
    const text = `${'social-prospecting_'.repeat(40)}?`;
    expect(compileTest({ test: 'fits the pattern', value: '^([\\w-]+\\s*)+!$' })(text)).toBe(false);
    expect(pattern('^([\\w-]+\\s*)+!$').groups(text)).toBeUndefined();
    expect(pattern('(a+)+$').replaceAll(`${'a'.repeat(5000)}b`, '')).toHaveLength(5001);
  });
});
