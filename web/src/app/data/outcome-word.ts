import { lowerFirst } from '@lens/core';
import type { Resolved } from './focus';
import { vocabularyOf } from './vocabulary';

/** The outcome that a client is mainly about. */
export const mainOutcome = ({ book, client }: Resolved): string => book.outcomeOf(client.metricSet)?.id ?? 'purchase';

/** What an outcome is called in a sentence, in the plural: “bookings”. */
export function outcomeWord({ client }: Resolved, action: string): string {
  const vocabulary = vocabularyOf(client);
  return vocabulary.has.outcome(action) ? lowerFirst(vocabulary.outcome(action).label) : action;
}
