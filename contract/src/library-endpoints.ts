import { z } from 'zod';
import { id } from './basic';
import { endpoint } from './endpoint';
import * as metrics from './metrics';

const ofClient = z.object({ client: id });
const ofDocument = z.object({ client: id, id });

/** The metrics and sets of an agency and its clients. */
export const LIBRARY_ENDPOINTS = {
  library: endpoint({
    method: 'GET',
    path: '/clients/:client/library',
    summary: 'Metrics and metric sets of the agency’s and the client’s own',
    params: ofClient,
    reply: metrics.libraryReply,
  }),
  addMetric: endpoint({
    method: 'POST',
    path: '/clients/:client/library/metrics',
    summary: 'Add a metric',
    params: ofClient,
    body: metrics.putMetric,
    reply: metrics.ownMetric,
  }),
  changeMetric: endpoint({
    method: 'PUT',
    path: '/clients/:client/library/metrics/:id',
    summary: 'Change a metric; refused where somebody else has meanwhile',
    params: ofDocument,
    body: metrics.putMetric,
    reply: metrics.ownMetric,
  }),
  removeMetric: endpoint({
    method: 'POST',
    path: '/clients/:client/library/metrics/:id/removal',
    summary: 'Take a metric away that is used nowhere',
    params: ofDocument,
    body: metrics.removal,
    reply: metrics.libraryReply,
  }),
  metricVersions: endpoint({
    method: 'GET',
    path: '/clients/:client/library/metrics/:id/versions',
    summary: 'What a metric was, when, by whom and why',
    params: ofDocument,
    reply: metrics.metricVersions,
  }),
  tryMetric: endpoint({
    method: 'POST',
    path: '/clients/:client/library/try',
    summary: 'What a metric that is being written comes to',
    params: ofClient,
    body: metrics.metricTry,
    reply: metrics.metricTried,
  }),
  funnel: endpoint({
    method: 'POST',
    path: '/clients/:client/funnel',
    summary: 'The way from seen to sold, as far as the data tells of it',
    params: ofClient,
    body: metrics.funnelRequest,
    reply: metrics.funnel,
  }),
  addMetricSet: endpoint({
    method: 'POST',
    path: '/clients/:client/library/sets',
    summary: 'Add a metric set',
    params: ofClient,
    body: metrics.putMetricSet,
    reply: metrics.ownMetricSet,
  }),
  changeMetricSet: endpoint({
    method: 'PUT',
    path: '/clients/:client/library/sets/:id',
    summary: 'Change a metric set; refused where somebody else has meanwhile',
    params: ofDocument,
    body: metrics.putMetricSet,
    reply: metrics.ownMetricSet,
  }),
  removeMetricSet: endpoint({
    method: 'POST',
    path: '/clients/:client/library/sets/:id/removal',
    summary: 'Take a metric set away',
    params: ofDocument,
    body: metrics.removal,
    reply: metrics.libraryReply,
  }),
} as const;
