import type { ClientDetail } from '@lens/contract';
import { bookOf, type MetricBook, Vocabulary } from '@lens/core';

const known = new WeakMap<ClientDetail['words'], Vocabulary>();

/** The words a client's data is told in. */
export function vocabularyOf({ words }: Pick<ClientDetail, 'words'>): Vocabulary {
  const vocabulary = known.get(words) ?? new Vocabulary(words);
  known.set(words, vocabulary);
  return vocabulary;
}

/** The metrics that can be had of them. */
export const bookOfClient = (client: Pick<ClientDetail, 'words'>): MetricBook => bookOf(vocabularyOf(client));
