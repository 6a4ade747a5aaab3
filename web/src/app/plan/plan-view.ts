import type { PlanReply, PlanRequest, WireBudget } from '@lens/contract';
import { BUILT_IN_BOOK, formatNumber, rangeText, type Style } from '@lens/core';
import { lastMoneyText, limitText, outcomesText, planSentences, settingChangeText, unplannedText } from '@lens/draw';
import { accountStyle, effectText } from '../audit/effect-text';
import { signedMoney } from '../ui/signed';

/** A campaign of a plan as its row shows it. */
export interface BudgetView {
  readonly budget: WireBudget;
  /** “£43.00 → £51.60”; only what it spends where nothing is changed. */
  readonly money: string;
  readonly change: string;
  readonly lastMoney: string;
  readonly effect: string;
  readonly why: string;
  readonly limit: string;
  readonly isFixed: boolean;
  readonly curveLabel: string;
  readonly more: string;
}

export interface PlanView {
  readonly rows: readonly BudgetView[];
  readonly others: readonly BudgetView[];
  /** What the plan brings against leaving all as it is. */
  readonly gain: string;
  readonly sums: string;
  readonly shorts: readonly string[];
  readonly movable: readonly string[];
}

export function planView(plan: PlanReply, asked: PlanRequest, style: Style): PlanView {
  const fixed = new Set(asked.fixed.map(({ key }) => key));
  const rows = plan.budgets.map((budget) => budgetView(budget, { plan, isFixed: fixed.has(budget.key), style }));
  return {
    rows: rows.filter(({ budget }) => budget.unplanned === null).sort((a, b) => b.budget.now.spend - a.budget.now.spend),
    others: rows.filter(({ budget }) => budget.unplanned !== null),
    gain: gainText(plan, asked, style),
    sums: sumsText(plan, style),
    shorts: plan.shorts.map((short) => shortText(short, plan, style)),
    movable: rows.flatMap(({ budget }) => (budget.effect ? [budget.key] : [])),
  };
}

function budgetView(budget: WireBudget, { plan, isFixed, style }: { plan: PlanReply; isFixed: boolean; style: Style }): BudgetView {
  const money = (amount: number): string => formatNumber(amount, 'money', style);
  const outcomes = outcomesText(plan.outcome);
  const change = { field: 'daily budget', ...budget.budget } as const;
  const { now, planned, lastMoney } = budget;
  return {
    budget,
    money: budget.effect ? `${money(now.spend)} → ${money(planned.spend)}` : money(now.spend),
    change: budget.effect ? settingChangeText(change, accountStyle(budget, style)) : '',
    lastMoney: lastMoneyText(lastMoney.now, plan.isEarned, style),
    effect: budget.effect ? effectText(budget.effect, outcomes, style) : '',
    why: planSentences(budget, { isEarned: plan.isEarned, style }).join(' '),
    limit: budget.unplanned === null ? limitText(budget.limit) : unplannedText(budget.unplanned),
    isFixed,
    curveLabel: `${budget.name}: ${money(now.spend)} a day now, ${money(planned.spend)} planned, of at least ${money(budget.low)} and at most ${money(budget.high)}`,
    more: `A fifth more, ${money(budget.more.spend)} a day in all, would bring ${formatNumber(budget.more.outcomes - now.outcomes, 'number', style, 1)} ${outcomes} a day more.`,
  };
}

function gainText({ gain, isEarned }: PlanReply, { goal, days }: PlanRequest, style: Style): string {
  const [low, middle, high] = [gain.low, gain.middle, gain.high].map((amount) => signedMoney(amount, style));
  const what = goal === 'profit' ? (isEarned ? 'of profit' : 'of what the target pays for outcomes, less spend') : 'of worth in outcomes';
  return `${middle} a day ${what} against leaving budgets as they are (${low} to ${high}), ${rangeText(days, style.locale)}`;
}

function sumsText({ now, planned, outcome, reached, target }: PlanReply, style: Style): string {
  const money = (amount: number): string => formatNumber(amount, 'money', style);
  const count = (amount: number): string => formatNumber(amount, 'number', style, 1);
  const { label, unit } = BUILT_IN_BOOK.named(target?.metric ?? 'roas');
  const metric = (amount: number | null): string => (amount === null ? 'none' : formatNumber(amount, unit, style));
  return `A day: spend ${money(now.spend)} → ${money(planned.spend)}, ${outcomesText(outcome)} ${count(now.outcomes)} → ${count(planned.outcomes)}, ${label} as the target counts it ${metric(reached.now)} → ${metric(reached.planned)}.`;
}

function shortText(short: PlanReply['shorts'][number], { target, days }: PlanReply, style: Style): string {
  const all = (amount: number): string => formatNumber(amount * (days.to - days.from + 1), 'money', style);
  switch (short.kind) {
    case 'too little money':
      return `That is less than all of them spend one step down: ${all(short.least)}. Each is planned at its least; give more money, or pause some.`;
    case 'too much money':
      return `That is more than all of them can spend one step up or as far as their demand goes: ${all(short.most)}. The rest is left.`;
    case 'promise not reached': {
      const { label, unit } = BUILT_IN_BOOK.named(target?.metric ?? 'roas');
      return `No split within these limits reaches that: the best one comes to ${label} ${formatNumber(short.reached, unit, style)}.`;
    }
  }
}
