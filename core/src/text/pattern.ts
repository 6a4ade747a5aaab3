import { RE2JS } from 're2js';

/** Longer patterns than this say something no person has meant. */
export const LONGEST_PATTERN = 200;

/** A pattern of a person, made ready for many texts. It runs in time linear in a text's length, whatever it says. */
export interface Pattern {
  /** Whether some part of a text fits. */
  test(text: string): boolean;
  /** What its groups hold at the first place that fits; undefined where none does. */
  groups(text: string): (string | undefined)[] | undefined;
  /** Every place that fits replaced; "$1" stands for the first group. */
  replaceAll(text: string, replacement: string): string;
}

/**
 * Reads a pattern: a regular expression without looking ahead or behind and without referring back to a
 * group, as linear time allows (RE2). Capitals do not matter. Returns the words that say what is wrong
 * where it cannot be used.
 */
export function readPattern(pattern: string): Pattern | string {
  if (pattern === '') return 'Write a pattern.';
  if (pattern.length > LONGEST_PATTERN) return `The pattern is longer than ${LONGEST_PATTERN} characters.`;
  const compiled = compile(pattern);
  if (!compiled)
    return `“${pattern}” is not a pattern that can be used: it may not look ahead or behind, refer back to a group, or repeat a thing more than 1,000 times.`;
  return {
    test: (text) => compiled.test(text),
    groups: (text) => {
      const matcher = compiled.matcher(text);
      if (!matcher.find()) return undefined;
      return Array.from({ length: matcher.groupCount() }, (_, at) => matcher.group(at + 1) ?? undefined);
    },
    replaceAll: (text: string, replacement: string) => compiled.matcher(text).replaceAll(replacement),
  };
}

function compile(pattern: string): RE2JS | undefined {
  try {
    return RE2JS.compile(pattern, RE2JS.CASE_INSENSITIVE);
  } catch {
    return undefined;
  }
}
