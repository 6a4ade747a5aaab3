import { type Connection, ENDPOINTS } from '@lens/contract';
import { BUILT_IN } from '@lens/core';
import { randomUUID } from 'node:crypto';
import type { Router } from 'express';
import { offeredReports } from '../connect/offers';
import type { Refresher } from '../connect/refresh';
import { nextFetch } from '../connect/schedule';
import type { Seal } from '../connect/seal';
import { ServiceChannel, ServiceProblem } from '../connect/service';
import { clockOf, type Context, momentOf } from '../context';
import { accountFor } from '../store/make-account';
import {
  addReports,
  type ConnectionRecord,
  connectionsOf,
  deleteConnection,
  findConnection,
  insertConnection,
  reportsOf,
  updateConnection,
} from '../store/connections';
import { vocabularyOf } from '../store/vocabulary';
import { answer } from './answer';
import { clientOr404 } from './clients';
import { HttpProblem, notFound } from '../problem';

/** Channels to connect to, connections and their fetches. A token comes in and never goes out again. */
export function connectionRoutes(router: Router, context: Context, refresher: Refresher, seal: Seal): void {
  const { db } = context;
  const view = (record: ConnectionRecord): Connection => viewOf(context, refresher, record);
  const found = (id: string): ConnectionRecord => connectionOr404(context, id);

  offerRoutes(router, context, refresher);
  reportRoutes(router, context, refresher);
  answer(router, ENDPOINTS.connections, ({ params }) => connectionsOf(db, clientOr404(context, params.client).id).map(view));

  answer(router, ENDPOINTS.connect, async ({ params, body }) => {
    const client = clientOr404(context, params.client);
    const channels = await told(() => ServiceChannel.channels(refresher.base));
    const offered = channels.find(({ id }) => id === body.channel);
    if (!offered) throw notFound('channel');
    const { accountName, currency, timeZone } = body;
    const account = accountFor(db, client.id, {
      channel: { name: offered.name, kind: offered.kind },
      name: accountName,
      currency,
      timeZone,
    });
    if (connectionsOf(db, client.id).some((each) => each.account === account && each.serviceAccount === body.account))
      throw new HttpProblem(
        409,
        'Connected already',
        `${offered.name}, ${body.accountName} is connected already. Fetch it, or disconnect it first.`,
      );
    const id = randomUUID();
    insertConnection(
      db,
      { id, account, serviceChannel: body.channel, serviceAccount: body.account, token: seal.close(body.token), schedule: body.schedule },
      body.reports.map(({ id: report, name, fields }) => ({ report, name, fields, from: body.from })),
    );
    background(refresher.start(id));
    return view(found(id));
  });

  answer(router, ENDPOINTS.refresh, ({ params }) => {
    const record = found(params.connection);
    background(refresher.start(record.id));
    return view(record);
  });
  answer(router, ENDPOINTS.stopRefresh, ({ params }) => {
    refresher.stop(params.connection);
    return view(found(params.connection));
  });
  answer(router, ENDPOINTS.changeConnection, ({ params, body }) => {
    const { id } = found(params.connection);
    updateConnection(db, id, { schedule: body.schedule, ...(body.token === null ? {} : { token: seal.close(body.token) }) });
    return view(found(id));
  });
  answer(router, ENDPOINTS.acceptColumns, ({ params }) => {
    const { id } = found(params.connection);
    refresher.acceptColumns(id, params.report);
    return view(found(id));
  });
  answer(router, ENDPOINTS.disconnect, ({ params }) => {
    const { id } = found(params.connection);
    refresher.stop(id);
    deleteConnection(db, id);
    return { ok: true as const };
  });
}

/** What a channel offers whoever has its token. */
function offerRoutes(router: Router, context: Context, refresher: Refresher): void {
  answer(router, ENDPOINTS.offeredChannels, () => (refresher.base === '' ? [] : told(() => ServiceChannel.channels(refresher.base))));
  answer(router, ENDPOINTS.offeredAccounts, ({ body }) =>
    told(() => new ServiceChannel(refresher.base, body.channel, body.token).accounts()),
  );
  answer(router, ENDPOINTS.offeredReports, ({ body }) =>
    told(() =>
      offeredReports(new ServiceChannel(refresher.base, body.channel, body.token), body.account, clockOf(context).today - 1, BUILT_IN),
    ),
  );
}

/** Reports that a connection does not fetch yet. */
function reportRoutes(router: Router, context: Context, refresher: Refresher): void {
  const { db } = context;
  answer(router, ENDPOINTS.moreReports, async ({ params }) => {
    const record = connectionOr404(context, params.connection);
    const known = new Set(reportsOf(db, record.id).map(({ report }) => report));
    const offered = await told(() =>
      offeredReports(refresher.service(record), record.serviceAccount, clockOf(context).today - 1, vocabularyOf(db, record.client)),
    );
    return offered.filter(({ id }) => !known.has(id));
  });
  answer(router, ENDPOINTS.addReports, ({ params, body }) => {
    const record = connectionOr404(context, params.connection);
    const known = reportsOf(db, record.id);
    const from = Math.min(...known.map((report) => report.from));
    const added = body.reports.filter(({ id }) => !known.some(({ report }) => report === id));
    addReports(
      db,
      record.id,
      added.map(({ id: report, name, fields }) => ({ report, name, fields, from })),
    );
    background(
      refresher.start(
        record.id,
        added.map(({ id }) => id),
      ),
    );
    return viewOf(context, refresher, connectionOr404(context, record.id));
  });
}

function connectionOr404({ db }: Context, id: string): ConnectionRecord {
  const record = findConnection(db, id);
  if (!record) throw notFound('connection');
  return record;
}

/** Turns what a channel says into an answer a person can act on. */
async function told<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof ServiceProblem)
      throw new HttpProblem(422, 'The channel cannot be read', error.message, [{ path: 'token', message: error.message }]);
    throw error;
  }
}

function viewOf(context: Context, refresher: Refresher, record: ConnectionRecord): Connection {
  const { id, channelName, accountName, schedule, lastAt } = record;
  return {
    id,
    channelName,
    accountName,
    schedule,
    running: refresher.isRunning(id),
    lastAt,
    nextAt: nextFetch(schedule, lastAt, new Date(momentOf(context)))?.toISOString() ?? null,
    reports: reportsOf(context.db, id).map((report) => ({
      id: report.report,
      name: report.name,
      state: report.state,
      rows: refresher.rowsOf(id, report.report) ?? report.rows,
      error: report.error,
      changed: report.changed,
      fetched: report.fetchedFrom === null || report.fetchedTo === null ? null : { from: report.fetchedFrom, to: report.fetchedTo },
    })),
  };
}

/** Goes on by itself: whatever becomes of it is written down with the reports. */
const background = (work: Promise<void>): void => void work.catch(() => undefined);
