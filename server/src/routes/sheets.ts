import { SHEETS, sheetRequest } from '@lens/contract';
import type { Router } from 'express';
import type { Context } from '../context';
import { check } from './answer';
import { sheetPictures } from './sheet-pictures';

const TYPES = { png: 'image/png', svg: 'image/svg+xml', pdf: 'application/pdf' } as const;

/** Pictures and whole dashboards as files. */
export function sheetRoutes(router: Router, context: Context): void {
  router[SHEETS.method](SHEETS.path, async (request, response) => {
    const sheet = check(sheetRequest, request.body);
    const pictures = await sheetPictures(context, sheet.tiles, request.log);
    const file = await context.drawer.draw({ request: sheet, pictures });
    response.type(TYPES[sheet.format]).send(Buffer.from(file));
  });
}
