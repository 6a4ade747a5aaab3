import { formulaOf, operation, term } from '../formula/formula';
import type { Measure } from '../measure/measure';
import type { Outcome, OutcomeId } from '../measure/outcome';
import type { OwnWords } from '../measure/own-words';
import type { Vocabulary } from '../measure/vocabulary';
import { DELIVERY_METRICS } from './built-in/metric-sets';
import { clicks, spend } from './built-in/words';
import type { Metric, MetricId } from './metric';
import type { MetricSet } from './metric-set';

/** What can be read of a measure of the client's own: itself, and what one of it costs where it is counted. */
export function metricsOfMeasure(measure: Measure, { measureTerm }: Vocabulary): Metric[] {
  const { id, label, unit, better, adding, definition } = measure;
  const formula = formulaOf(measureTerm(id));
  const own: Metric = { id, label, unit, better, formula, definition: definition === '' ? 'A measure of this client’s own.' : definition };
  if (adding !== 'adds' || unit !== 'count') return [own];
  const cost: Metric = {
    id: `${id} cost`,
    label: `Cost per ${label.toLowerCase()}`,
    unit: 'money',
    better: 'lower',
    formula: operation(spend, '/', formula),
    definition: `Spend for each of “${label}”.`,
  };
  return [own, cost];
}

/** The outcomes that count as results; purchases where the client has chosen none. */
export const resultsOf = ({ main }: OwnWords): readonly OutcomeId[] => (main.length > 0 ? main : ['purchase']);

/** The metric of what outcomes tell of a measure. */
const metricBeside = (measure: string, outcome: OutcomeId): MetricId => `${measure} of ${outcome}`;

/** What outcomes tell of it, where lists of them do: all of it, and for each of them. */
export function metricsBeside(measure: Measure, outcomes: readonly Outcome[], { outcomeTerm }: Vocabulary): Metric[] {
  return outcomes.flatMap(({ id, name, label }): Metric[] => {
    const of = term(outcomeTerm(measure, id, {}));
    const { unit, better } = measure;
    const own = metricBeside(measure.id, id);
    return [
      {
        ...{ id: own, unit, better, formula: of },
        label: `${measure.label} of ${label.toLowerCase()}`,
        definition: `“${measure.label}” as lists of ${label.toLowerCase()} tell it.`,
      },
      {
        ...{ id: `${own} each`, unit: unit === 'count' ? 'ratio' : unit, better },
        label: `${measure.label} per ${name}`,
        formula: operation(of, '/', term(outcomeTerm('count', id, {}))),
        definition: `“${measure.label}” for each ${name}.`,
      },
    ];
  });
}

/** The metric that counts an outcome no built-in one does. */
const outcomeMetric = (id: OutcomeId): MetricId => `outcome ${id}`;

/** What can be read of an outcome that no built-in metric is about: how many, what one costs, the steps to it, what they are worth. */
export function metricsOfOutcome({ id, name, label, after }: Outcome, { outcomeTerm, outcome: named }: Vocabulary): Metric[] {
  const own = outcomeMetric(id);
  const part = (of: 'count' | 'people' | 'value') => term(outcomeTerm(of, id, {}));
  const earlier = after === null || after === undefined ? undefined : named(after);
  const metrics: Metric[] = [
    {
      id: own,
      label,
      unit: 'count',
      better: 'higher',
      formula: part('count'),
      definition: `${label}, as who counts them in the sentence above.`,
    },
    {
      id: `${own} cost`,
      label: `Cost per ${name}`,
      unit: 'money',
      better: 'lower',
      formula: operation(spend, '/', part('count')),
      definition: `Spend for each ${name}.`,
    },
    {
      id: `${own} rate`,
      label: `${label} of clicks`,
      unit: 'share',
      better: 'higher',
      formula: operation(part('count'), '/', clicks),
      definition: `${label} for each click.`,
    },
    {
      id: `${own} value`,
      label: `Value of ${label.toLowerCase()}`,
      unit: 'money',
      better: 'higher',
      formula: part('value'),
      definition: `What ${label.toLowerCase()} are worth.`,
    },
    {
      id: `${own} roas`,
      label: `ROAS of ${label.toLowerCase()}`,
      unit: 'ratio',
      better: 'higher',
      formula: operation(part('value'), '/', spend),
      definition: `Value of ${label.toLowerCase()} for each unit of spend.`,
    },
    {
      id: `${own} people`,
      label: `${label}: people`,
      unit: 'count',
      better: 'higher',
      formula: part('people'),
      definition: `Different people; never added up.`,
    },
  ];
  if (!earlier) return metrics;
  const step: Metric = {
    id: `${own} step`,
    label: `${label} of ${earlier.label.toLowerCase()}`,
    unit: 'share',
    better: 'higher',
    formula: operation(part('count'), '/', term(outcomeTerm('count', earlier.id, {}))),
    definition: `${label} for each ${earlier.name} before.`,
  };
  return metrics.toSpliced(1, 0, step);
}

/** A set for each outcome that counts as a result, and one with everything of the client's own. */
export function ownSets(
  { own, outcome }: Vocabulary,
  has: (id: MetricId) => boolean,
  ofOutcome: (id: OutcomeId) => readonly MetricId[],
): MetricSet[] {
  const results = own.main.map((id): MetricSet => {
    const { label, after } = outcome(id);
    const before = after !== null && after !== undefined && has(outcomeMetric(after)) ? [outcomeMetric(after)] : [];
    return { id: `result ${id}`, label: `${label} funnel`, outcome: id, metrics: [...DELIVERY_METRICS, ...before, ...ofOutcome(id)] };
  });
  const words = [
    ...own.measures.flatMap(({ id }) => [
      id,
      `${id} cost`,
      ...resultsOf(own).flatMap((of) => [metricBeside(id, of), `${metricBeside(id, of)} each`]),
    ]),
    ...own.outcomes.flatMap(({ id }) => ofOutcome(id)),
  ].filter(has);
  if (words.length === 0) return results;
  return [...results, { id: 'own', label: 'Own words', outcome: null, metrics: ['spend', 'impressions', 'clicks', ...words] }];
}
