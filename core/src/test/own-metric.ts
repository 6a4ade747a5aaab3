import { BUILT_IN, type ClientNumber, type ClientTables, type OwnMetric, Vocabulary } from '../index';

/** For tests: words with one metric called “own” of a formula, and a set called “own” of it alone. */
export function ownVocabulary(text: string, numbers: readonly ClientNumber[] = []): Vocabulary {
  const own: OwnMetric = { id: 'own', label: 'Own', text, unit: null, better: 'higher', definition: '', client: null };
  const set = { id: 'own', label: 'Own', outcome: null, metrics: ['own'], client: null };
  return new Vocabulary(BUILT_IN.own, [], { metrics: [own], sets: [set], numbers });
}

/** Tables in such words. */
export const withOwnMetric = (tables: ClientTables, text: string, numbers: readonly ClientNumber[] = []): ClientTables => ({
  ...tables,
  vocabulary: ownVocabulary(text, numbers),
});
