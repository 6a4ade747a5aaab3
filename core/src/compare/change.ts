import { type Figure, gap, value, withCoverage } from '../figure/figure';
import { type Formula, termsOf } from '../formula/formula';
import type { Contribution } from '../grain/contribution';
import { Measured } from '../grain/measured';
import { addingOf, termUnit } from '../measure/term';
import { type Chance, chancesIn, isSmooth } from './chance';

export interface Change {
  /** Relative change, 0.1 for +10 %. */
  readonly figure: Figure;
  /** Whether it is more than chance would make of the counts behind it. */
  readonly beyondChance: boolean;
}

/** Two-sided 99 %: a table that is looked at every day is judged by the stricter interval (calculations, chapter 10). */
const Z99 = 2.5758293035489004;

/**
 * How a metric moved between two periods. Only accounts that measure every input in both periods
 * are compared; where that is not all of them, the change says which share of spend it covers.
 */
export function changeBetween(formula: Formula, now: Measured, before: Measured): Change {
  const [coveredNow, coveredBefore] = [now.coveredAccounts(formula), before.coveredAccounts(formula)];
  if (sameMembers(coveredNow, coveredBefore)) return judged(formula, now, before);
  const inBoth = ({ account }: Contribution): boolean => coveredNow.has(account) && coveredBefore.has(account);
  const [kept, keptBefore] = [now, before].map(({ index, contributions }) => new Measured(index, contributions.filter(inBoth)));
  if (!kept || !keptBefore || kept.contributions.length === 0) return { figure: gap('not measured'), beyondChance: false };
  const change = judged(formula, kept, keptBefore);
  return { ...change, figure: withCoverage(change.figure, kept.shareOfSpend(now)) };
}

/** now / before − 1, only between two known numbers and on a positive base. */
export function relativeChange(now: Figure, before: Figure): Figure {
  if (now.kind === 'gap') return now;
  if (before.kind === 'gap') return before;
  if (now.kind === 'bounds' || before.kind === 'bounds') return gap('too little data');
  return before.value > 0 ? value(now.value / before.value - 1) : gap('nothing to divide by');
}

/**
 * Counts vary as Poisson counts do: one standard deviation of each outcome the metric counts, by its rarest
 * count, is carried through the formula for each period (delta method), and the difference is set against all
 * of them. Money spent and impressions are exact.
 */
function judged(formula: Formula, now: Measured, before: Measured): Change {
  // One grade is not so many per cent better than another.
  if (termsOf(formula).some((term) => addingOf(term) === 'ordered')) return { figure: gap('not additive'), beyondChance: false };
  const [later, earlier] = [now.figure(formula), before.figure(formula)];
  const figure = relativeChange(later, earlier);
  if (figure.kind !== 'value' || later.kind !== 'value' || earlier.kind !== 'value') return { figure, beyondChance: false };
  // Nothing tells how many orders the money paid back is of: a single large one may be all of it.
  if (isOfUnknownCount(formula)) return { figure, beyondChance: false };
  // A step as small as one standard deviation may not show at all in what is rounded or chosen.
  if (!isSmooth(formula)) return { figure, beyondChance: false };
  const spreads = chancesIn(formula).flatMap((chance) => [spreadOf(formula, now, chance), spreadOf(formula, before, chance)]);
  const spread = Math.hypot(...spreads);
  return { figure, beyondChance: Math.abs(later.value - earlier.value) > Z99 * spread };
}

const isOfUnknownCount = (formula: Formula): boolean =>
  termsOf(formula).some((term) => term.kind === 'outcome' && typeof term.part === 'object' && termUnit(term) === 'money');

function spreadOf(formula: Formula, of: Measured, { counted, moving, variance }: Chance): number {
  const count = of.sum(counted);
  const middle = of.figure(formula);
  if (count.kind !== 'value' || middle.kind !== 'value') return Infinity;
  // A count of 0 is as uncertain as a count of 1.
  const step = Math.sqrt(variance / Math.max(1, count.value));
  const moved = of.scaled(formula, moving, 1 + step);
  return moved.kind === 'value' ? Math.abs(moved.value - middle.value) : Infinity;
}

const sameMembers = (a: ReadonlySet<number>, b: ReadonlySet<number>): boolean => a.size === b.size && [...a].every((each) => b.has(each));
