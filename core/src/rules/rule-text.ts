import { listed, Words } from '../checks/words';
import { formatNumber, type Style } from '../figure/text';
import type { MetricBook } from '../metric/metric-book';
import { lowerFirst } from '../text/lower-first';
import type { RuleLook, RuleMatch } from './rule-look';
import type { RuleAction, RuleCondition, StandingRule } from './standing-rule';

/** What is done to what a rule proposes it for: “propose pausing it”. */
export const RULE_ACTION_WORDS: Readonly<Record<RuleAction, string>> = {
  exclude: 'shutting it out of its campaign',
  pause: 'pausing it',
  'lower budget': 'lowering its budget by a fifth',
};

/** A rule as a sentence: “When a sub-source over 10 days has spend above 2 times what one result may cost and …, propose … every 2 days.” */
export function ruleText({ of, days, all, where, then, every }: StandingRule, book: MetricBook, style: Style): string {
  const many = (count: number): string => `${formatNumber(count, 'count', style)} days`;
  const only = where.map(({ dimension, any }) => `${dimension} ${any.map(({ test, value }) => `${test} “${value}”`).join(' or ')}`);
  return `When ${/^[aeiou]/.test(of) ? 'an' : 'a'} ${of} over ${many(days)} has ${listed(all.map((each) => ruleConditionText(each, book, style)))}${only.length > 0 ? `, where ${listed(only)}` : ''}: propose ${RULE_ACTION_WORDS[then]}. Looked at every ${every === 1 ? 'day' : many(every)}.`;
}

/** A condition in a sentence: “spend above 2 times what one result may cost”. */
export function ruleConditionText({ metric, test, than, scale }: RuleCondition, book: MetricBook, style: Style): string {
  if (!book.has(metric)) return `a metric that is gone (${metric})`;
  const { label, unit } = book.named(metric);
  const bar =
    scale === 'amount' ? formatNumber(than, unit, style) : `${formatNumber(than, 'number', style)} times what one result may cost`;
  return `${lowerFirst(label)} ${test} ${bar}`;
}

/** What a rule saw of a match: “12–21 Oct 2026: spend £84.00 and purchases 0.” */
export function matchText(
  { all }: StandingRule,
  { days }: Pick<RuleLook, 'days'>,
  { values }: RuleMatch,
  book: MetricBook,
  style: Style,
): string {
  const seen = all.map(({ metric }, at) => {
    const { label, unit } = book.named(metric);
    return `${lowerFirst(label)} ${formatNumber(values[at] ?? 0, unit, style)}`;
  });
  return `${new Words(style).days(days)}: ${listed([...new Set(seen)])}.`;
}
