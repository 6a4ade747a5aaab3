import { type MetricBook, type OwnMetricSet } from '@lens/core';

/** A metric set as it stands on screen, before it is stored. */
export interface SetForm {
  readonly label: string;
  readonly outcome: string | null;
  readonly metrics: readonly string[];
  readonly isOfAgency: boolean;
}

export const EMPTY_SET: SetForm = { label: '', outcome: null, metrics: [], isOfAgency: false };

export const setFormOf = ({ label, outcome, metrics, client }: OwnMetricSet): SetForm => ({
  ...{ label, outcome, metrics: [...metrics] },
  isOfAgency: client === null,
});

export const setOf = ({ isOfAgency, ...form }: SetForm, id: string, client: string): OwnMetricSet => ({
  ...form,
  id,
  client: isOfAgency ? null : client,
});

export const copyOfSet = (form: SetForm): SetForm => ({ ...form, label: `${form.label}, another`, isOfAgency: false });

interface SetLine {
  readonly id: string;
  readonly label: string;
  readonly definition: string;
  /** Why the client has nothing of it; empty where it may. */
  readonly problem: string;
}

/** The metrics of a set in its order, with what each says. */
export const linesOfSet = ({ metrics }: Pick<SetForm, 'metrics'>, book: MetricBook): SetLine[] =>
  metrics.map((id) => {
    if (!book.has(id)) return { id, label: id, definition: '', problem: 'There is no such metric for this client.' };
    const { label, definition } = book.named(id);
    const own = book.vocabulary.library.metrics.find((each) => each.id === id);
    return { id, label, definition, problem: own ? (book.library.read(own).problem?.message ?? '') : '' };
  });
