import { COUNTERS, type CountedBy, countedWords, creditedBy, type PositionRule, RULE_PHRASES, USUAL_CREDITING } from '@lens/core';
import type { Choice } from '../ui/choices';

const COUNTER_CHOICES: readonly Choice<CountedBy>[] = [
  { value: 'orders', label: 'The orders count them', note: 'Every sale once, as the till knows it; tags lead to campaigns' },
  { value: 'site', label: 'The site counts them', note: 'As its analytics or a tracker list them, where such a list came in' },
  { value: 'claims', label: 'The channels claim them', note: 'Two channels may claim one sale, so totals are “at most”' },
];

const RULE_NOTES: readonly (readonly [rule: PositionRule, note: string])[] = [
  ['first', 'All of it to what began the journey'],
  ['last', 'All of it to what came last before it'],
  ['equal', 'The same to every touch before it'],
  ['decay', 'The more, the later the touch: it halves with each 7 days before'],
  ['ends', '40 % each to the first and the last touch, 20 % to those between'],
];

/** Who may count, told in a sentence each; `now` keeps its lookback when the rule alone is changed. */
export function countedChoices(now = USUAL_CREDITING): Choice<CountedBy>[] {
  return [
    ...COUNTER_CHOICES,
    ...RULE_NOTES.map(([rule, note]) => ({ value: creditedBy({ ...now, rule }), label: `Credited by ${RULE_PHRASES[rule]}`, note })),
  ];
}

/** Who may count, told in a word each, with those that are in use. */
export function counterNames(used: readonly CountedBy[]): Choice<CountedBy>[] {
  const usual = [...COUNTERS].reverse();
  const credited = RULE_NOTES.map(([rule]) => creditedBy({ ...USUAL_CREDITING, rule }));
  return [...new Set<CountedBy>([...usual, ...credited, ...used])].map((value) => ({ value, label: countedWords(value).who }));
}
