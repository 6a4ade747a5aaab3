import { add, holds, costPer, divide, either, extremeOf, multiply, round, subtract } from '../figure/arithmetic';
import { type Figure, gap, value } from '../figure/figure';
import type { ClientNumber } from '../measure/client-number';
import { type ClosedTerm, termUnit } from '../measure/term';
import type { TargetMetric } from '../target/target';
import type { Formula } from './formula';

/** Where a formula finds what it reads. */
export interface Scope {
  /** The sum of a term in whole units (pounds, clicks). */
  readonly sum: (of: ClosedTerm) => Figure;
  /** What is read of another member or other days. */
  readonly elsewhere: (formula: Formula & { kind: 'place' }) => Figure;
  readonly target: (metric: TargetMetric) => Figure;
  /** What a number of the client's was on the days looked at: between bounds where it changed. */
  readonly clientNumber: (of: ClientNumber) => Figure;
}

/** Runs a closed formula on sums; gaps and bounds pass through. `inner` is what its parts come to: by default, the same way. */
export function evaluate(formula: Formula, scope: Scope, inner = (part: Formula): Figure => evaluate(part, scope)): Figure {
  switch (formula.kind) {
    case 'term':
      return scope.sum(formula.term as ClosedTerm);
    case 'number':
      return value(formula.value);
    case 'operation':
      return operate(formula, inner(formula.left), inner(formula.right));
    case 'not':
      return subtract(TRUE, inner(formula.of));
    case 'when':
      return chosen(
        inner(formula.test),
        () => inner(formula.then),
        () => inner(formula.otherwise),
      );
    case 'call':
      return called(formula, formula.of.map(inner));
    case 'place':
      return scope.elsewhere(formula);
    case 'target':
      return scope.target(formula.metric);
    case 'client number':
      return scope.clientNumber(formula.of);
    case 'metric':
      return inner(formula.of);
    case 'gap':
      return gap(formula.gap);
  }
}

/** What is so is 1, what is not is 0, and what may be either lies between. */
const TRUE = value(1);

function operate(formula: Formula & { kind: 'operation' }, left: Figure, right: Figure): Figure {
  switch (formula.operator) {
    case '+':
      return add(left, right);
    case '-':
      return subtract(left, right);
    case '*':
    case 'and':
      return multiply(left, right);
    case '/':
      return isCostPerOutcome(formula) ? costPer(left, right) : divide(left, right);
    case 'or':
      return subtract(TRUE, multiply(subtract(TRUE, left), subtract(TRUE, right)));
    default:
      return holds(left, formula.operator, right);
  }
}

/** Where it cannot be told which of two holds, between both. */
function chosen(test: Figure, then: () => Figure, otherwise: () => Figure): Figure {
  if (test.kind === 'gap') return test;
  if (test.kind === 'value') return test.value === 1 ? then() : otherwise();
  return either(then(), otherwise());
}

function called({ call }: Formula & { kind: 'call' }, [first, ...others]: readonly Figure[]): Figure {
  if (!first) return gap('too little data');
  if (call === 'rounded') return round(first, others[0]?.kind === 'value' ? others[0].value : 0);
  return others.reduce((one, other) => extremeOf(call === 'smallest of' ? Math.min : Math.max, one, other), first);
}

/** Money over a count of outcomes: the ratios where "none yet" is a bound, not a blank. */
function isCostPerOutcome({ left, right }: Formula & { kind: 'operation' }): boolean {
  return (
    left.kind === 'term' &&
    termUnit(left.term) === 'money' &&
    left.term.kind === 'measure' &&
    right.kind === 'term' &&
    right.term.kind === 'outcome' &&
    termUnit(right.term) === 'count' &&
    right.term.part !== 'people'
  );
}
