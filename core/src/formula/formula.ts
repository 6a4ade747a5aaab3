import type { Gap } from '../figure/figure';
import type { ClientNumber } from '../measure/client-number';
import { closeTerm, type Counting, type Term } from '../measure/term';
import type { Filter } from '../question/filter';
import type { TargetMetric } from '../target/target';

export const ARITHMETIC = ['+', '-', '*', '/'] as const;
export const COMPARING = ['<', '<=', '>', '>=', '=', '<>'] as const;
export type Arithmetic = (typeof ARITHMETIC)[number];
export type Operator = Arithmetic | (typeof COMPARING)[number] | 'and' | 'or';

/** What takes several figures and gives one. */
export const CALLS = ['smallest of', 'largest of', 'rounded'] as const;
export type Call = (typeof CALLS)[number];

/** What is read elsewhere than at the member and in the days that are looked at. */
export const PLACES = ['previous', 'cumulative', 'share of total', 'share of parent'] as const;
export type Place = (typeof PLACES)[number];

/** A formula over terms. Sums go in first, then the formula runs once: a ratio is never averaged. */
export type Formula =
  | { readonly kind: 'term'; readonly term: Term }
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'operation'; readonly operator: Operator; readonly left: Formula; readonly right: Formula }
  | { readonly kind: 'not'; readonly of: Formula }
  | { readonly kind: 'when'; readonly test: Formula; readonly then: Formula; readonly otherwise: Formula }
  | { readonly kind: 'call'; readonly call: Call; readonly of: readonly Formula[] }
  | { readonly kind: 'place'; readonly place: Place; readonly of: Formula }
  /** What a client was promised. */
  | { readonly kind: 'target'; readonly metric: TargetMetric }
  /** A dated number of the client's own, beside sums; what multiplies their rows stands in their terms. */
  | { readonly kind: 'client number'; readonly of: ClientNumber }
  /** Another metric, by its name. */
  | { readonly kind: 'metric'; readonly name: string; readonly of: Formula }
  | { readonly kind: 'gap'; readonly gap: Gap };

export const term = (of: Term): Formula => ({ kind: 'term', term: of });
export const number = (of: number): Formula => ({ kind: 'number', value: of });
/** A measure as it is read: an average is the sum of average × weight over that of its weight. */
export const formulaOf = (of: Term): Formula =>
  of.kind === 'measure' && of.weight ? operation(term(of), '/', term({ kind: 'measure', measure: of.weight })) : term(of);
export const operation = (left: Formula, operator: Operator, right: Formula): Formula => ({ kind: 'operation', operator, left, right });

/** What a formula is made of, one step down, in reading order. */
export function partsOf(formula: Formula): readonly Formula[] {
  switch (formula.kind) {
    case 'operation':
      return [formula.left, formula.right];
    case 'when':
      return [formula.test, formula.then, formula.otherwise];
    case 'call':
      return formula.of;
    case 'not':
    case 'place':
    case 'metric':
      return [formula.of];
    default:
      return [];
  }
}

/** The formula and everything in it, in reading order. */
export const nodesOf = (formula: Formula): Formula[] => [formula, ...partsOf(formula).flatMap(nodesOf)];

/** The terms a formula reads, in reading order, possibly repeated. */
export const termsOf = (formula: Formula): Term[] => nodesOf(formula).flatMap((each) => (each.kind === 'term' ? [each.term] : []));

/** Of these, those read of the member and the days looked at: also what is a share of something, not what was before. */
export function ownTermsOf(formula: Formula): Term[] {
  if (formula.kind === 'term') return [formula.term];
  return formula.kind === 'place' && formula.place === 'previous' ? [] : partsOf(formula).flatMap(ownTermsOf);
}

/** The same formula with its parts, one step down, made into others. */
function withParts(formula: Formula, make: (part: Formula) => Formula): Formula {
  switch (formula.kind) {
    case 'operation':
      return { ...formula, left: make(formula.left), right: make(formula.right) };
    case 'when':
      return { ...formula, test: make(formula.test), then: make(formula.then), otherwise: make(formula.otherwise) };
    case 'call':
      return { ...formula, of: formula.of.map(make) };
    case 'not':
    case 'place':
    case 'metric':
      return { ...formula, of: make(formula.of) };
    default:
      return formula;
  }
}

/** The formula with the metrics in it spelled out, but for those that are read elsewhere. */
export const spelledOut = (formula: Formula): Formula =>
  formula.kind === 'metric' ? spelledOut(formula.of) : formula.kind === 'place' ? formula : withParts(formula, spelledOut);

/** The formula with each of its terms made into another. */
const withTerms = (formula: Formula, make: (of: Term) => Term): Formula =>
  formula.kind === 'term' ? term(make(formula.term)) : withParts(formula, (part) => withTerms(part, make));

/** Fills in who counts and which day, everywhere in the formula. */
export const closeFormula = (formula: Formula, counting: Counting): Formula => withTerms(formula, (of) => closeTerm(of, counting));

/** Says who counts or which day wherever the formula leaves it open. */
export const fixFormula = (formula: Formula, counting: Partial<Counting>): Formula =>
  withTerms(formula, (of) => (of.kind === 'measure' ? of : { ...counting, ...of }));

/** The same of outcomes alone that came so many days after the click at most. */
export const soonFormula = (formula: Formula, within: number): Formula =>
  withTerms(formula, (of) => (of.kind === 'outcome' ? { ...of, within } : of));

/** The same of the rows alone that pass a filter as well. */
export const narrowFormula = (formula: Formula, filter: Filter): Formula =>
  withTerms(formula, (of) => ({ ...of, where: [...(of.where ?? []), filter] }));
