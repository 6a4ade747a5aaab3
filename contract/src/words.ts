import { ADDINGS, BETTER, TRAFFIC, UNITS } from '@lens/core';
import { z } from 'zod';

/** What storage calls a measure, an outcome or a dimension; a full stop would end it in the key of a column. */
export const wordId = z
  .string()
  .min(1)
  .max(100)
  .regex(/^[^.]+$/);
const label = z.string().trim().min(1, 'Give it a name').max(60);
const headers = z.array(z.string().trim().min(1).max(200)).max(50).readonly();

/** What a number stands for; of grades, their names from the best to the worst. */
export const unit = z.union([
  z.enum(UNITS),
  z.object({ grades: z.array(z.string().trim().min(1).max(40)).min(2, 'An order needs two grades or more').max(50).readonly() }),
]);

const measure = z.object({
  id: wordId,
  name: label,
  label,
  unit,
  adding: z.enum(ADDINGS),
  weight: wordId.exactOptional(),
  better: z.enum(BETTER),
  definition: z.string().max(500),
  bySite: z.boolean().exactOptional(),
  traffic: z.enum(TRAFFIC).exactOptional(),
  headers,
});
const outcome = z.object({ id: wordId, name: label, label, after: wordId.nullable().exactOptional(), headers });
const dimension = z.object({ id: wordId, label, headers });

/** A client's own words; see core/measure. */
export const ownWords = z.object({
  measures: z.array(measure).max(200).readonly(),
  outcomes: z.array(outcome).max(100).readonly(),
  dimensions: z.array(dimension).max(100).readonly(),
  main: z.array(wordId).max(100).readonly(),
  joined: z.record(wordId, wordId).readonly(),
});

/** A word that is new or has changed; its id is given to it. */
export const newWord = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('measure'), word: measure.omit({ id: true }) }),
  z.object({ kind: z.literal('outcome'), word: outcome.omit({ id: true }) }),
  z.object({ kind: z.literal('dimension'), word: dimension.omit({ id: true }) }),
]);
export type NewWord = z.infer<typeof newWord>;

export const wordsReply = z.object({
  own: ownWords,
  /** Feeds that speak of each own word. */
  uses: z.array(z.object({ id: wordId, feeds: z.array(z.string()) })),
});
