import { MOST_TILES, SURENESS } from '@lens/core';
import { z } from 'zod';
import { tilePlace } from './dashboards';
import { pictureAsked } from './tiles';

export const SHEET_FORMATS = ['png', 'svg', 'pdf'] as const;
export type SheetFormat = (typeof SHEET_FORMATS)[number];

const text = z.string().max(2000);
const what = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('picture'), asked: pictureAsked }),
  /** Words that stand on the screen, beside the ring of a target where they are about one. */
  z.object({
    kind: z.literal('words'),
    lines: z.array(text).max(40).readonly(),
    ring: z.object({ met: z.number().nullable(), sureness: z.enum(SURENESS) }).nullable(),
  }),
]);

/** What is to be drawn on paper, as it is on the screen. */
export const sheetRequest = z.object({
  format: z.enum(SHEET_FORMATS),
  /** As on a screen, or white to be printed. */
  paper: z.enum(['light', 'dark', 'white']),
  /** In points. */
  width: z.int().min(320).max(2400),
  title: z.string().trim().min(1).max(200),
  /** Under the title. */
  lines: z.array(text).max(20).readonly(),
  tiles: z
    .array(
      z.object({
        /** Null for below the others, over the whole width. */
        place: tilePlace.nullable(),
        heading: z.string().max(200),
        note: z.string().max(300),
        what,
      }),
    )
    .min(1)
    .max(MOST_TILES)
    .readonly(),
});
export type SheetRequest = z.infer<typeof sheetRequest>;

/** A picture or a whole dashboard as a file, drawn from the same answers and by the same code as on the screen. */
export const SHEETS = { method: 'post', path: '/sheets' } as const;
