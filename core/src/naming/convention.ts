import { NAME_PARTS, type NamePart } from '../measure/name-part';
import { type TextTest, testProblem } from '../text/text-test';

export const NAMED_LEVELS = ['campaign', 'group', 'ad'] as const;
export type NamedLevel = (typeof NAMED_LEVELS)[number];

/** One place in a name. */
export interface ConventionPart {
  /** Null where it tells nothing that is compared: a client's letters, a number. */
  readonly part: NamePart | null;
  /** Words allowed there, as they are to be shown; any where there are none. */
  readonly words: readonly string[];
  /** Whether a name may do without it. */
  readonly optional: boolean;
}

/** How the names of a level are built: parts with a separator between them. */
export interface Convention {
  readonly level: NamedLevel;
  readonly separator: string;
  readonly parts: readonly ConventionPart[];
}

/** What names that pass a test are to be taken for. The channel's own name stays. */
export interface NameRule extends TextTest {
  readonly level: NamedLevel;
  readonly parts: Readonly<Partial<Record<NamePart, string>>>;
}

/** How the names of one client are built, with what corrects those that are not. */
export interface Naming {
  readonly conventions: readonly Convention[];
  readonly rules: readonly NameRule[];
}

export const NO_NAMING: Naming = { conventions: [], rules: [] };

const partsOf = ({ parts }: NameRule): NamePart[] => NAME_PARTS.filter((part) => (parts[part] ?? '') !== '');

/** What is wrong with a client's naming, in words; empty when it can be used. */
export function namingProblems({ conventions, rules }: Naming): string[] {
  const problems: string[] = [];
  for (const level of NAMED_LEVELS)
    if (conventions.filter((each) => each.level === level).length > 1) problems.push(`There are two conventions for ${level} names.`);
  const levelOf = new Map<NamePart, NamedLevel>();
  const own = (part: NamePart, level: NamedLevel): void => {
    const first = levelOf.get(part) ?? level;
    levelOf.set(part, first);
    if (first !== level) problems.push(`The ${part} is told by ${first} names and by ${level} names: choose one.`);
  };
  for (const { level, separator, parts } of conventions) {
    if (separator === '') problems.push(`Say what stands between the parts of ${level} names.`);
    if (parts.length === 0) problems.push(`Name the parts of ${level} names.`);
    if (parts.length > 0 && parts.every(({ optional }) => optional)) problems.push(`At least one part of ${level} names must be there.`);
    if (parts.some(({ optional, words }) => optional && words.length === 0))
      problems.push(`Give the words of each part of ${level} names that may be missing: by them it is told from the next.`);
    const named = parts.flatMap(({ part }) => (part === null ? [] : [part]));
    for (const part of named) own(part, level);
    for (const part of new Set(named.filter((each, at) => named.indexOf(each) !== at)))
      problems.push(`The ${part} stands twice in ${level} names.`);
  }
  rules.forEach((rule, at) => {
    const problem = testProblem(rule) || (partsOf(rule).length === 0 ? 'say what the names are to be taken for.' : '');
    if (problem !== '') problems.push(`Rule ${at + 1}: ${problem}`);
    for (const part of partsOf(rule)) own(part, rule.level);
  });
  return [...new Set(problems)];
}

/** The parts that a level's names or rules tell. */
export function partsOfLevel({ conventions, rules }: Naming, level: NamedLevel): NamePart[] {
  const told = new Set<NamePart>([
    ...conventions
      .filter((each) => each.level === level)
      .flatMap(({ parts }) => parts.flatMap(({ part }) => (part === null ? [] : [part]))),
    ...rules.filter((each) => each.level === level).flatMap(partsOf),
  ]);
  return NAME_PARTS.filter((part) => told.has(part));
}
