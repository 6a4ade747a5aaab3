import { type Better, formulaText, type Metric, type MetricBook, type OwnMetric, type UNITS } from '@lens/core';

/** A metric as it stands on screen, before it is stored. */
export interface MetricForm {
  readonly label: string;
  readonly text: string;
  readonly unit: (typeof UNITS)[number] | null;
  readonly better: Better;
  readonly definition: string;
  readonly isOfAgency: boolean;
}

export const EMPTY_FORM: MetricForm = { label: '', text: '', unit: null, better: 'higher', definition: '', isOfAgency: false };

export const formOf = ({ label, text, unit, better, definition, client }: OwnMetric): MetricForm => ({
  ...{ label, text, unit, better, definition },
  isOfAgency: client === null,
});

/** A metric of the form, as its formula is read and tried; what is new has an id of nothing. */
export const metricOf = ({ isOfAgency, ...form }: MetricForm, id: string, client: string): OwnMetric => ({
  ...form,
  id,
  client: isOfAgency ? null : client,
});

/** A form to begin a metric of one's own from one there is. */
export function copyOf({ label, better, formula, unit }: Metric, { vocabulary }: MetricBook, id: string): MetricForm {
  const own = vocabulary.library.metrics.find((each) => each.id === id);
  return {
    ...{ label: `${label}, another`, better, definition: '', isOfAgency: false },
    text: own?.text ?? formulaText(formula),
    unit: typeof unit === 'object' ? null : unit,
  };
}
