import { formatNumber, type PlanLimit, type Ranged, type Style, type Unplanned } from '@lens/core';

/** What words of a planned campaign are made of. */
export interface PlanTold {
  readonly lastMoney: { readonly now: number; readonly planned: number };
  readonly elasticity: Ranged;
  readonly caused: Ranged;
  readonly seen: number;
  readonly seenDays: number;
  readonly limit: PlanLimit | null;
}

/** What keeps a campaign from more or less, in words; empty for those that a screen says nothing of. */
const LIMITS: Readonly<Record<PlanLimit, string>> = {
  'a step down': 'No further down in one step',
  'a step up': 'No further up in one step',
  'all its demand': 'More would not be spent: its budget loses no more demand',
  'demand not told': 'Nothing says whether more would be spent',
  said: 'As you said',
  'not clear': 'Not clear that more or less would pay',
  waits: 'An accepted move waits to be carried out',
  unplanned: '',
};
export const limitText = (limit: PlanLimit | null): string => (limit === null ? '' : LIMITS[limit]);

const UNPLANNED: Readonly<Record<Unplanned, string>> = {
  'no budget known': 'Left as it is: its daily budget is not known',
  'not running': 'Left as it is: it does not run',
  'not measured': 'Left as it is: too few of its days are measured',
  'too early': 'Left as it is: most of what its days bring is still to come',
};
export const unplannedText = (why: Unplanned | null): string => (why === null ? '' : UNPLANNED[why]);

/** What the last money of a campaign brings: “£1.76 earned of the last £1.00”. */
export function lastMoneyText(lastMoney: number, isEarned: boolean, style: Style): string {
  const money = (amount: number): string => formatNumber(amount, 'money', style);
  return isEarned
    ? `${money(lastMoney)} earned of the last ${money(1)}`
    : `the last ${money(1)} brings what the target pays ${money(lastMoney)} for`;
}

/** Why a plan changes a budget, in whole sentences. */
export function planSentences(
  { lastMoney, elasticity, caused, seen, seenDays }: PlanTold,
  { isEarned, style }: { isEarned: boolean; style: Style },
): string[] {
  const power = (amount: number): string => formatNumber(amount, 'ratio', style);
  const count = (amount: number): string => formatNumber(amount, 'count', style);
  return [
    `Planned with all budgets together, so that the last money brings as much everywhere: here ${lastMoneyText(lastMoney.now, isEarned, style)} now, ${formatNumber(lastMoney.planned, 'money', style)} afterwards.`,
    `By ${count(seen)} counted on ${count(seenDays)} days, of which it is taken to cause ${power(caused.low)} to ${power(caused.high)} times as many, and an elasticity of ${power(elasticity.middle)} (${power(elasticity.low)} to ${power(elasticity.high)}).`,
  ];
}
