import { ENDPOINTS, type FrozenBody, frozenTiles } from '@lens/contract';
import type { Router } from 'express';
import { z } from 'zod';
import { clockOf, type Context } from '../context';
import { clientRecord } from '../store/client-record';
import { frozenContent, keepFrozen } from '../store/frozen';
import { versionOf } from '../store/tables';
import { answer } from './answer';
import { clientOr404 } from './clients';
import { documentOr404, Kept } from './kept-documents';
import { sheetPictures } from './sheet-pictures';

/** Dashboards as they stood, with their figures. */
export function frozenRoutes(router: Router, context: Context): void {
  const { db } = context;
  const kept = new Kept<FrozenBody>(context, 'frozen copy');
  const replyOf = ({ documents, removed }: ReturnType<typeof kept.all>) => ({ copies: documents, removed });
  const dataOf = (client: string): number => versionOf(JSON.stringify(clientRecord(db, client)));

  answer(router, ENDPOINTS.frozenCopies, ({ params }) => replyOf(kept.all(params.client)));

  answer(router, ENDPOINTS.freeze, async ({ params, body: { title, lines, tiles, by } }, { log }) => {
    const client = clientOr404(context, params.client);
    const data = dataOf(client.id);
    const pictures = await sheetPictures(context, tiles, log);
    const content = z.encode(
      frozenTiles,
      tiles.map((tile, at) => ({ ...tile, picture: pictures[at] ?? null })),
    );
    const knownOn = clockOf(context, client.timeZone).today;
    return db.transaction(() => {
      const frozen = kept.add(client.id, { title, lines, knownOn, data, seen: 0, by, note: '', isOfAgency: false });
      keepFrozen(db, frozen.id, content);
      return frozen;
    })();
  });

  answer(router, ENDPOINTS.frozenCopy, ({ params }) => {
    const { body, ...edit } = documentOr404<FrozenBody>(context, 'frozen copy', params);
    const tiles = frozenTiles.parse(frozenContent(db, edit.id));
    return { ...body, ...edit, tiles, isOlder: body.data !== dataOf(params.client) };
  });

  answer(router, ENDPOINTS.removeFrozen, ({ params, body }) => replyOf(kept.remove(params, body)));
  answer(router, ENDPOINTS.bringBackFrozen, ({ params, body }) => replyOf(kept.bringBack(params, body)));
}
