import { ENDPOINTS, type LibraryReply } from '@lens/contract';
import { bookOf, metricProblems, metricSetProblems, type OwnMetric, type OwnMetricSet, type Question, usesOf } from '@lens/core';
import type { Router } from 'express';
import type { Context } from '../context';
import { allClients } from '../store/clients';
import { documentsOf } from '../store/documents';
import type { MetricBody, MetricSetBody } from '../store/library';
import { vocabularyOf } from '../store/vocabulary';
import { answer } from './answer';
import { askedOf } from './asked-question';
import { clientOr404 } from './clients';
import { type Change, documentOr404, keptOf, newId, put, versionsOr404 } from './kept-documents';
import { HttpProblem } from '../problem';

type Problems = readonly { readonly path: string; readonly message: string }[];

/** Metrics and metric sets of an agency and its clients. */
export function libraryRoutes(router: Router, context: Context): void {
  const { db, queries } = context;
  /** The days and ways to count of a question, of one client and of everything it has. */
  const plainly = (id: string, question: Question) => {
    const client = clientOr404(context, id);
    const asked = { ...question, clients: [client.id], metricSet: client.metricSet, columns: null, where: [], having: [] };
    return { client: client.id, asked };
  };
  answer(router, ENDPOINTS.library, ({ params }) => replyOf(context, clientOr404(context, params.client).id));

  answer(router, ENDPOINTS.addMetric, ({ params, body }) => putMetric(context, params.client, newId('metric'), body));
  answer(router, ENDPOINTS.changeMetric, ({ params, body }) => {
    versionsOr404(context, 'metric', params);
    const known = documentsOf<MetricBody>(db, 'metric', params.client).find(({ id }) => id === params.id);
    // One that becomes a client’s own is gone for the others.
    if (known?.client === null && !body.isOfAgency) refuseUsed(context, known, params.client, true);
    return putMetric(context, params.client, params.id, body);
  });
  answer(router, ENDPOINTS.removeMetric, ({ params, body }) => {
    const known = documentOr404<MetricBody>(context, 'metric', params);
    refuseUsed(context, known, params.client);
    put(context, 'metric', { id: params.id, client: known.client, body: null, ...body, note: '' });
    return replyOf(context, params.client);
  });
  answer(router, ENDPOINTS.metricVersions, ({ params }) => {
    clientOr404(context, params.client);
    return { versions: versionsOr404<MetricBody>(context, 'metric', params) };
  });
  answer(router, ENDPOINTS.tryMetric, ({ params, body: { question, metric } }) => {
    const { asked, client } = plainly(params.client, question);
    const own = { ...metric, client };
    refuse(metricProblems(own, vocabularyOf(db, client)).filter(({ path }) => path === 'text'));
    return queries.tryMetric(asked, own, askedOf(context, asked).today);
  });

  answer(router, ENDPOINTS.funnel, ({ params, body: { question } }) => {
    const { asked } = plainly(params.client, question);
    return queries.funnel(asked, askedOf(context, asked).today);
  });

  answer(router, ENDPOINTS.addMetricSet, ({ params, body }) => putMetricSet(context, params.client, newId('set'), body));
  answer(router, ENDPOINTS.changeMetricSet, ({ params, body }) => {
    versionsOr404(context, 'metric set', params);
    return putMetricSet(context, params.client, params.id, body);
  });
  answer(router, ENDPOINTS.removeMetricSet, ({ params, body }) => {
    const { id, client } = documentOr404(context, 'metric set', params);
    put(context, 'metric set', { id, client, body: null, ...body, note: '' });
    return replyOf(context, params.client);
  });
}

function replyOf(context: Context, client: string): LibraryReply {
  const metrics = keptOf<MetricBody>(context, 'metric', client);
  const sets = keptOf<MetricSetBody>(context, 'metric set', client);
  return { metrics: metrics.documents, sets: sets.documents, removed: { metrics: metrics.removed, sets: sets.removed } };
}

function putMetric(context: Context, client: string, id: string, { seen, by, note, isOfAgency, ...body }: MetricBody & Change): OwnMetric {
  clientOr404(context, client);
  const own = { ...body, id, client: isOfAgency ? null : client };
  refuse(metricProblems(own, vocabularyOf(context.db, client)));
  put(context, 'metric', { id, client: own.client, body, seen, by, note });
  return own;
}

function putMetricSet(
  context: Context,
  client: string,
  id: string,
  { seen, by, note, isOfAgency, ...body }: MetricSetBody & Change,
): OwnMetricSet {
  clientOr404(context, client);
  const own = { ...body, id, client: isOfAgency ? null : client };
  refuse(metricSetProblems(own, bookOf(vocabularyOf(context.db, client))));
  put(context, 'metric set', { id, client: own.client, body, seen, by, note });
  return own;
}

function refuse(problems: Problems): void {
  if (problems.length > 0)
    throw new HttpProblem(400, 'It cannot be stored so', problems.map(({ message }) => message).join(' '), [...problems]);
}

/** Refuses to take a metric away from whoever uses it: the agency’s own may be used by any of its clients. */
function refuseUsed(
  { db }: Context,
  { id, client: whose, body: { label } }: { readonly id: string; readonly client: string | null; readonly body: MetricBody },
  client: string,
  isKept = false,
): void {
  const clients = whose === null ? allClients(db) : allClients(db).filter((each) => each.id === client);
  const users = clients
    .filter((each) => !isKept || each.id !== client)
    .flatMap((each) => {
      const vocabulary = vocabularyOf(db, each.id);
      const { metrics, sets } = usesOf({ id, label }, vocabulary, bookOf(vocabulary));
      const of = each.id === client ? '' : ` of ${each.name}`;
      return [...metrics.map((use) => `the metric “${use.label}”${of}`), ...sets.map((use) => `the set “${use.label}”${of}`)];
    });
  if (users.length > 0)
    throw new HttpProblem(
      409,
      'It is in use',
      `“${label}” is used by ${new Intl.ListFormat('en-GB').format(users)}. Take it out of ${users.length === 1 ? 'it' : 'them'} first.`,
    );
}
