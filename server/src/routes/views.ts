import { ENDPOINTS, type StoredView } from '@lens/contract';
import type { View } from '@lens/core';
import type { Router } from 'express';
import { type Context, momentOf } from '../context';
import { notFound } from '../problem';
import { versionsOfDocument } from '../store/documents';
import { viewsOf } from '../store/views';
import { answer } from './answer';
import { clientOr404 } from './clients';
import { type Change, documentOr404, newId, put } from './kept-documents';

/** Views of an agency and its clients. */
export function viewRoutes(router: Router, context: Context): void {
  const { db } = context;
  const all = (client: string) => viewsOf(db, clientOr404(context, client).id, momentOf(context));
  /** Versions of a view that a client may see, also of one that is gone. */
  const versionsOr404 = ({ client, id }: { client: string; id: string }) => {
    const versions = versionsOfDocument<View>(db, 'view', id);
    const [newest] = versions;
    if (!newest || (newest.client !== null && newest.client !== clientOr404(context, client).id)) throw notFound('view');
    return versions;
  };
  const keep = (client: string, id: string, { seen, by, note, isOfAgency, ...body }: View & Change): StoredView => {
    put(context, 'view', { id, client: isOfAgency ? null : clientOr404(context, client).id, body, seen, by, note });
    const { body: stored, ...edit } = documentOr404<View>(context, 'view', { client, id });
    return { ...stored, ...edit };
  };
  answer(router, ENDPOINTS.views, ({ params }) => all(params.client));
  answer(router, ENDPOINTS.addView, ({ params, body }) => keep(params.client, newId('view'), body));
  answer(router, ENDPOINTS.changeView, ({ params, body }) => {
    versionsOr404(params);
    return keep(params.client, params.id, body);
  });
  answer(router, ENDPOINTS.removeView, ({ params, body }) => {
    const { id, client } = documentOr404<View>(context, 'view', params);
    put(context, 'view', { id, client, body: null, ...body, note: '' });
    return all(params.client);
  });
  answer(router, ENDPOINTS.viewVersions, ({ params }) => ({
    versions: versionsOr404(params).map(({ version, by, at, note, body }) => ({ version, by, at, note, body })),
  }));
}
