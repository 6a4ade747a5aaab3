import { groupingId, isGrouping } from '../measure/derived';
import type { Vocabulary } from '../measure/vocabulary';
import { canSplitBy, isRowDimension } from '../question/dimensions';
import { compileTest, foldText, type TextTest, testProblem } from '../text/text-test';

/** Some members under a name. */
export interface MemberGroup {
  readonly name: string;
  /** Those whose name passes one of these. */
  readonly any: readonly TextTest[];
  /** Those chosen by hand: levels by their code, what else reports tell by its name. */
  readonly members: readonly (number | string)[];
}

/** Sorts the members of a dimension into groups: product lines, seasons, a test. It is a dimension itself. */
export interface Grouping {
  /** What questions call it; stays when it is renamed. */
  readonly id: string;
  readonly label: string;
  /** What is grouped; may be another grouping. */
  readonly of: string;
  readonly groups: readonly MemberGroup[];
}

/** What a client has grouped. */
export interface Groupings {
  readonly groupings: readonly Grouping[];
}

export const NO_GROUPINGS: Groupings = { groupings: [] };

/** What members are in that no group takes. */
export const IN_NO_GROUP = 'in no group';

/** Finds the group of a member by its code and name: what was chosen by hand comes before any rule, then the first rule that fits. */
export function groupFinder({ groups }: Pick<Grouping, 'groups'>): (code: number, name: string) => string {
  const chosen = new Map(groups.flatMap(({ name, members }) => members.map((member) => [member, name] as const)).reverse());
  const rules = groups.flatMap(({ name, any }) => any.map((test) => ({ name, passes: compileTest(test) })));
  return (code, name) => chosen.get(code) ?? chosen.get(name) ?? rules.find(({ passes }) => passes(name))?.name ?? IN_NO_GROUP;
}

/** Groupings with those first that others are made of; what lies in a circle is left out. */
export function inOrder(groupings: readonly Grouping[]): Grouping[] {
  const ordered: Grouping[] = [];
  let left = [...groupings];
  for (;;) {
    const waits = ({ of }: Grouping): boolean => left.some(({ id }) => id === of);
    const next = left.filter((each) => !waits(each));
    if (next.length === 0) return ordered;
    ordered.push(...next);
    left = left.filter(waits);
  }
}

/** What is wrong with a client's groupings, in words; empty where they can be used. */
export function groupingProblems({ groupings }: Groupings, vocabulary: Vocabulary): string[] {
  const problems = new Set<string>();
  const ids = new Set(groupings.map(({ id }) => id));
  if (ids.size < groupings.length) problems.add('Two groupings have one id.');
  for (const label of twice(groupings.map(({ label }) => label))) problems.add(`Two groupings are called “${label}”.`);
  const ordered = new Set(inOrder(groupings));
  for (const grouping of groupings) {
    const { id, label, of } = grouping;
    if (label.trim() === '') problems.add('Give each grouping a name.');
    if (!isGrouping(id)) problems.add(`“${id}” cannot be the id of a grouping; “${groupingId(label)}” could be.`);
    const isKnown = isGrouping(of) ? ids.has(of) : isRowDimension(of) && canSplitBy(of, vocabulary);
    if (!isKnown) problems.add(`“${label}” groups “${of}”, which this client’s data has no members of.`);
    else if (!ordered.has(grouping))
      problems.add(`“${label}” is made of itself in a circle, by way of “${of}”: let it group something else.`);
    for (const problem of groupProblems(grouping)) problems.add(problem);
  }
  return [...problems];
}

function groupProblems({ label, groups }: Grouping): string[] {
  const problems: string[] = [];
  if (groups.length === 0) problems.push(`Give “${label}” a group.`);
  for (const name of twice(groups.map(({ name }) => name))) problems.push(`Two groups of “${label}” are called “${name}”.`);
  for (const { name, any, members } of groups) {
    const own = `“${name}” of “${label}”`;
    if (name.trim() === '') problems.push(`Give each group of “${label}” a name.`);
    if (foldText(name) === IN_NO_GROUP) problems.push(`“${name}” is what ${label} calls members that no group takes: choose another name.`);
    if (any.length + members.length === 0) problems.push(`${own} has no rule and no members.`);
    for (const test of any) {
      const problem = testProblem(test);
      if (problem !== '') problems.push(`${own}: ${problem}`);
    }
  }
  return problems;
}

/** Texts that stand twice, whatever their capitals. */
const twice = (texts: readonly string[]): string[] =>
  texts.filter((text, at) => texts.findIndex((other) => foldText(other) === foldText(text)) < at);
