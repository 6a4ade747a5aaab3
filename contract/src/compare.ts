import { DIRECTIONS, ROW_KINDS, TEXT_TESTS, testProblem } from '@lens/core';
import { z } from 'zod';
import { basis, countedBy, day, dayRange, figure, figureColumn, id } from './basic';
import { unit } from './words';

/** Of the client’s book of metrics: which there are depends on its words. */
const metricId = z.string().min(1).max(200);
const metricSetId = metricId;

/** Of what a client's data tells: which there are depends on its words. */
const dimension = z.string().min(1).max(120);
const rows = z
  .array(dimension)
  .min(1)
  .max(8)
  .refine((all) => new Set(all).size === all.length, 'Split by each thing once')
  .readonly();

const textTest = z.object({ test: z.enum(TEXT_TESTS), value: z.string().max(200) });
/** A filter that may not be finished. */
export const filterDraft = z.object({ dimension, any: z.array(textTest).min(1).max(200).readonly() });
/** Any of the tests is enough; of several filters all must hold. */
const filter = filterDraft.superRefine(({ any }, context) => {
  any.forEach((test, at) => {
    const problem = testProblem(test);
    if (problem !== '') context.addIssue({ code: 'custom', message: problem, path: ['any', at, 'value'] });
  });
});

export const question = z.object({
  client: id,
  period: dayRange,
  comparison: dayRange.nullable(),
  countedBy,
  basis,
  /** The data as it was known at the end of this day; null for as it is known now. */
  knownOn: day.nullable().default(null),
  metricSet: metricSetId,
  rows,
  where: z.array(filter).max(20).readonly().default([]),
  /** Text in the name of a member, or of one above or below it; empty for all. */
  named: z.string().max(200),
  sort: z.object({ by: z.union([metricId, z.literal('name')]), direction: z.enum(DIRECTIONS) }),
});

/** Listed outcomes of the period, by action, that carry no click date; values in the client's currency. */
const withoutClickDay = z.array(z.object({ action: z.string(), count: z.number(), value: z.number() }));

export const comparisonTable = z.object({
  metrics: z.array(metricId),
  rows: z.array(
    z.object({
      key: z.string(),
      parent: z.string().nullable(),
      kind: z.enum(ROW_KINDS),
      level: z.string(),
      /** Within its dimension; null for what is no member of one. */
      code: z.union([z.string(), z.number()]).nullable(),
      name: z.string(),
      channel: z.string().nullable(),
      depth: z.number().int(),
      hasChildren: z.boolean(),
      /** Fingerprint of the ad's picture, where it has one. */
      picture: z.string().exactOptional(),
    }),
  ),
  /** One for each metric; `before` and `change` only when something is compared, with the rows whose change is more than chance. */
  columns: z.array(
    z.object({
      now: figureColumn,
      before: figureColumn.nullable(),
      change: figureColumn.nullable(),
      beyondChance: z.array(z.number().int()),
    }),
  ),
  withoutClickDay,
  /** By click date: share of the sales of this period that has arrived; null by sale date or where unknown. */
  arrived: z.number().nullable(),
  dataVersion: z.number().int(),
});
export type WireTable = z.infer<typeof comparisonTable>;

export const seriesRequest = z.object({ question, metric: metricId, members: z.array(z.string().max(300)).min(1).max(12) });
export const series = z.object({
  buckets: z.array(dayRange),
  lines: z.array(z.object({ key: z.string(), figures: figureColumn })),
});

export const traceRequest = z.object({ question, row: z.string().max(300), metric: metricId });
export const trace = z.object({
  name: z.string(),
  metric: metricId,
  figure,
  formula: z.string(),
  /** The formula with its numbers put in. */
  filled: z.string(),
  inputs: z.array(
    z.object({
      term: z.string(),
      unit,
      figure,
      sources: z.array(
        z.object({
          feed: z.string(),
          account: z.string(),
          channel: z.string(),
          rows: z.number().int(),
          amount: figure,
          files: z.array(z.object({ importId: z.number().int(), name: z.string(), importedAt: z.string() })),
        }),
      ),
    }),
  ),
  unreadLines: z.number().int(),
  withoutClickDay,
  dataVersion: z.number().int(),
});
export type Trace = z.infer<typeof trace>;
