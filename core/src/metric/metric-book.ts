import type { Outcome, OutcomeId } from '../measure/outcome';
import { BUILT_IN, type Vocabulary } from '../measure/vocabulary';
import { BUILT_IN_METRIC_SETS } from './built-in/metric-sets';
import { BUILT_IN_METRICS } from './built-in/metrics';
import type { Metric, MetricId } from './metric';
import { MetricLibrary } from './library';
import { metricsBeside, metricsOfMeasure, metricsOfOutcome, ownSets, resultsOf } from './own-metrics';
import type { MetricSet, MetricSetId } from './metric-set';

/** Outcomes that have a built-in set with their metrics. */
const HAVE_SETS = new Set(BUILT_IN_METRIC_SETS.map(({ outcome }) => outcome));

/** The metrics and metric sets that can be had of a client's words. */
export class MetricBook {
  readonly metrics: readonly Metric[];
  readonly sets: readonly MetricSet[];
  readonly library: MetricLibrary;
  private readonly byId: ReadonlyMap<MetricId, Metric>;

  constructor(readonly vocabulary: Vocabulary) {
    const { own, outcomes } = vocabulary;
    const newOutcomes = outcomes.filter(({ id }) => !HAVE_SETS.has(id));
    const ofOutcomes = new Map(newOutcomes.map((each) => [each.id, metricsOfOutcome(each, vocabulary)]));
    const results = resultsOf(own);
    const usual = [
      ...BUILT_IN_METRICS,
      ...own.measures.flatMap((each) => metricsOfMeasure(each, vocabulary)),
      ...own.measures
        .filter(({ adding }) => adding === 'adds')
        .flatMap((each) => metricsBeside(each, results.map(vocabulary.outcome), vocabulary)),
      ...[...ofOutcomes.values()].flat(),
    ];
    this.library = new MetricLibrary(vocabulary, usual);
    this.metrics = [...usual, ...this.library.inForce.map(({ metric }) => metric)];
    // One that a client's own of the same name goes before stands for that.
    const standIns = vocabulary.library.metrics.flatMap((each) => this.library.inForceAs(each)?.metric ?? []);
    this.byId = new Map([
      ...vocabulary.library.metrics.map(({ id }, at) => [id, standIns[at] as Metric] as const),
      ...this.metrics.map((metric) => [metric.id, metric] as const),
    ]);
    this.sets = [
      ...BUILT_IN_METRIC_SETS,
      ...ownSets(vocabulary, this.has, (id) => (ofOutcomes.get(id) ?? []).map((metric) => metric.id)),
      ...vocabulary.library.sets.map((set) => ({ ...set, metrics: set.metrics.filter(this.has) })),
    ];
  }

  has = (id: MetricId): boolean => this.byId.has(id);

  /** The metric of an id. Throws a RangeError where there is none. */
  named = (id: MetricId): Metric => {
    const metric = this.byId.get(id);
    if (!metric) throw new RangeError(`No metric is called “${id}”`);
    return metric;
  };

  set = (id: MetricSetId): MetricSet | undefined => this.sets.find((set) => set.id === id);

  /** The metric that is a part of an outcome and nothing else, as the focus counts it; undefined where none is. */
  plainOf(part: 'count' | 'value', outcome: OutcomeId): Metric | undefined {
    return this.metrics.find(({ formula }) => {
      if (formula.kind !== 'term' || formula.term.kind !== 'outcome') return false;
      const { part: own, outcome: of, ...refined } = formula.term;
      return own === part && of.id === outcome && Object.keys(refined).every((key) => key === 'kind');
    });
  }

  /** The main outcome of a set; null where it is about none. Throws a RangeError where there is no such set. */
  outcomeOf(id: MetricSetId): Outcome | null {
    const set = this.set(id);
    if (!set) throw new RangeError(`No metric set is called “${id}”`);
    return set.outcome === null ? null : this.vocabulary.outcome(set.outcome);
  }
}

const books = new WeakMap<Vocabulary, MetricBook>();

/** The book of a vocabulary; kept for as long as that stands. */
export function bookOf(vocabulary: Vocabulary): MetricBook {
  const book = books.get(vocabulary) ?? new MetricBook(vocabulary);
  books.set(vocabulary, book);
  return book;
}

/** The metrics of the built-in words alone. */
export const BUILT_IN_BOOK = bookOf(BUILT_IN);
