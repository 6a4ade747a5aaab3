import { ENDPOINTS, type Note } from '@lens/contract';
import type { Dashboard, View } from '@lens/core';
import type { Router } from 'express';
import type { Context } from '../context';
import { answer } from './answer';
import { Kept } from './kept-documents';

/** Views, dashboards and notes of an agency and its clients. */
export function documentRoutes(router: Router, context: Context): void {
  const views = new Kept<View>(context, 'view');
  const viewsOf = ({ documents, removed }: ReturnType<typeof views.all>) => ({ views: documents, removed });
  answer(router, ENDPOINTS.views, ({ params }) => viewsOf(views.all(params.client)));
  answer(router, ENDPOINTS.addView, ({ params, body }) => views.add(params.client, body));
  answer(router, ENDPOINTS.changeView, ({ params, body }) => views.change(params, body));
  answer(router, ENDPOINTS.removeView, ({ params, body }) => viewsOf(views.remove(params, body)));
  answer(router, ENDPOINTS.viewVersions, ({ params }) => ({ versions: views.versions(params) }));

  const dashboards = new Kept<Dashboard>(context, 'dashboard');
  const dashboardsOf = ({ documents, removed }: ReturnType<typeof dashboards.all>) => ({ dashboards: documents, removed });
  answer(router, ENDPOINTS.dashboards, ({ params }) => dashboardsOf(dashboards.all(params.client)));
  answer(router, ENDPOINTS.addDashboard, ({ params, body }) => dashboards.add(params.client, body));
  answer(router, ENDPOINTS.changeDashboard, ({ params, body }) => dashboards.change(params, body));
  answer(router, ENDPOINTS.removeDashboard, ({ params, body }) => dashboardsOf(dashboards.remove(params, body)));

  answer(router, ENDPOINTS.bringKept, ({ params: { client }, body: { file, ...by } }) => {
    const how = { ...by, seen: 0, note: 'from a file' };
    return context.db.transaction(() => ({
      views: file.views.map((view) => views.add(client, { ...view, ...how })),
      dashboards: file.dashboards.map((dashboard) => dashboards.add(client, { ...dashboard, ...how })),
    }))();
  });

  const notes = new Kept<Note>(context, 'note');
  const notesOf = ({ documents, removed }: ReturnType<typeof notes.all>) => ({ notes: documents, removed });
  answer(router, ENDPOINTS.notes, ({ params }) => notesOf(notes.all(params.client)));
  answer(router, ENDPOINTS.addNote, ({ params, body }) => notes.add(params.client, body));
  answer(router, ENDPOINTS.changeNote, ({ params, body }) => notes.change(params, body));
  answer(router, ENDPOINTS.removeNote, ({ params, body }) => notesOf(notes.remove(params, body)));
}
