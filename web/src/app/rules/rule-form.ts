import type { RuleBody } from '@lens/contract';
import {
  actionsOf,
  RULE_ACTION_WORDS,
  type RuleAction,
  type RuleCondition,
  RULED_MEMBERS,
  type RuledMember,
  TARGET_METRICS,
  type TargetMetric,
} from '@lens/core';
import type { Choice } from '../ui/choices';

export const DAYS: readonly Choice<number>[] = [3, 5, 7, 10, 14, 28, 56].map((value) => ({ value, label: `${value} days` }));
export const EVERY: readonly Choice<number>[] = [1, 2, 3, 7, 14].map((value) => ({ value, label: value === 1 ? 'day' : `${value} days` }));

/** What may be proposed for what is looked at. */
export const actionChoices = (of: RuledMember): readonly Choice<RuleAction>[] =>
  actionsOf(of).map((value) => ({ value, label: RULE_ACTION_WORDS[value] }));

/** What a rule of this client can look at: campaigns, ads, and the parts that its reports tell. */
export const memberChoices = (told: readonly string[]): readonly Choice<RuledMember>[] =>
  RULED_MEMBERS.filter((each) => each === 'campaign' || each === 'ad' || told.includes(each)).map((value) => ({ value, label: value }));

/** Another kind of members: what can be proposed for them goes with it. */
export const lookingAt = (rule: RuleBody, of: RuledMember): RuleBody => {
  const [first] = actionsOf(of);
  return { ...rule, of, then: actionsOf(of).includes(rule.then) ? rule.then : (first ?? rule.then) };
};

/** A rule to begin with, and what it is for. */
export interface RuleTemplate {
  readonly name: string;
  readonly note: string;
  readonly rule: RuleBody;
}

/** Rules to begin with for a client that is after a result; those of parts only where reports tell these. */
export function ruleTemplates(metric: TargetMetric, told: readonly string[]): readonly RuleTemplate[] {
  const { count } = TARGET_METRICS[metric];
  const spent = (than: number): RuleCondition => ({ metric: 'spend', test: 'above', than, scale: 'may cost' });
  const none: RuleCondition = { metric: count, test: 'at most', than: 0, scale: 'amount' };
  const cost: RuleCondition =
    metric === 'roas' ? { metric: 'roas', test: 'below', than: 1, scale: 'amount' } : { metric, test: 'above', than: 2, scale: 'may cost' };
  const usual = { where: [], days: 10, every: 2 } as const;
  const parts = (['sub-source', 'placement', 'place', 'browser'] as const).filter((each) => told.includes(each));
  return [
    ...parts.map((of) => ({
      name: `A ${of} that spends and brings nothing`,
      note: 'shut out of its campaign',
      rule: { ...usual, label: `A ${of} that brings nothing`, of, then: 'exclude' as const, all: [spent(2), none] },
    })),
    {
      name: 'An ad that spends and brings nothing',
      note: 'paused',
      rule: { ...usual, label: 'An ad that brings nothing', of: 'ad', then: 'pause', all: [spent(3), none] },
    },
    {
      name: 'A campaign that costs far too much',
      note: 'its budget lowered by a fifth',
      rule: {
        ...usual,
        label: 'A campaign far off its target',
        of: 'campaign',
        days: 28,
        every: 7,
        then: 'lower budget',
        all: [spent(10), cost],
      },
    },
  ];
}
