import { divide } from '../figure/arithmetic';
import { type Figure, gap } from '../figure/figure';
import type { Tells } from '../grain/row-filter';
import { groupBy } from '../list/group-by';
import type { MetricId } from '../metric/metric';
import { type Condition, farFromSiblings, firstOfSiblings, meets } from '../question/condition';
import type { Question } from '../question/question';
import { ancestorsOf } from '../question/row-key';
import { type Held, sureVerdict } from './held';
import { isTotal, type Member } from './member';

/** The members that a question shows. */
export interface Selection {
  /** Those that pass, none inside another: their sum is what is shown. */
  readonly hits: readonly Member[];
  /** They, all above and all within them. */
  readonly members: readonly Member[];
  /** How many could not be judged, and are not shown. */
  readonly unknown: number;
  /** Whether anything was asked of members at all. */
  readonly isPart: boolean;
}

type FigureOf = (member: Member, metric: MetricId) => Figure;

/** What members are judged by. */
interface Judging {
  readonly figureOf: FigureOf;
  readonly heldOf: (member: Member) => Held | null;
  /** What shares are shares of. */
  readonly total: Member | undefined;
}

/** Selects members by name, then by what they come to. Conditions on siblings are judged among those that pass the others of their level. */
export function select(
  members: readonly Member[],
  { named, having, rows }: Question,
  figureOf: FigureOf,
  heldOf: Judging['heldOf'],
): Selection {
  const all = members.filter(({ kind }) => !isTotal(kind));
  const isNamed = named.trim() !== '';
  if (!isNamed && having.length === 0)
    return { hits: all.filter(({ parent }) => parent === null), members: all, unknown: 0, isPart: false };
  const byName = isNamed ? around(all, namedMembers(all, named)) : all;
  if (having.length === 0) return { hits: namedMembers(all, named), members: byName, unknown: 0, isPart: true };
  const { passing, unknown } = judged(byName, having, rows, { figureOf, heldOf, total: members.find(({ kind }) => kind === 'total') });
  return { hits: passing, members: around(byName, passing), unknown, isPart: true };
}

/** Members with a text in their name, none inside another. */
function namedMembers(rows: readonly Member[], text: string): Member[] {
  const wanted = text.trim().toLocaleLowerCase('en');
  const hits = rows.filter((member) => member.name.toLocaleLowerCase('en').includes(wanted));
  const keys = new Set(hits.map((hit) => hit.key));
  return hits.filter((hit) => !ancestorsOf(hit.key).some((key) => keys.has(key)));
}

/** Some members with everything above and within them. */
function around(rows: readonly Member[], hits: readonly Member[]): Member[] {
  const above = new Set(hits.flatMap((hit) => ancestorsOf(hit.key)));
  const own = new Set(hits.map((hit) => hit.key));
  return rows.filter(({ key }) => own.has(key) || above.has(key) || ancestorsOf(key).some((each) => own.has(each)));
}

/** The members of the innermost level that is judged which pass, as do those they lie in. */
function judged(
  members: readonly Member[],
  having: readonly Condition[],
  rows: readonly string[],
  judging: Judging,
): { passing: Member[]; unknown: number } {
  const levels = [...new Set(having.map(({ level }) => level))].sort((a, b) => rows.indexOf(a) - rows.indexOf(b));
  const out = new Set<string>();
  let unknown = 0;
  let passing: Member[] = [];
  for (const level of levels) {
    const own = members.filter(
      (member) => member.level === level && member.kind === 'member' && !ancestorsOf(member.key).some((key) => out.has(key)),
    );
    const verdicts = verdictsOn(
      own,
      having.filter((each) => each.level === level),
      judging,
    );
    passing = own.filter((member) => verdicts.get(member) === 'yes');
    unknown += own.filter((member) => verdicts.get(member) === 'unknown').length;
    const kept = new Set(passing);
    for (const member of own) if (!kept.has(member)) out.add(member.key);
  }
  return { passing, unknown };
}

function verdictsOn(members: readonly Member[], conditions: readonly Condition[], judging: Judging): ReadonlyMap<Member, Tells> {
  const { figureOf } = judging;
  const verdicts = new Map<Member, Tells>(members.map((member) => [member, 'yes']));
  const note = (member: Member, verdict: Tells): void => {
    const before = verdicts.get(member);
    if (before === 'yes' || (before === 'unknown' && verdict === 'no')) verdicts.set(member, verdict);
  };
  for (const condition of conditions)
    if (!isAmongSiblings(condition)) for (const member of members) note(member, verdictOn(member, condition, judging));
  for (const condition of conditions) {
    if (!isAmongSiblings(condition)) continue;
    const candidates = members.filter((member) => verdicts.get(member) === 'yes');
    for (const siblings of groupBy(candidates, ({ parent }) => parent).values()) {
      const figures = siblings.map((member) => figureOf(member, condition.metric));
      const found = condition.kind === 'top' ? firstOfSiblings(figures, condition.end, condition.count) : farFromSiblings(figures);
      siblings.forEach((member, at) => note(member, found[at] ?? 'unknown'));
    }
  }
  return verdicts;
}

type AmongSiblings = Extract<Condition, { kind: 'top' | 'apart' }>;
const isAmongSiblings = (condition: Condition): condition is AmongSiblings => condition.kind === 'top' || condition.kind === 'apart';

/** Whether a member is what is asked of it, whatever its siblings are. */
function verdictOn(member: Member, condition: Exclude<Condition, AmongSiblings>, { figureOf, heldOf, total }: Judging): Tells {
  switch (condition.kind) {
    case 'amount':
      return meets(figureOf(member, condition.metric), condition.test, condition.than);
    case 'share': {
      const whole = total ? figureOf(total, condition.metric) : gap('not measured');
      return meets(divide(figureOf(member, condition.metric), whole), condition.test, condition.than);
    }
    case 'target': {
      const held = heldOf(member);
      const verdict = held && sureVerdict(held);
      return verdict === null ? 'unknown' : verdict === condition.verdict ? 'yes' : 'no';
    }
  }
}
