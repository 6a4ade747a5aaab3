import type { Interval } from '../evidence/interval';
import type { CreditRule } from './rules';

/** Two rules of which one credits a member clearly more than the other. */
export interface Disagreement {
  readonly most: CreditRule;
  readonly least: CreditRule;
}

/**
 * Where the rules part over a member: the one that credits it most and the one that credits it least, if their
 * limits have nothing in common. Null where all agree within them.
 */
export function disagreement(
  credit: (rule: CreditRule) => number,
  limits: (rule: CreditRule) => Interval,
  rules: readonly CreditRule[],
): Disagreement | null {
  const [first] = rules;
  if (first === undefined) return null;
  const most = rules.reduce((best, rule) => (credit(rule) > credit(best) ? rule : best), first);
  const least = rules.reduce((best, rule) => (credit(rule) < credit(best) ? rule : best), first);
  return limits(least).high < limits(most).low ? { most, least } : null;
}
