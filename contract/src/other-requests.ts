import type { z } from 'zod';
import { FRESH } from './fresh';
import { SHEETS, sheetRequest } from './sheets';
import { TILES, tilesRequest } from './tiles';

interface OtherRequest {
  readonly method: 'GET' | 'POST';
  readonly path: string;
  readonly summary: string;
  readonly body: z.ZodType | null;
  /** What it is answered with. */
  readonly types: readonly string[];
}

/** Requests that are answered by a file, or piece by piece. */
export const OTHER_REQUESTS = {
  tiles: {
    method: 'POST',
    path: TILES.path,
    summary: 'Answers to pictures that are asked together, a line of JSON each, as soon as it is there',
    body: tilesRequest,
    types: [TILES.type],
  },
  sheet: {
    method: 'POST',
    path: SHEETS.path,
    summary: 'A picture or a whole dashboard as a file',
    body: sheetRequest,
    types: ['image/png', 'image/svg+xml', 'application/pdf'],
  },
  fresh: {
    method: 'GET',
    path: FRESH.path,
    summary: 'Tells, as long as it is open, when what answers about a client are made of has changed',
    body: null,
    types: [FRESH.type],
  },
} as const satisfies Readonly<Record<string, OtherRequest>>;
