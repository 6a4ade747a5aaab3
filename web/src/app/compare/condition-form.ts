import { AMOUNT_TESTS, type Condition, type MetricId, TARGET_VERDICTS, TOP_ENDS } from '@lens/core';
import type { Choice } from '../ui/choices';

/** What stands for a metric where members are held against what was promised. */
export const TARGET = 'target';

const SHARE_TESTS = ['above', 'below'] as const;

export type How =
  | (typeof AMOUNT_TESTS)[number]
  | `${(typeof SHARE_TESTS)[number]} of the total`
  | (typeof TOP_ENDS)[number]
  | 'far from the others'
  | (typeof TARGET_VERDICTS)[number];

const OF_METRICS: readonly Choice<How>[] = [
  ...AMOUNT_TESTS.map((value) => ({ value, label: `is ${value}` })),
  ...SHARE_TESTS.map((test) => ({ value: `${test} of the total` as const, label: `is ${test} a share of the total` })),
  ...TOP_ENDS.map((value) => ({ value, label: `is among the ${value}` })),
  { value: 'far from the others', label: 'is far from the others' },
];
const OF_TARGET: readonly Choice<How>[] = TARGET_VERDICTS.map((value) => ({ value, label: `surely ${value} it` }));

/** Ways in which members can be judged by what a condition is about. */
export const howChoices = ({ kind }: Condition): readonly Choice<How>[] => (kind === 'target' ? OF_TARGET : OF_METRICS);

export function howOf(condition: Condition): How {
  switch (condition.kind) {
    case 'amount':
      return condition.test;
    case 'share':
      return condition.test === 'below' || condition.test === 'at most' ? 'below of the total' : 'above of the total';
    case 'top':
      return condition.end;
    case 'apart':
      return 'far from the others';
    case 'target':
      return condition.verdict;
  }
}

export const metricOf = (condition: Condition): MetricId => (condition.kind === 'target' ? TARGET : condition.metric);

/** A condition about a metric, or about the target, as it begins. */
export const newCondition = (level: string, metric: MetricId): Condition =>
  metric === TARGET ? { kind: 'target', level, verdict: 'misses' } : { kind: 'amount', level, metric, test: 'above', than: 0 };

/** The same condition judging in another way; amounts stay where they mean the same. */
export function judgedBy(condition: Condition, how: How): Condition {
  const { level } = condition;
  const verdict = TARGET_VERDICTS.find((each) => each === how);
  if (verdict !== undefined) return { kind: 'target', level, verdict };
  const metric = metricOf(condition);
  const test = AMOUNT_TESTS.find((each) => each === how);
  if (test !== undefined) return { kind: 'amount', level, metric, test, than: condition.kind === 'amount' ? condition.than : 0 };
  const share = SHARE_TESTS.find((each) => how === `${each} of the total`);
  if (share !== undefined) return { kind: 'share', level, metric, test: share, than: condition.kind === 'share' ? condition.than : 0.02 };
  const end = TOP_ENDS.find((each) => each === how);
  if (end !== undefined) return { kind: 'top', level, metric, end, count: condition.kind === 'top' ? condition.count : 10 };
  return { kind: 'apart', level, metric };
}

const PERCENT = 100;
const inPercent = (share: number): number => Number((share * PERCENT).toPrecision(12));

/** The number a condition asks for, as it is typed; null where it asks for none. */
export function amountOf(condition: Condition, isShare: boolean): { readonly label: string; readonly value: number } | null {
  switch (condition.kind) {
    case 'amount':
      return isShare ? { label: 'Per cent', value: inPercent(condition.than) } : { label: 'Amount', value: condition.than };
    case 'share':
      return { label: 'Per cent', value: inPercent(condition.than) };
    case 'top':
      return { label: 'How many', value: condition.count };
    case 'apart':
    case 'target':
      return null;
  }
}

export function withAmount(condition: Condition, amount: number, isShare: boolean): Condition {
  switch (condition.kind) {
    case 'amount':
      return { ...condition, than: isShare ? amount / PERCENT : amount };
    case 'share':
      return { ...condition, than: amount / PERCENT };
    case 'top':
      return { ...condition, count: Math.min(1000, Math.max(1, Math.round(amount))) };
    case 'apart':
    case 'target':
      return condition;
  }
}

/** A condition as it is read: "ad with spend above 50", "campaign among the 5 largest by ROAS". */
export function conditionText(
  condition: Condition,
  { level, metric, isShare }: { readonly level: string; readonly metric: string; readonly isShare: boolean },
): string {
  switch (condition.kind) {
    case 'amount':
      return `${level} with ${metric} ${condition.test} ${isShare ? `${inPercent(condition.than)} %` : condition.than}`;
    case 'share':
      return `${level} with ${metric} ${condition.test} ${inPercent(condition.than)} % of the total`;
    case 'top':
      return `${level} among the ${condition.count} ${condition.end} by ${metric}`;
    case 'apart':
      return `${level} far from the others in ${metric}`;
    case 'target':
      return `${level} that surely ${condition.verdict} its target`;
  }
}
