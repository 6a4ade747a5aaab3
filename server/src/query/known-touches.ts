import { canSplitBy, type TouchLog, type Vocabulary } from '@lens/core';

/** What touches of a log can be told apart by, and what its journeys can end in. */
export const knownTouches = (log: TouchLog, vocabulary: Vocabulary): { dimensions: string[]; actions: readonly string[] } => ({
  dimensions: [...log.codes.keys()].filter((dimension) => canSplitBy(dimension, vocabulary)),
  actions: log.outcomes.actions,
});
