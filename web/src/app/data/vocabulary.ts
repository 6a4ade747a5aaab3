import type { ClientDetail } from '@lens/contract';
import { bookOf, type MetricBook, Vocabulary } from '@lens/core';

type Told = Pick<ClientDetail, 'words'> & Partial<Pick<ClientDetail, 'groupings' | 'library'>>;

const known = new WeakMap<ClientDetail['words'], Vocabulary>();

/** The words a client's data is told in. */
export function vocabularyOf({ words, groupings, library }: Told): Vocabulary {
  const vocabulary = known.get(words) ?? new Vocabulary(words, groupings, library);
  known.set(words, vocabulary);
  return vocabulary;
}

/** The metrics that can be had of them. */
export const bookOfClient = (client: Told): MetricBook => bookOf(vocabularyOf(client));
