import type { TilePlace } from '@lens/core';

/** Points of a row of tiles, and of what stands above a picture in one. */
export const ROW = 84;
const CAPTION = 62;

/** Points of height that a picture has in a tile. */
export const roomOf = ({ high }: Pick<TilePlace, 'high'>): number => high * ROW - CAPTION;
