import { add, costPer, divide, multiply, subtract } from '../figure/arithmetic';
import { type Figure, value } from '../figure/figure';
import { closeTerm, type ClosedTerm, type Counting, type Term, termText, termUnit } from '../measure/term';

export type Operator = '+' | '-' | '*' | '/';

/** A formula over terms. Sums go in first, then the formula runs once: a ratio is never averaged. */
export type Formula =
  | { readonly kind: 'term'; readonly term: Term }
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'operation'; readonly operator: Operator; readonly left: Formula; readonly right: Formula };

export const term = (of: Term): Formula => ({ kind: 'term', term: of });
export const number = (of: number): Formula => ({ kind: 'number', value: of });
/** A measure as it is read: an average is the sum of average × weight over that of its weight. */
export const formulaOf = (of: Term): Formula =>
  of.kind === 'measure' && of.weight ? operation(term(of), '/', term({ kind: 'measure', measure: of.weight })) : term(of);
export const operation = (left: Formula, operator: Operator, right: Formula): Formula => ({ kind: 'operation', operator, left, right });

/** The terms a formula reads, in reading order, possibly repeated. */
export function termsOf(formula: Formula): Term[] {
  switch (formula.kind) {
    case 'term':
      return [formula.term];
    case 'number':
      return [];
    case 'operation':
      return [...termsOf(formula.left), ...termsOf(formula.right)];
  }
}

/** Fills in who counts and which day, everywhere in the formula. */
export function closeFormula(formula: Formula, counting: Counting): Formula {
  switch (formula.kind) {
    case 'term':
      return term(closeTerm(formula.term, counting));
    case 'number':
      return formula;
    case 'operation':
      return operation(closeFormula(formula.left, counting), formula.operator, closeFormula(formula.right, counting));
  }
}

/**
 * Runs a closed formula on sums. `lookup` gives the sum of a term in whole units (pounds, clicks),
 * as a figure; gaps and bounds pass through.
 */
export function evaluate(formula: Formula, lookup: (of: ClosedTerm) => Figure): Figure {
  switch (formula.kind) {
    case 'term':
      return lookup(formula.term as ClosedTerm);
    case 'number':
      return value(formula.value);
    case 'operation': {
      const left = evaluate(formula.left, lookup);
      const right = evaluate(formula.right, lookup);
      return operate(formula, left, right);
    }
  }
}

function operate(formula: Formula & { kind: 'operation' }, left: Figure, right: Figure): Figure {
  switch (formula.operator) {
    case '+':
      return add(left, right);
    case '-':
      return subtract(left, right);
    case '*':
      return multiply(left, right);
    case '/':
      return isCostPerOutcome(formula) ? costPer(left, right) : divide(left, right);
  }
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

const STRENGTH: Record<Operator, number> = { '+': 1, '-': 1, '*': 2, '/': 2 };

/** Writes a formula the way it reads: "value of purchase / spend". */
export function formulaText(formula: Formula, write: (of: Term) => string = termText): string {
  switch (formula.kind) {
    case 'term':
      return write(formula.term);
    case 'number':
      return String(formula.value);
    case 'operation': {
      const own = STRENGTH[formula.operator];
      const inside = (side: Formula, tight: boolean): string => {
        const text = formulaText(side, write);
        const weaker = side.kind === 'operation' && (STRENGTH[side.operator] < own || (tight && STRENGTH[side.operator] === own));
        return weaker ? `(${text})` : text;
      };
      const sign = { '+': '+', '-': '−', '*': '×', '/': '/' }[formula.operator];
      return `${inside(formula.left, false)} ${sign} ${inside(formula.right, true)}`;
    }
  }
}
