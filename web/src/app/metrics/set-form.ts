import type { ColumnLook, MetricBook, OwnMetricSet } from '@lens/core';

/** A metric set as it stands on screen, before it is stored. */
export interface SetForm {
  readonly label: string;
  readonly outcome: string | null;
  readonly metrics: readonly string[];
  /** Of those that do not look as usual. */
  readonly looks: Readonly<Record<string, ColumnLook>>;
  readonly isOfAgency: boolean;
}

export const EMPTY_SET: SetForm = { label: '', outcome: null, metrics: [], looks: {}, isOfAgency: false };

export const setFormOf = ({ label, outcome, metrics, looks = {}, client }: OwnMetricSet): SetForm => ({
  ...{ label, outcome, metrics: [...metrics], looks },
  isOfAgency: client === null,
});

/** The looks with that of one metric; one as usual is none. */
export function withLook(looks: SetForm['looks'], metric: string, look: ColumnLook): SetForm['looks'] {
  const { [metric]: _, ...others } = looks;
  return Object.keys(look).length > 0 ? { ...others, [metric]: look } : others;
}

/** What a look changes, in words; empty where it is as usual. */
export const lookText = ({ name, decimals, fill, withoutChange }: ColumnLook): string =>
  [
    ...(name === undefined ? [] : [`headed “${name}”`]),
    ...(decimals === undefined ? [] : [decimals === 0 ? 'no decimals' : `${decimals} decimals`]),
    ...(fill === undefined ? [] : [fill === 'bar' ? 'over a bar' : 'darker for more']),
    ...(withoutChange ? ['without its change'] : []),
  ].join(', ');

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
