import { CHANGES_AS, COMPARISONS, PICTURES, presetOf, type PresetId, SORT_OF, DIRECTIONS } from '@lens/core';
import { z } from 'zod';
import { basis, countedBy, dayRange, id } from './basic';
import { condition, dimension, filter, metricId, rows } from './compare';
import { change, edited } from './metrics';

const preset = z.custom<PresetId>((text) => typeof text === 'string' && presetOf(text) !== undefined, 'There is no such period');
const period = z.union([z.object({ preset }), dayRange], 'A period is one of the usual ones, or from a day to a day');
const comparison = z.union(
  [z.object({ mode: z.enum(COMPARISONS) }), dayRange],
  'What is compared with is a usual one, or from a day to a day',
);

const asks = z.object({
  clients: z.enum(['this', 'all']),
  metricSet: metricId.nullable(),
  rows,
  columns: z.object({ by: dimension, metric: metricId.nullable() }).nullable(),
  where: z.array(filter).max(20).readonly(),
  named: z.string().max(200),
  having: z.array(condition).max(20).readonly(),
  sort: z.object({ by: metricId, of: z.enum(SORT_OF), direction: z.enum(DIRECTIONS) }),
  settings: z.boolean(),
  changeAs: z.enum(CHANGES_AS),
  doubts: z.boolean(),
  picture: z.enum(PICTURES),
  pictureMetric: metricId.nullable(),
});

/** A question worth asking again; see core/view. */
export const viewBody = z.object({
  label: z.string().trim().min(1, 'Give it a name').max(80),
  description: z.string().trim().max(300),
  asks,
  keeps: z.object({
    period: period.nullable(),
    comparison: comparison.nullable(),
    counting: z.object({ countedBy, basis }).nullable(),
  }),
  words: z.object({
    labels: z.record(z.string().max(200), z.string().max(200)).readonly(),
    kinds: z.record(z.string().max(200), z.string().max(60)).readonly(),
  }),
});

export const putView = viewBody.extend(change);

const stored = { id, client: id.nullable(), ...edited };
export const storedView = viewBody.extend(stored);
export type StoredView = z.infer<typeof storedView>;

export const viewsReply = z.object({
  views: z.array(storedView).readonly(),
  /** Taken away in the last 30 days, with what each was; the version is the one that took it away. */
  removed: z.array(storedView).readonly(),
});
export type ViewsReply = z.infer<typeof viewsReply>;

/** Versions of a view, the newest first; null for one that took it away. */
export const viewVersions = z.object({ versions: z.array(z.object({ ...edited, body: viewBody.nullable() })).readonly() });
export type ViewVersions = z.infer<typeof viewVersions>;
