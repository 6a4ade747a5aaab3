import { BUILT_IN_DIMENSIONS } from './built-in/dimensions';
import { BESIDE_OUTCOMES, BUILT_IN_MEASURES } from './built-in/measures';
import { BUILT_IN_OUTCOMES } from './built-in/outcomes';
import { type ClientNumber, MARGIN } from './client-number';
import { type CountedBy, COUNTERS } from './counted-by';
import type { Dimension } from './dimension';
import type { Measure } from './measure';
import { DATE_BASES, type DateBasis, type Outcome, type OutcomeId, type OutcomePart, REPORTED_PARTS } from './outcome';
import { EMPTY_LIBRARY, type Library } from '../metric/metric-set';
import { NO_OWN_WORDS, type OwnWords, type Words } from './own-words';
import type { ClosedTerm, MeasureTerm, OutcomeTerm } from './term';

/** What groupings are called; see grouping. */
export type GroupingName = Pick<Dimension, 'id' | 'label'>;

/** The measures, outcomes and dimensions a client's data can be told in: the built-in ones, and its own with its groupings and metrics. */
export class Vocabulary implements Words {
  readonly measures: readonly Measure[];
  /** What lists of outcomes may tell of each beside its value: measures that add. */
  readonly besideOutcomes: readonly Measure[];
  readonly outcomes: readonly Outcome[];
  readonly dimensions: readonly Dimension[];
  /** Dated numbers of the client that formulas can calculate with. */
  readonly numbers: readonly ClientNumber[];
  private readonly measuresById: ReadonlyMap<string, Measure>;
  private readonly outcomesById: ReadonlyMap<string, Outcome>;
  private readonly dimensionsById: ReadonlyMap<string, Dimension>;

  constructor(
    readonly own: OwnWords = NO_OWN_WORDS,
    readonly groupings: readonly GroupingName[] = [],
    readonly library: Library = EMPTY_LIBRARY,
  ) {
    this.measures = [...BUILT_IN_MEASURES, ...own.measures];
    this.besideOutcomes = [...BESIDE_OUTCOMES, ...own.measures.filter(({ adding }) => adding === 'adds')];
    this.outcomes = inFunnel([...BUILT_IN_OUTCOMES, ...own.outcomes]);
    this.dimensions = [...BUILT_IN_DIMENSIONS, ...own.dimensions];
    this.numbers = [MARGIN, ...library.numbers];
    this.measuresById = byId(this.measures);
    this.outcomesById = byId(this.outcomes);
    this.dimensionsById = byId(this.dimensions);
  }

  /** The id by which a word is known now: that of another it has become, or its own. */
  idOf = (id: string): string => this.own.joined[id] ?? id;

  /** The measure of an id. Throws a RangeError where there is none. */
  measure = (id: string): Measure => found(this.measuresById, this.idOf(id), 'measure');
  /** The outcome of an id. Throws a RangeError where there is none. */
  outcome = (id: OutcomeId): Outcome => found(this.outcomesById, this.idOf(id), 'outcome');
  /** The dimension of an id. Throws a RangeError where there is none. */
  dimension = (id: string): Dimension => found(this.dimensionsById, this.idOf(id), 'dimension');

  readonly has = {
    measure: (id: string): boolean => this.measuresById.has(this.idOf(id)),
    outcome: (id: OutcomeId): boolean => this.outcomesById.has(this.idOf(id)),
    dimension: (id: string): boolean => this.dimensionsById.has(this.idOf(id)),
    grouping: (id: string): boolean => this.groupings.some((each) => each.id === id),
  };

  /** What a grouping is called; undefined for other dimensions. */
  groupingLabel = (dimension: string): string | undefined => this.groupings.find(({ id }) => id === dimension)?.label;

  measureTerm = (id: string): MeasureTerm => {
    const measure = this.measure(id);
    return { kind: 'measure', measure, ...(measure.weight === undefined ? {} : { weight: this.measure(measure.weight) }) };
  };

  outcomeTerm = <Fixed extends { countedBy?: CountedBy; basis?: DateBasis }>(
    part: OutcomePart,
    id: OutcomeId,
    fixed: Fixed,
  ): OutcomeTerm & Fixed => ({ kind: 'outcome', part, outcome: this.outcome(id), ...fixed });

  /** The term whose column storage calls so: what termKey undoes. Throws a RangeError for a key that names nothing. */
  termOfKey = (key: string): ClosedTerm => {
    const [id = '', part, countedBy, basis] = key.split('.');
    if (part === undefined) return this.measureTerm(id);
    const of = this.has.measure(part) ? this.measure(part) : oneOf(REPORTED_PARTS, part);
    return this.outcomeTerm(of, id, { countedBy: oneOf(COUNTERS, countedBy), basis: oneOf(DATE_BASES, basis) });
  };

  /** Whether a column holds what only the client's own site counts. */
  isBySite = (key: string): boolean => this.measuresById.get(this.idOf(key))?.bySite === true;
}

/** Each outcome behind the one it follows, as far as one is named. */
function inFunnel(outcomes: readonly Outcome[]): Outcome[] {
  const ordered: Outcome[] = [];
  for (const outcome of outcomes) {
    const before = ordered.findIndex(({ id }) => id === outcome.after);
    ordered.splice(before < 0 ? ordered.length : before + 1, 0, outcome);
  }
  return ordered;
}

const byId = <Word extends { readonly id: string }>(words: readonly Word[]): ReadonlyMap<string, Word> =>
  new Map(words.map((word) => [word.id, word]));

function found<Word>(words: ReadonlyMap<string, Word>, id: string, kind: string): Word {
  const word = words.get(id);
  if (!word) throw new RangeError(`No ${kind} is called “${id}”`);
  return word;
}

function oneOf<Name extends string>(names: readonly Name[], text: string | undefined): Name {
  const name = names.find((each) => each === text);
  if (name === undefined) throw new RangeError(`“${text ?? ''}” is none of ${names.join(', ')}`);
  return name;
}

/** The words every client has. */
export const BUILT_IN = new Vocabulary();
