import { MOST_TILES, PICTURES } from '@lens/core';
import { z } from 'zod';
import { problem } from './basic';
import { comparisonTable, metricId, question, series } from './compare';

/** More rows than these are a table. */
const MOST_MARKED = 200;

/** A question with the picture it is drawn as, the metric that is drawn, and the keys of rows that somebody marked; none for the first members. */
export const pictureAsked = z.object({
  question,
  picture: z.enum(PICTURES),
  metric: metricId,
  marked: z.array(z.string().max(300)).max(MOST_MARKED).default([]).readonly(),
});
export type PictureAsked = z.infer<typeof pictureAsked>;

/** What a picture is drawn from: the table, and for pictures over days the metric of the members drawn, day by day. */
export const pictureAnswer = z.object({ table: comparisonTable, series: series.nullable() });
export type PictureAnswer = z.infer<typeof pictureAnswer>;

export const tilesRequest = z.object({ asked: z.array(pictureAsked).min(1).max(MOST_TILES).readonly() });
export type TilesRequest = z.infer<typeof tilesRequest>;

/** One line of the answer: for which of what was asked, counted from 0, and what there is of it, or why there is not. */
export const tileLine = z.object({ nth: z.int(), answer: z.union([pictureAnswer, problem]) });
export type TileLine = z.infer<typeof tileLine>;

/** Answers to all questions of a dashboard, each written as a line of JSON of its own as soon as it is there. */
export const TILES = { method: 'post', path: '/tiles', type: 'application/x-ndjson' } as const;
