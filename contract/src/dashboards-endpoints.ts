import { z } from 'zod';
import { id } from './basic';
import * as dashboards from './dashboards';
import { endpoint } from './endpoint';
import { removal } from './metrics';

const ofClient = z.object({ client: id });
const ofDocument = z.object({ client: id, id });

/** Pictures of several questions beside each other. */
export const DASHBOARDS_ENDPOINTS = {
  dashboards: endpoint({
    method: 'GET',
    path: '/clients/:client/dashboards',
    summary: 'Dashboards of the agency and of the client, and those taken away lately',
    params: ofClient,
    reply: dashboards.dashboardsReply,
  }),
  addDashboard: endpoint({
    method: 'POST',
    path: '/clients/:client/dashboards',
    summary: 'Keep a dashboard',
    params: ofClient,
    body: dashboards.putDashboard,
    reply: dashboards.storedDashboard,
  }),
  changeDashboard: endpoint({
    method: 'PUT',
    path: '/clients/:client/dashboards/:id',
    summary: 'Change a dashboard, or bring one back; refused where somebody else has changed it meanwhile',
    params: ofDocument,
    body: dashboards.putDashboard,
    reply: dashboards.storedDashboard,
  }),
  removeDashboard: endpoint({
    method: 'POST',
    path: '/clients/:client/dashboards/:id/removal',
    summary: 'Take a dashboard away; it can be brought back for 30 days',
    params: ofDocument,
    body: removal,
    reply: dashboards.dashboardsReply,
  }),
} as const;
