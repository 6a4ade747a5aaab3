import { termText, type Vocabulary } from '@lens/core';

/** What storage calls a column, as the formula language says it; other roles as they are called. */
export function termLabel(key: string, { has, termOfKey, dimension }: Vocabulary): string {
  if (key.includes('.') || has.measure(key)) return termText(termOfKey(key));
  return has.dimension(key) ? dimension(key).label.toLowerCase() : key;
}
