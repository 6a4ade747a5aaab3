import { BETTER, COLUMN_FILLS, MOST_CHARACTERS, MOST_LOOK_DECIMALS, NUMBER_UNITS, UNITS } from '@lens/core';
import { z } from 'zod';
import { dayRange, figure, figureColumn, id } from './basic';
import { narrowed, question } from './compare';
import { unit, wordId } from './words';

const label = z.string().trim().min(1, 'Give it a name').max(60);
const metricId = z.string().min(1).max(200);
const by = z.string().trim().max(100);
const note = z.string().trim().max(500);

/** A metric of the agency's or a client's own, as it is written; see core/metric. */
const metricBody = z.object({
  label,
  text: z.string().min(1, 'Write what is to be calculated').max(MOST_CHARACTERS),
  unit: z.enum(UNITS).nullable(),
  better: z.enum(BETTER),
  definition: z.string().trim().max(500),
});
const columnLook = z.object({
  name: z.string().trim().min(1).max(30).exactOptional(),
  decimals: z.number().int().min(0).max(MOST_LOOK_DECIMALS).exactOptional(),
  fill: z.enum(COLUMN_FILLS).exactOptional(),
  withoutChange: z.literal(true).exactOptional(),
});
const setBody = z.object({
  label,
  outcome: wordId.nullable(),
  metrics: z.array(metricId).min(1, 'Put a metric in it').max(60).readonly(),
  looks: z.record(metricId, columnLook).readonly().exactOptional(),
});

/** Whose something is: the agency's (null) or a client's. */
const owned = { id, client: id.nullable() };
export const ownMetric = metricBody.extend(owned);
export const ownMetricSet = setBody.extend(owned);
const clientNumber = z.object({ id, name: z.string(), unit: z.enum(NUMBER_UNITS), definition: z.string() });
export const library = z.object({
  metrics: z.array(ownMetric).readonly(),
  sets: z.array(ownMetricSet).readonly(),
  numbers: z.array(clientNumber).readonly(),
});

const version = z.number().int().min(0);
/** Which version was looked at (0 for something new), who changes it why, and whose it is from then on. */
export const change = { seen: version, by, note, isOfAgency: z.boolean() };
export const putMetric = metricBody.extend(change);
export const putMetricSet = setBody.extend(change);
export const removal = z.object({ seen: version, by });

/** What was looked at by whoever stores rules as a whole, and who it is; left out, they stand whatever was there before. */
export const ruleEdit = { seen: version.nullable().default(null), by: by.default('') };
export const ruleVersion = { version };

export const edited = { version, by: z.string(), at: z.string(), note: z.string() };
/** The library with the version of each. */
export const libraryReply = z.object({
  metrics: z.array(ownMetric.extend(edited)).readonly(),
  sets: z.array(ownMetricSet.extend(edited)).readonly(),
  /** Taken away in the last 30 days, with what each was; the version is the one that took it away. */
  removed: z.object({ metrics: z.array(ownMetric.extend(edited)).readonly(), sets: z.array(ownMetricSet.extend(edited)).readonly() }),
});
export type LibraryReply = z.infer<typeof libraryReply>;

/** Versions of a metric, the newest first; null for one that took it away. */
export const metricVersions = z.object({ versions: z.array(z.object({ ...edited, body: metricBody.nullable() })).readonly() });
export type MetricVersions = z.infer<typeof metricVersions>;

/** The way from seen to sold, on the days and ways to count of a question about one client; see core/compare/funnel. */
export const funnelRequest = z.object({ question });
export const funnel = z.object({
  stations: z
    .array(
      z.object({
        label: z.string(),
        isClaimed: z.boolean(),
        count: figure,
        step: z.object({ of: z.string(), rate: figure }).nullable(),
      }),
    )
    .readonly(),
});
export type Funnel = z.infer<typeof funnel>;

/** A metric that is being written, on the days and ways to count of a question about one client. */
export const metricTry = z.object({ question, metric: metricBody.extend({ id }) });

export const metricTried = z.object({
  figure,
  unit,
  /** The formula with its numbers put in, and its parts. */
  filled: z.string(),
  inputs: z
    .array(
      z.object({
        term: z.string(),
        unit,
        figure,
        used: figure,
        narrowed: narrowed.nullable(),
        /** The feeds that deliver it, with their channels. */
        feeds: z.array(z.object({ channel: z.string(), feed: z.string() })).readonly(),
      }),
    )
    .readonly(),
  channels: z.array(z.object({ name: z.string(), figure })).readonly(),
  buckets: z.array(dayRange).readonly(),
  line: figureColumn,
});
export type MetricTried = z.infer<typeof metricTried>;
