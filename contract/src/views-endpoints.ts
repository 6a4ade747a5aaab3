import { z } from 'zod';
import { id } from './basic';
import { endpoint } from './endpoint';
import { removal } from './metrics';
import * as views from './views';

const ofClient = z.object({ client: id });
const ofDocument = z.object({ client: id, id });

/** Questions worth asking again. */
export const VIEWS_ENDPOINTS = {
  views: endpoint({
    method: 'GET',
    path: '/clients/:client/views',
    summary: 'Views of the agency and of the client, and those taken away lately',
    params: ofClient,
    reply: views.viewsReply,
  }),
  addView: endpoint({
    method: 'POST',
    path: '/clients/:client/views',
    summary: 'Keep a view',
    params: ofClient,
    body: views.putView,
    reply: views.storedView,
  }),
  changeView: endpoint({
    method: 'PUT',
    path: '/clients/:client/views/:id',
    summary: 'Change a view, or bring one back; refused where somebody else has changed it meanwhile',
    params: ofDocument,
    body: views.putView,
    reply: views.storedView,
  }),
  removeView: endpoint({
    method: 'POST',
    path: '/clients/:client/views/:id/removal',
    summary: 'Take a view away; it can be brought back for 30 days',
    params: ofDocument,
    body: removal,
    reply: views.viewsReply,
  }),
  viewVersions: endpoint({
    method: 'GET',
    path: '/clients/:client/views/:id/versions',
    summary: 'What a view was, when, by whom and why',
    params: ofDocument,
    reply: views.viewVersions,
  }),
} as const;
