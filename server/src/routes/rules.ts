import { ENDPOINTS } from '@lens/contract';
import {
  groupingProblems,
  guessSourceRules,
  type Joining,
  joiningOf,
  joiningProblems,
  namingProblems,
  partsOfLevel,
  sourceProblems,
} from '@lens/core';
import type { Router } from 'express';
import { clockOf, type Context } from '../context';
import { accountsOf } from '../store/clients';
import { feedsOf } from '../store/feeds';
import { replaceRules, rulesOf, vocabularyOf } from '../store/rules';
import { answer } from './answer';
import { refuseFarDays } from './asked-days';
import { clientOr404 } from './clients';
import { HttpProblem, notFound } from '../problem';

/** What a client says about how its data is to be understood. */
export function rulesRoutes(router: Router, context: Context): void {
  const { db, queries } = context;
  answer(router, ENDPOINTS.naming, async ({ params }) => {
    const client = clientOr404(context, params.client);
    return { naming: rulesOf(db, client.id, 'naming'), proposals: await queries.guessedConventions(client.id) };
  });
  answer(router, ENDPOINTS.setNaming, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    refuse('naming', namingProblems(body));
    replaceRules(db, client.id, 'naming', body);
    return body;
  });
  answer(router, ENDPOINTS.names, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    refuse('naming', namingProblems(body));
    return queries.names(client.id, body, clockOf(context, client.timeZone).today);
  });
  sourceRoutes(router, context);
  joiningRoutes(router, context);
  groupingRoutes(router, context);
}

function sourceRoutes(router: Router, context: Context): void {
  const { db, queries } = context;
  answer(router, ENDPOINTS.sources, ({ params }) => {
    const client = clientOr404(context, params.client);
    const channels = accountsOf(db, client.id).map(({ channelName, channelKind }) => ({ name: channelName, kind: channelKind }));
    return { ...rulesOf(db, client.id, 'sources'), proposal: guessSourceRules(channels) };
  });
  answer(router, ENDPOINTS.setSources, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    refuse('rules', sourceProblems(body));
    replaceRules(db, client.id, 'sources', body);
    return body;
  });
  answer(router, ENDPOINTS.visits, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    refuse('rules', sourceProblems(body));
    refuseFarDays(context, [client], { period: body.period });
    return queries.visits(client.id, body);
  });
}

function groupingRoutes(router: Router, context: Context): void {
  const { db, queries } = context;
  answer(router, ENDPOINTS.groupings, ({ params }) => rulesOf(db, clientOr404(context, params.client).id, 'groupings'));
  answer(router, ENDPOINTS.setGroupings, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    refuse('groupings', groupingProblems(body, vocabularyOf(db, client.id)));
    replaceRules(db, client.id, 'groupings', body);
    return body;
  });
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
    const joins = rulesOf(db, client.id, 'joins');
    const lists = feedsOf(db, client.id).filter(({ kind }) => kind === 'orders');
    return {
      lists: lists.map(({ id, name, action }) => ({
        feed: id,
        name,
        action,
        isUsual: !joins.lists.some(({ feed }) => feed === id),
        joining: joiningOf(joins, id),
      })),
    };
  });
  answer(router, ENDPOINTS.setJoining, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    listOr404(client.id, body.feed);
    refuse('joining', problems(client.id, body.joining));
    const others = rulesOf(db, client.id, 'joins').lists.filter(({ feed }) => feed !== body.feed);
    replaceRules(db, client.id, 'joins', { lists: [...others, body] });
    return body;
  });
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
