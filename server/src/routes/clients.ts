import { ENDPOINTS, type Account, type Client } from '@lens/contract';
import { NAMED_LEVELS, partsOfLevel } from '@lens/core';
import { randomUUID } from 'node:crypto';
import type { Router } from 'express';
import { glanceOfClient } from '../audit/glance';
import { clockOf, type Context, fixClock } from '../context';
import { accountsOf, allChannels, allClients, dataRange, findClient, insertAccount, insertChannel, insertClient } from '../store/clients';
import { dimensionsOf } from '../store/feeds';
import { libraryOf } from '../store/library';
import { rulesOf, saidOf } from '../store/rules';
import { answer } from './answer';
import { HttpProblem, notFound } from '../problem';

/** The client, or a 404 problem. */
export function clientOr404({ db }: Context, id: string): Client {
  const client = findClient(db, id);
  if (!client) throw notFound('client');
  return client;
}

export function clientRoutes(router: Router, context: Context): void {
  const { db } = context;
  answer(router, ENDPOINTS.clock, () => clockOf(context));
  answer(router, ENDPOINTS.setClock, ({ body }) => {
    fixClock(context, body.today);
    return clockOf(context);
  });
  answer(router, ENDPOINTS.clients, () => allClients(db));
  answer(router, ENDPOINTS.glances, () => Promise.all(allClients(db).map((client) => glanceOfClient(context, client))));
  answer(router, ENDPOINTS.glance, ({ params }) => glanceOfClient(context, clientOr404(context, params.client)));
  answer(router, ENDPOINTS.addClient, ({ body }) => {
    const client = { ...body, id: freeId(body.name, (id) => findClient(db, id) !== undefined) };
    unique(`There is already a client called “${body.name}”.`, () => insertClient(db, client));
    return client;
  });
  answer(router, ENDPOINTS.client, ({ params }) => {
    const client = clientOr404(context, params.client);
    const naming = rulesOf(db, client.id, 'naming');
    const { body: promises, version: promisesVersion } = saidOf(db, client.id, 'promises');
    return {
      ...client,
      promises,
      promisesVersion,
      accounts: accountsOf(db, client.id),
      data: dataRange(db, client.id),
      words: rulesOf(db, client.id, 'words'),
      dimensions: dimensionsOf(db, client.id),
      groupings: rulesOf(db, client.id, 'groupings').groupings.map(({ id, label, of }) => ({ id, label, of })),
      library: libraryOf(db, client.id),
      nameParts: NAMED_LEVELS.flatMap((level) => partsOfLevel(naming, level)),
    };
  });
  answer(router, ENDPOINTS.channels, () => allChannels(db));
  answer(router, ENDPOINTS.addChannel, ({ body }) => {
    const channel = { ...body, id: freeId(body.name, (id) => allChannels(db).some((each) => each.id === id)) };
    unique(`There is already a channel called “${body.name}”.`, () => insertChannel(db, channel));
    return channel;
  });
  answer(router, ENDPOINTS.addAccount, ({ params, body }): Account => {
    clientOr404(context, params.client);
    const channel = allChannels(db).find((each) => each.id === body.channel);
    if (!channel) throw notFound('channel');
    const account = { ...body, id: randomUUID() };
    unique(`This client already has an account called “${body.name}” in ${channel.name}.`, () => insertAccount(db, params.client, account));
    return { ...account, channelName: channel.name, channelKind: channel.kind };
  });
}

function unique(message: string, insert: () => void): void {
  try {
    insert();
  } catch (error) {
    if ((error as { code?: string }).code?.startsWith('SQLITE_CONSTRAINT') === true)
      throw new HttpProblem(409, 'It is there already', message);
    throw error;
  }
}

/** "Juniper Loft Tea" → "juniper-loft-tea", numbered when taken. Ids are opaque; this only makes addresses readable. */
function freeId(name: string, taken: (id: string) => boolean): string {
  const base =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 60) || randomUUID();
  let id = base;
  for (let copy = 2; taken(id); copy++) id = `${base}-${copy}`;
  return id;
}
