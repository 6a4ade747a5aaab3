import { ENDPOINTS, type Promises } from '@lens/contract';
import {
  groupingProblems,
  guessSourceRules,
  type Joining,
  joiningOf,
  joiningProblems,
  namingProblems,
  numberProblems,
  partsOfLevel,
  sourceProblems,
} from '@lens/core';
import type { Router } from 'express';
import { clockOf, type Context } from '../context';
import { accountsOf } from '../store/clients';
import { feedsOf } from '../store/feeds';
import { rulesOf, saidOf } from '../store/rules';
import { vocabularyOf } from '../store/vocabulary';
import { answer } from './answer';
import { refuseFarDays } from './asked-days';
import { clientOr404 } from './clients';
import { keepRules, rulesSaid } from './kept-documents';
import { HttpProblem, notFound } from '../problem';

/** What a client says about how its data is to be understood. */
export function rulesRoutes(router: Router, context: Context): void {
  const { db, queries } = context;
  answer(router, ENDPOINTS.naming, async ({ params }) => {
    const client = clientOr404(context, params.client);
    const { body: naming, version } = saidOf(db, client.id, 'naming');
    return { naming, version, proposals: await queries.guessedConventions(client.id) };
  });
  answer(router, ENDPOINTS.setNaming, ({ params, body: { seen, by, ...body } }) => {
    const client = clientOr404(context, params.client);
    refuse('naming', namingProblems(body));
    return keepRules(context, { client: client.id, kind: 'naming', body, seen, by });
  });
  answer(router, ENDPOINTS.namingVersions, ({ params }) => rulesSaid(context, clientOr404(context, params.client).id, 'naming'));
  answer(router, ENDPOINTS.names, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    refuse('naming', namingProblems(body));
    return queries.names(client.id, body, clockOf(context, client.timeZone).today);
  });
  promiseRoutes(router, context);
  sourceRoutes(router, context);
  joiningRoutes(router, context);
  groupingRoutes(router, context);
}

function promiseRoutes(router: Router, context: Context): void {
  answer(router, ENDPOINTS.setPromises, ({ params, body: { seen, by, ...body } }) => {
    const client = clientOr404(context, params.client);
    refuse('numbers', numberProblems(body.numbers, vocabularyOf(context.db, client.id)));
    return keepRules(context, { client: client.id, kind: 'promises', body: inOrder(body), seen, by });
  });
  answer(router, ENDPOINTS.promisesVersions, ({ params }) => rulesSaid(context, clientOr404(context, params.client).id, 'promises'));
}

/** The earliest first: the first of those that hold on a day is the one that counts. */
const inOrder = ({ targets, margins, budgets, rates, numbers, balances, hours, frequencies }: Promises): Promises => ({
  targets: targets.toSorted(byFirstDay),
  margins: margins.toSorted(byFirstDay),
  budgets: budgets.toSorted(byFirstDay),
  rates: rates.toSorted(byFirstDay),
  numbers: numbers.toSorted(byFirstDay),
  balances: balances.toSorted((a, b) => a.day - b.day),
  hours: hours.toSorted(byFirstDay),
  frequencies: frequencies.toSorted(byFirstDay),
});
const byFirstDay = (a: { from: number }, b: { from: number }): number => a.from - b.from;

function sourceRoutes(router: Router, context: Context): void {
  const { db, queries } = context;
  answer(router, ENDPOINTS.sources, ({ params }) => {
    const client = clientOr404(context, params.client);
    const channels = accountsOf(db, client.id).map(({ channelName, channelKind }) => ({ name: channelName, kind: channelKind }));
    const { body, version } = saidOf(db, client.id, 'sources');
    return { ...body, version, proposal: guessSourceRules(channels) };
  });
  answer(router, ENDPOINTS.setSources, ({ params, body: { seen, by, ...body } }) => {
    const client = clientOr404(context, params.client);
    refuse('rules', sourceProblems(body));
    return keepRules(context, { client: client.id, kind: 'sources', body, seen, by });
  });
  answer(router, ENDPOINTS.sourcesVersions, ({ params }) => rulesSaid(context, clientOr404(context, params.client).id, 'sources'));
  answer(router, ENDPOINTS.visits, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    refuse('rules', sourceProblems(body));
    refuseFarDays(context, [client], { period: body.period });
    return queries.visits(client.id, body);
  });
}

function groupingRoutes(router: Router, context: Context): void {
  const { db, queries } = context;
  answer(router, ENDPOINTS.groupings, ({ params }) => {
    const { body, version } = saidOf(db, clientOr404(context, params.client).id, 'groupings');
    return { ...body, version };
  });
  answer(router, ENDPOINTS.setGroupings, ({ params, body: { seen, by, ...body } }) => {
    const client = clientOr404(context, params.client);
    refuse('groupings', groupingProblems(body, vocabularyOf(db, client.id)));
    return keepRules(context, { client: client.id, kind: 'groupings', body, seen, by });
  });
  answer(router, ENDPOINTS.groupingsVersions, ({ params }) => rulesSaid(context, clientOr404(context, params.client).id, 'groupings'));
  answer(router, ENDPOINTS.tryGrouping, ({ params, body: { id, groupings } }) => {
    const client = clientOr404(context, params.client);
    if (!groupings.some((each) => each.id === id)) throw notFound('grouping');
    refuse('groupings', groupingProblems({ groupings }, vocabularyOf(db, client.id)));
    return queries.tryGrouping(client.id, groupings, id, clockOf(context, client.timeZone).today);
  });
}

function joiningRoutes(router: Router, context: Context): void {
  const { db, queries } = context;
  const listOr404 = (client: string, feed: number): void => {
    if (!feedsOf(db, client).some(({ id, kind }) => id === feed && kind === 'orders')) throw notFound('list of outcomes');
  };
  const problems = (client: string, joining: Joining): string[] => {
    const naming = rulesOf(db, client, 'naming');
    return joiningProblems(joining, (level) => partsOfLevel(naming, level));
  };
  answer(router, ENDPOINTS.joinings, ({ params }) => {
    const client = clientOr404(context, params.client);
    const { body: joins, version } = saidOf(db, client.id, 'joins');
    const lists = feedsOf(db, client.id).filter(({ kind }) => kind === 'orders');
    return {
      version,
      lists: lists.map(({ id, name, action }) => ({
        feed: id,
        name,
        action,
        isUsual: !joins.lists.some(({ feed }) => feed === id),
        joining: joiningOf(joins, id),
      })),
    };
  });
  answer(router, ENDPOINTS.setJoining, ({ params, body: { seen, by, ...body } }) => {
    const client = clientOr404(context, params.client);
    listOr404(client.id, body.feed);
    refuse('joining', problems(client.id, body.joining));
    const others = rulesOf(db, client.id, 'joins').lists.filter(({ feed }) => feed !== body.feed);
    const { version } = keepRules(context, { client: client.id, kind: 'joins', body: { lists: [...others, body] }, seen, by });
    return { ...body, version };
  });
  answer(router, ENDPOINTS.joiningsVersions, ({ params }) => rulesSaid(context, clientOr404(context, params.client).id, 'joins'));
  answer(router, ENDPOINTS.tryJoining, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    listOr404(client.id, body.feed);
    refuse('joining', problems(client.id, body.joining));
    refuseFarDays(context, [client], { period: body.period });
    return queries.tryJoining(client.id, body);
  });
}

function refuse(path: string, problems: readonly string[]): void {
  if (problems.length > 0)
    throw new HttpProblem(
      400,
      'The rules cannot be used',
      problems.join(' '),
      problems.map((message) => ({ path, message })),
    );
}
