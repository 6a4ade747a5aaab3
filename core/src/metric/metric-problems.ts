import { MOST_TERMS, termsNeeded } from '../compare/answer';
import { nodesOf } from '../formula/formula';
import { nameKey } from '../formula/tokens';
import { type ClientNumber, clientNumbers } from '../measure/client-number';
import { COUNTERS } from '../measure/counted-by';
import { DATE_BASES } from '../measure/outcome';
import { Vocabulary } from '../measure/vocabulary';
import type { ReadMetric } from './library';
import type { MetricId, OwnMetric } from './metric';
import { bookOf, type MetricBook } from './metric-book';
import type { OwnMetricSet } from './metric-set';

/** The same words with a metric that is new, or has changed. */
export function withMetric({ own, groupings, library }: Vocabulary, metric: OwnMetric): Vocabulary {
  const metrics = [...library.metrics.filter(({ id }) => id !== metric.id), metric];
  return new Vocabulary(own, groupings, { ...library, metrics });
}

/** How a metric that is new or has changed is read among the others of a client. */
export const readAmong = (vocabulary: Vocabulary, metric: OwnMetric): ReadMetric =>
  bookOf(withMetric(vocabulary, metric)).library.read(metric);

/** A problem with a part of a metric or a set. */
interface PartProblem {
  readonly path: 'label' | 'text' | 'metrics';
  readonly message: string;
}

/** What is wrong with a metric that is new or has changed; nothing where it can be used. */
export function metricProblems(metric: OwnMetric, vocabulary: Vocabulary): PartProblem[] {
  const { problem } = readAmong(vocabulary, metric);
  const key = nameKey(metric.label);
  const most = mostTerms(bookOf(withMetric(vocabulary, metric)), [metric.id]);
  const owns = new Set(vocabulary.library.metrics.map(({ id }) => id));
  const isBuiltIn = bookOf(vocabulary).metrics.some(({ id, label }) => !owns.has(id) && nameKey(label) === key);
  const isTaken = vocabulary.library.metrics.some(
    ({ id, label, client }) => id !== metric.id && client === metric.client && nameKey(label) === key,
  );
  return [
    ...(isBuiltIn || isTaken || bookOf(vocabulary).library.words.isMeasure(metric.label)
      ? [{ path: 'label', message: `There is already a metric or a measure called “${metric.label}”. Choose another name.` } as const]
      : []),
    ...(problem ? [{ path: 'text', message: problem.message } as const] : []),
    ...(most > MOST_TERMS
      ? [{ path: 'text', message: `It is made of ${most} sums, and a table takes ${MOST_TERMS}. Take it apart.` } as const]
      : []),
  ];
}

/** How many sums some metrics need at most: whoever counts, and by whichever day. */
const mostTerms = (book: MetricBook, metrics: readonly MetricId[]): number =>
  Math.max(...COUNTERS.flatMap((countedBy) => DATE_BASES.map((basis) => termsNeeded(book, metrics, { countedBy, basis }))));

/** What is wrong with a set that is new or has changed. */
export function metricSetProblems(set: OwnMetricSet, book: MetricBook): PartProblem[] {
  const unknown = set.metrics.filter((id) => !book.has(id));
  const known = set.metrics.filter(book.has);
  const most = mostTerms(book, known);
  const isTaken = book.sets.some(({ id, label }) => id !== set.id && nameKey(label) === nameKey(set.label));
  return [
    ...(isTaken ? [{ path: 'label', message: `There is already a set called “${set.label}”. Choose another name.` } as const] : []),
    ...(unknown.length > 0 ? [{ path: 'metrics', message: `There is no metric “${unknown.join('”, “')}”.` } as const] : []),
    ...(most > MOST_TERMS
      ? [
          {
            path: 'metrics',
            message: `These metrics need ${most} sums at once, and a table takes ${MOST_TERMS}. Make two sets of them.`,
          } as const,
        ]
      : []),
    ...(new Set(set.metrics).size < set.metrics.length ? [{ path: 'metrics', message: 'A metric stands in it twice.' } as const] : []),
  ];
}

/** What is wrong with the dated numbers a client has from now on, in words for a person. */
export function numberProblems(dated: readonly Pick<ClientNumber, 'name' | 'unit'>[], vocabulary: Vocabulary): string[] {
  const { own, groupings, library } = vocabulary;
  const numbers = clientNumbers(dated);
  const after = new Vocabulary(own, groupings, { ...library, numbers });
  const without = bookOf(new Vocabulary(own, groupings, { ...library, numbers: [] })).library.words;
  const lost = library.metrics.filter((each) => !bookOf(vocabulary).library.read(each).problem && bookOf(after).library.read(each).problem);
  return [
    ...numbers.flatMap(({ id, name, unit }) =>
      clientNumbers(dated.filter((each) => each.unit !== unit)).some((each) => each.id === id)
        ? [`“${name}” is told in two units. Choose one, or another name.`]
        : [],
    ),
    ...numbers.flatMap(({ name }) =>
      without.formulaOf(name) === undefined ? [] : [`“${name}” means something in formulas already. Choose another name.`],
    ),
    ...lost.map(({ label }) => `The metric “${label}” is made of a number that would be gone. Change the metric first.`),
  ];
}

/** Where an own metric is used: own metrics made of it, and own sets that show it. */
export interface Uses {
  readonly metrics: readonly OwnMetric[];
  readonly sets: readonly OwnMetricSet[];
}

export function usesOf({ id, label }: Pick<OwnMetric, 'id' | 'label'>, { library: { metrics, sets } }: Vocabulary, book: MetricBook): Uses {
  const key = nameKey(label);
  const isMadeOfIt = (own: OwnMetric): boolean =>
    nodesOf(book.library.read(own).metric.formula).some((each) => each.kind === 'metric' && nameKey(each.name) === key);
  return { metrics: metrics.filter((own) => own.id !== id && isMadeOfIt(own)), sets: sets.filter((set) => set.metrics.includes(id)) };
}
