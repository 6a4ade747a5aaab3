import type { Unit } from '../figure/text';
import { measureNamed, type MeasureName } from './measure';
import { type Action, COUNTED_WORDS, type CountedBy, type DateBasis, type OutcomePart } from './outcome';

export interface MeasureTerm {
  readonly kind: 'measure';
  readonly measure: MeasureName;
}

/** A part of an outcome; what it leaves open (who counts, which day) the focus fills in. */
export interface OutcomeTerm {
  readonly kind: 'outcome';
  readonly part: OutcomePart;
  readonly action: Action;
  readonly countedBy?: CountedBy;
  readonly basis?: DateBasis;
}

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

/** A stable name for a closed term; equal terms have equal keys. */
export function termKey(term: ClosedTerm): string {
  return term.kind === 'measure' ? term.measure : `${term.action}.${term.part}.${term.countedBy}.${term.basis}`;
}

/** The term of a key: what termKey undoes. */
export function termOfKey(key: string): ClosedTerm {
  const [action, part, countedBy, basis] = key.split('.');
  if (part === undefined) return { kind: 'measure', measure: key as MeasureName };
  return {
    kind: 'outcome',
    action: action as Action,
    part: part as OutcomePart,
    countedBy: countedBy as CountedBy,
    basis: basis as DateBasis,
  };
}

/** Whether the amounts of a key are a state on a day, which is never summed. */
export function isSetting(key: string): boolean {
  const term = termOfKey(key);
  return term.kind === 'measure' && measureNamed(term.measure).additivity === 'setting';
}

/** Whether a term counts different people, who are never added up. */
export const isPeople = (term: Term): boolean =>
  term.kind === 'measure' ? measureNamed(term.measure).additivity === 'people' : term.part === 'people';

/** Whether the amounts of a key add up over days and members. */
export const addsUp = (key: string): boolean => !isSetting(key) && !isPeople(termOfKey(key));

export function termUnit(term: Term): Unit {
  if (term.kind === 'measure') return measureNamed(term.measure).unit;
  return term.part === 'count' || term.part === 'people' ? 'count' : 'money';
}

/**
 * How many stored units make one: money is kept in millionths so that sums are exact below 2^53,
 * and so are outcome counts, because channels claim fractions of one (calculations, chapter 5).
 */
export function termScale(term: Term): number {
  return term.kind === 'outcome' || termUnit(term) === 'money' ? 1_000_000 : 1;
}

/** The term as the formula language writes it. */
export function termText(term: Term): string {
  if (term.kind === 'measure') return term.measure;
  const part = term.part === 'margin' ? 'margin value' : term.part;
  const by = term.countedBy === undefined ? '' : ` ${COUNTED_WORDS[term.countedBy].text}`;
  const basis = term.basis === undefined ? '' : ` by ${term.basis} date`;
  return `${part} of ${term.action}${by}${basis}`;
}
