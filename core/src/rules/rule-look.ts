import { isListed, shutAlready } from '../checks/shut-out';
import { channelName, countingOf, metricsOf, read, resultOf, type Situation } from '../checks/situation';
import { mayCost } from '../checks/worth-of-one';
import { figureIn } from '../compare/answer';
import type { Member } from '../compare/member';
import { latenessOf } from '../maturity/lateness';
import { shareBy } from '../maturity/maturity';
import type { Counting } from '../measure/term';
import { meets } from '../question/condition';
import { NONE } from '../rows/coding';
import type { Day, DayRange } from '../time/day';
import type { StandingRule } from './standing-rule';

/** A member of which all conditions of a rule hold, with the amounts that they are of, in the order of the conditions. */
export interface RuleMatch extends Pick<Member, 'key' | 'parent' | 'code' | 'name'> {
  readonly campaignName: string;
  readonly channelName: string;
  readonly values: readonly number[];
}

/** What a rule sees on a day, before anything of that day is known. */
export interface RuleLook {
  readonly on: Day;
  readonly days: DayRange;
  /** Members that were looked at. */
  readonly looked: number;
  readonly matches: readonly RuleMatch[];
}

/** Days are judged once so much of what comes of them has arrived. */
const ARRIVED = 0.9;
/** Longer than this no rule waits. */
const MOST_YOUNG = 14;

/** How many of the last finished days are too young to be judged: less than nine tenths of their outcomes have arrived. */
export function youngDays(situation: Situation): number {
  const { outcome } = resultOf(situation);
  const curve = latenessOf(situation.tables, situation.lastDay).of({ outcome, part: 'count', countedBy: countingOf(situation).countedBy });
  let age = 0;
  while (curve && age < MOST_YOUNG && shareBy(curve, age) < ARRIVED) age += 1;
  return age;
}

/** What rows are split by to see what a rule looks at. */
export const rowsOf = ({ of }: Pick<StandingRule, 'of'>): string[] => ['channel', ...rowsBelow(of)];
const rowsBelow = (of: StandingRule['of']): string[] =>
  of === 'campaign' ? ['campaign'] : of === 'ad' ? ['campaign', 'group', 'ad'] : ['campaign', of];

/** Whose count a rule reads, always by click date: parts are told by claims alone. */
export const countingBy = (situation: Situation, { of }: Pick<StandingRule, 'of'>): Counting => ({
  countedBy: isListed(of) ? 'claims' : countingOf(situation).countedBy,
  basis: 'click',
});

/** Looks by a rule on any day: `young` days before it are left out, and so is what was shut out by then. */
export function looking(situation: Situation, rule: StandingRule): (on: Day) => RuleLook {
  const [young, cost, book] = [youngDays(situation), mayCost(situation), metricsOf(situation)];
  const asked = rule.all.filter(({ metric }) => book.has(metric));
  if (asked.length < rule.all.length) return (on) => ({ on, days: windowOf(rule, on, young), looked: 0, matches: [] });
  const metrics = [...new Set(asked.map(({ metric }) => metric))];
  return (on) => {
    const days = windowOf(rule, on, young);
    const { found, members } = read({ ...situation, days, lastDay: on - 1 }, metrics, {
      ...{ rows: rowsOf(rule), where: rule.where, ...countingBy(situation, rule) },
    });
    const above = new Map(members.map((member) => [member.key, member]));
    const isOut = outOn(situation, rule, on);
    const own = members.filter(({ level, kind }) => level === rule.of && kind === 'member');
    return {
      ...{ on, days, looked: own.length },
      matches: own.flatMap((member): RuleMatch[] => {
        const values = asked.map(({ metric, test, than, scale }) => {
          const figure = figureIn(found, member, metric, 0);
          const bar = scale === 'amount' ? than : cost === null ? null : than * cost;
          return bar !== null && figure.kind === 'value' && meets(figure, test, bar) === 'yes' ? figure.value : null;
        });
        const known = values.filter((each) => each !== null);
        const campaign = campaignOf(member, above);
        const named = { campaignName: campaign?.name ?? '', channelName: channelName(situation, member) };
        if (
          known.length < values.length ||
          isOut({ ...named, campaign: typeof campaign?.code === 'number' ? campaign.code : NONE, name: member.name })
        )
          return [];
        const { key, parent, code, name } = member;
        return [{ key, parent, code, name, ...named, values: known }];
      }),
    };
  };
}

const windowOf = ({ days }: StandingRule, on: Day, young: number): DayRange => ({ from: on - young - days, to: on - 1 - young });

/** The campaign that a member is, or lies in. */
function campaignOf(member: Member, above: ReadonlyMap<string, Member>): Member | undefined {
  for (let each: Member | undefined = member; each; each = each.parent === null ? undefined : above.get(each.parent))
    if (each.level === 'campaign') return each;
  return undefined;
}

/** What was shut out already on the day before. */
function outOn({ changes }: Situation, { of }: StandingRule, on: Day): ReturnType<typeof shutAlready> {
  return isListed(of) ? shutAlready({ changes, days: { from: on - 1, to: on - 1 } }, of) : () => false;
}
