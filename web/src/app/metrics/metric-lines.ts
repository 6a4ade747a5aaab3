import type { LibraryReply } from '@lens/contract';
import { formulaText, type Metric, type MetricBook } from '@lens/core';
import { UNIT_WORDS } from './unit-words';

export interface MetricLine {
  readonly id: string;
  readonly label: string;
  readonly definition: string;
  readonly formula: string;
  readonly unit: string;
  /** Why it cannot be read for this client; empty where it can. */
  readonly problem: string;
}

export interface MetricGroup {
  readonly label: string;
  readonly lines: readonly MetricLine[];
}

/** All metrics of a client by whose they are, those whose name, sentence or formula holds a text. */
export function metricGroups(book: MetricBook, { metrics }: Pick<LibraryReply, 'metrics'>, client: string, sought: string): MetricGroup[] {
  const text = sought.trim().toLocaleLowerCase();
  const owned = new Map(metrics.map((each) => [each.id, each.client]));
  const lines = book.metrics.map((metric) => ({ whose: owned.get(metric.id), line: lineOf(metric, book) }));
  const group = (label: string, has: (whose: string | null | undefined) => boolean): MetricGroup => ({
    label,
    lines: lines.flatMap(({ whose, line }) => (has(whose) && holds(line, text) ? [line] : [])),
  });
  return [
    group(`Of ${client}`, (whose) => typeof whose === 'string'),
    group('Of the agency', (whose) => whose === null),
    group('There for everybody', (whose) => whose === undefined),
  ].filter(({ lines: own }) => own.length > 0);
}

function lineOf({ id, label, definition, formula, unit }: Metric, { library, vocabulary }: MetricBook): MetricLine {
  const own = vocabulary.library.metrics.find((each) => each.id === id);
  const problem = own ? library.read(own).problem?.message : undefined;
  const text = own?.text ?? formulaText(formula);
  return {
    ...{ id, label, formula: text, problem: problem ?? '' },
    definition: definition === text ? '' : definition,
    unit: typeof unit === 'object' ? 'a grade' : UNIT_WORDS[unit],
  };
}

const holds = ({ label, definition, formula }: MetricLine, text: string): boolean =>
  [label, definition, formula].some((each) => each.toLocaleLowerCase().includes(text));
