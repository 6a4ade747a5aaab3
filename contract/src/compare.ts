import {
  AMOUNT_TESTS,
  DIRECTIONS,
  ROW_KINDS,
  SORT_OF,
  STATUSES,
  SURENESS,
  TARGET_VERDICTS,
  TEXT_TESTS,
  testProblem,
  TOP_ENDS,
} from '@lens/core';
import { z } from 'zod';
import { basis, countedBy, day, dayRange, figure, figureColumn, id } from './basic';
import { unit, wordId } from './words';

/** Of the client’s book of metrics: which there are depends on its words. */
export const metricId = z.string().min(1).max(200);
const metricSetId = metricId;

/** Of what a client's data tells: which there are depends on its words. */
export const dimension = z.string().min(1).max(120);
export const rows = z
  .array(dimension)
  .min(1)
  .max(8)
  .refine((all) => new Set(all).size === all.length, 'Split by each thing once')
  .readonly();

const textTest = z.object({ test: z.enum(TEXT_TESTS), value: z.string().max(200) });
/** A filter that may not be finished. */
export const filterDraft = z.object({ dimension, any: z.array(textTest).min(1).max(200).readonly() });
/** Any of the tests is enough; of several filters all must hold. */
export const filter = filterDraft.superRefine(({ any }, context) => {
  any.forEach((test, at) => {
    const problem = testProblem(test);
    if (problem !== '') context.addIssue({ code: 'custom', message: problem, path: ['any', at, 'value'] });
  });
});

const judging = { level: dimension, metric: metricId };
/** What members of a level must come to. */
export const condition = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('amount'), ...judging, test: z.enum(AMOUNT_TESTS), than: z.number() }),
  z.object({ kind: z.literal('top'), ...judging, end: z.enum(TOP_ENDS), count: z.int().min(1).max(1000) }),
  z.object({ kind: z.literal('share'), ...judging, test: z.enum(AMOUNT_TESTS), than: z.number() }),
  z.object({ kind: z.literal('apart'), ...judging }),
  z.object({ kind: z.literal('target'), level: dimension, verdict: z.enum(TARGET_VERDICTS) }),
]);

export const question = z.object({
  /** How days are written and which metrics there are goes by the first. */
  clients: z
    .array(id)
    .min(1)
    .max(50)
    .refine((all) => new Set(all).size === all.length, 'Name each client once')
    .readonly(),
  /** Null for the currency of the first client. */
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, 'A currency is three capital letters')
    .nullable()
    .default(null),
  period: dayRange,
  comparison: dayRange.nullable(),
  countedBy,
  basis,
  /** The data as it was known at the end of this day; null for as it is known now. */
  knownOn: day.nullable().default(null),
  metricSet: metricSetId,
  rows,
  /** One metric by a dimension that the rows are not split by; null for a column a metric. */
  columns: z.object({ by: dimension, metric: metricId }).nullable().default(null),
  where: z.array(filter).max(20).readonly().default([]),
  /** Text in the name of a member, or of one above or below it; empty for all. */
  named: z.string().max(200),
  having: z.array(condition).max(20).readonly().default([]),
  /** By a metric, the name, or “target”: how much of what was promised is met. */
  sort: z.object({ by: metricId, of: z.enum(SORT_OF).default('now'), direction: z.enum(DIRECTIONS) }),
  /** Null for every row there is. */
  page: z
    .object({
      open: z.union([z.literal('all'), z.int().min(0).max(8), z.array(z.string().max(4000)).max(5000).readonly()]),
      size: z.int().min(1).max(1000),
    })
    .nullable()
    .default(null),
});

/** Listed outcomes of the period, by action, that carry no click date; values in the client's currency. */
const withoutClickDay = z.array(z.object({ action: z.string(), count: z.number(), value: z.number() }));

/** What filters do with the spend that reports tell of, in the client's currency. */
const keptSpend = z.object({ all: z.number(), kept: z.number(), leftOut: z.number(), cannotTell: z.number() });
/** What the filters of one term of a formula do with the spend. */
export const narrowed = z.object({ fields: z.array(z.string()).readonly(), kept: keptSpend });

/**
 * A metric of all rows; `before` and `change` only when something is compared, with the rows whose change is more than
 * chance, and those whose figure may lie far from where it is told, with how far.
 */
const metricColumn = z.object({
  now: figureColumn,
  before: figureColumn.nullable(),
  change: figureColumn.nullable(),
  beyondChance: z.array(z.number().int()),
  doubt: z.array(z.tuple([z.number().int(), z.number(), z.number()])),
});

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
      /** How much of it lies in the period, where that is not all. */
      note: z.string(),
      channel: z.string().nullable(),
      depth: z.number().int(),
      hasChildren: z.boolean(),
      /** Siblings after it that the page does not hold. */
      more: z.int(),
      /** How it stands to what its client was promised; null where that says nothing of it. */
      held: z.object({ metric: metricId, countedBy, basis, bar: z.number(), met: z.number(), sureness: z.enum(SURENESS) }).nullable(),
      /** What it is set to, or what is in it; absent where nothing tells. */
      settings: z
        .object({
          status: z.enum([...STATUSES, 'several']).nullable(),
          since: day.nullable(),
          change: z
            .object({
              day,
              name: z.string(),
              field: z.string().nullable(),
              oldValue: z.string().nullable(),
              newValue: z.string().nullable(),
            })
            .nullable(),
        })
        .exactOptional(),
      /** Fingerprint of the ad's picture, where it has one. */
      picture: z.string().exactOptional(),
    }),
  ),
  /** One for each metric. */
  columns: z.array(metricColumn),
  /** The metric of the columns asked for, one column each; null without them. */
  across: z
    .object({
      metric: metricId,
      heads: z.array(z.object({ key: z.string(), code: z.union([z.string(), z.number()]).nullable(), name: z.string(), note: z.string() })),
      /** Columns there are beyond those. */
      more: z.int(),
      /** Of the rows as a whole. */
      whole: metricColumn,
      columns: z.array(metricColumn),
    })
    .nullable(),
  /** Members that could not be judged by the conditions, and are not shown. */
  unknown: z.int(),
  withoutClickDay,
  /** Dimensions asked of at once that no report tells together. */
  untold: z.array(z.string()).readonly().nullable(),
  /** Null without filters. */
  kept: keptSpend.nullable(),
  /** By click date: share of the sales of this period that has arrived; null by sale date or where unknown. */
  arrived: z.number().nullable(),
  dataVersion: z.number().int(),
});
export type WireTable = z.infer<typeof comparisonTable>;

export const seriesRequest = z.object({ question, metric: metricId, members: z.array(z.string().max(300)).min(1).max(12) });
export const series = z.object({
  buckets: z.array(dayRange),
  /** Of how many of the buckets, from the first, most of what is counted by click date has arrived. */
  settled: z.number().int(),
  lines: z.array(
    z.object({
      key: z.string(),
      figures: figureColumn,
      /** Days unlike days like them, by the place of the bucket: what they were, what is usual, and how far apart in usual spreads. */
      unusual: z.array(z.object({ at: z.int(), value: z.number(), usual: z.number(), z: z.number() })),
    }),
  ),
});
export type WireSeries = z.infer<typeof series>;

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
      used: figure,
      narrowed: narrowed.nullable(),
      credited: z.object({ action: wordId, as: countedBy }).nullable(),
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
  /** What a note of this figure would be about: the day, channel and campaign its row lies in, these by name. */
  about: z.object({ day: day.nullable(), channel: z.string().nullable(), campaign: z.string().nullable() }),
  unreadLines: z.number().int(),
  withoutClickDay,
  dataVersion: z.number().int(),
});
export type Trace = z.infer<typeof trace>;
