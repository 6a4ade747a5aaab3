import { COLUMNS_WIDE, MOST_TILES } from '@lens/core';
import { z } from 'zod';
import { id } from './basic';
import { change, edited } from './metrics';
import { viewBody } from './views';

export const tilePlace = z
  .object({
    x: z.int().min(0),
    y: z.int().min(0).max(1000),
    wide: z.int().min(1).max(COLUMNS_WIDE),
    high: z.int().min(1).max(40),
  })
  .refine(({ x, wide }) => x + wide <= COLUMNS_WIDE, { message: `A tile lies within ${COLUMNS_WIDE} columns`, path: ['x'] });
const what = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('view'), view: viewBody }),
  z.object({ kind: z.literal('kept view'), id, label: z.string().max(80) }),
  z.object({ kind: z.literal('target') }),
  z.object({ kind: z.literal('waiting') }),
  z.object({ kind: z.literal('data') }),
  z.object({ kind: z.literal('logbook') }),
  z.object({ kind: z.literal('text'), text: z.string().trim().min(1, 'Write something').max(2000) }),
]);

const otherPlaces = z.object({ narrow: tilePlace.exactOptional(), wide: tilePlace.exactOptional() });

/** Pictures of several questions beside each other; see core/dashboard. */
export const dashboardBody = z.object({
  label: z.string().trim().min(1, 'Give it a name').max(80),
  description: z.string().trim().max(300),
  tiles: z
    .array(z.object({ id: z.string().min(1).max(60), place: tilePlace, places: otherPlaces.exactOptional(), what }))
    .max(MOST_TILES, `A dashboard holds ${MOST_TILES} tiles at most`)
    .refine((tiles) => new Set(tiles.map((tile) => tile.id)).size === tiles.length, 'Two tiles have one id')
    .readonly(),
});

export const putDashboard = dashboardBody.extend(change);
export const storedDashboard = dashboardBody.extend({ id, client: id.nullable(), ...edited });
export type StoredDashboard = z.infer<typeof storedDashboard>;

export const dashboardsReply = z.object({
  dashboards: z.array(storedDashboard).readonly(),
  /** Taken away in the last 30 days, with what each was; the version is the one that took it away. */
  removed: z.array(storedDashboard).readonly(),
});
export type DashboardsReply = z.infer<typeof dashboardsReply>;
