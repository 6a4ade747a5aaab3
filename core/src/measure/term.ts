import type { Unit } from '../figure/text';
import type { ClientNumber } from './client-number';
import { type Adding, addsPlainly, type Measure } from './measure';
import { countedWords, type CountedBy } from './counted-by';
import { type DateBasis, type Outcome, type OutcomePart, partKey, partUnit } from './outcome';
import { nameText } from '../formula/tokens';
import type { Filter } from '../question/filter';
import { MILLIONTHS } from './scale';

interface Refined {
  /** Of which rows alone a term is summed; see question/filter. */
  readonly where?: readonly Filter[];
  /** What each row's amount is multiplied by, on its day, before it is summed (calculations, chapter 5). */
  readonly times?: ClientNumber;
}

export interface MeasureTerm extends Refined {
  readonly kind: 'measure';
  readonly measure: Measure;
  /** What an average is weighted by: the term is then their product, which adds. */
  readonly weight?: Measure;
}

/** A part of an outcome; what it leaves open (who counts, which day) the focus fills in. */
export interface OutcomeTerm extends Refined {
  readonly kind: 'outcome';
  readonly part: OutcomePart;
  readonly outcome: Outcome;
  readonly countedBy?: CountedBy;
  readonly basis?: DateBasis;
  /** Only those that came so many days after the click at most; of clicks that are so old at least. */
  readonly within?: number;
}

/** What a formula sums: a word of the vocabulary, which knows its own unit and how it adds. */
export type Term = MeasureTerm | OutcomeTerm;

export interface ClosedOutcomeTerm extends OutcomeTerm {
  readonly countedBy: CountedBy;
  readonly basis: DateBasis;
}

/** A term that says everything needed to sum it. */
export type ClosedTerm = MeasureTerm | ClosedOutcomeTerm;

export interface Counting {
  readonly countedBy: CountedBy;
  readonly basis: DateBasis;
}

/** Fills in what the term leaves open from the focus. */
export function closeTerm(term: Term, counting: Counting): ClosedTerm {
  if (term.kind === 'measure') return term;
  return { ...term, countedBy: term.countedBy ?? counting.countedBy, basis: term.basis ?? counting.basis };
}

/** What storage calls the column of a closed term. */
export function columnKey(term: ClosedTerm): string {
  return term.kind === 'measure' ? term.measure.id : `${term.outcome.id}.${partKey(term.part)}.${term.countedBy}.${term.basis}`;
}

/** Equal terms have equal keys: their column, how soon, of which rows alone, and times what. */
export const termKey = (term: ClosedTerm): string =>
  term.where === undefined && term.times === undefined && withinOf(term) === undefined
    ? columnKey(term)
    : `${columnKey(term)} ${JSON.stringify([withinOf(term), term.where, term.times?.id])}`;

/** Within how many days of the click an outcome came that a term counts; undefined for whenever. */
export const withinOf = (term: Term): number | undefined => (term.kind === 'outcome' ? term.within : undefined);

/** How amounts of a term combine over days and members. */
export function addingOf(term: Term): Adding {
  if (term.kind === 'measure') return term.measure.adding;
  return term.part === 'people' ? 'people' : 'adds';
}

/** Whether a term counts different people, who are never added up. */
export const isPeople = (term: Term): boolean => addingOf(term) === 'people';

/** Whether rows of a term may hold the same: of several at least the largest counts, at most all together. */
export const mayOverlap = (term: Term): boolean => ['people', 'trailing', 'competing'].includes(addingOf(term));

/** Whether a term is a state on a day, which is never summed. */
export const isState = (term: Term): boolean => addingOf(term) === 'setting' || addingOf(term) === 'ordered';

/** Whether amounts of a term add up over days and members. */
export const addsUp = (term: Term): boolean => addsPlainly(addingOf(term));

/** What a term is told in as it is summed. */
export const termUnit = (term: Term): Unit => (term.times?.unit === 'money' ? 'money' : amountUnit(term));

/** What its amounts are told in before they are multiplied. */
export function amountUnit(term: Term): Unit {
  return term.kind === 'measure' ? term.measure.unit : partUnit(term.part);
}

/**
 * How many stored units make one: money is kept in millionths so that sums are exact below 2^53,
 * and so are outcome counts, because channels claim fractions of one, and averages × weights (calculations, chapter 5).
 */
export function termScale(term: Term): number {
  return term.times ? MILLIONTHS : amountScale(term);
}

/** The same of its amounts before they are multiplied. */
export const amountScale = (term: Term): number =>
  term.kind === 'outcome' || amountUnit(term) === 'money' || term.weight ? MILLIONTHS : 1;

/** The term as the formula language writes it. */
export function termText({ times, ...term }: Term): string {
  return times ? `${plainText(term)} × ${nameText(times.name)}` : plainText(term);
}

function plainText(term: Term): string {
  const narrowed = (term.where ?? []).map((filter) => ` where ${filterText(filter)}`).join('');
  if (term.kind === 'measure')
    return (term.weight ? `${nameText(term.measure.name)} × ${nameText(term.weight.name)}` : nameText(term.measure.name)) + narrowed;
  const part = typeof term.part === 'object' ? nameText(term.part.name) : term.part;
  const by = term.countedBy === undefined ? '' : ` ${countedWords(term.countedBy).text}`;
  const basis = term.basis === undefined ? '' : ` by ${term.basis} date`;
  const within = term.within === undefined ? '' : ` within ${term.within} days`;
  return `${part} of ${nameText(term.outcome.name)}${by}${basis}${within}${narrowed}`;
}

/** A filter as the formula language writes it: device is "phone" or "tablet". */
const filterText = ({ dimension, any }: Filter): string => {
  const [first] = any;
  const isBare = first?.test === 'is empty' || first?.test === 'is filled';
  return `${nameText(dimension)} ${first?.test ?? ''}${isBare ? '' : ` ${any.map(({ value }) => `"${value}"`).join(' or ')}`}`;
};
