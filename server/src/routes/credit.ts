import { type Client, type CreditRequest, ENDPOINTS } from '@lens/contract';
import { canSplitBy, isDayDimension } from '@lens/core';
import type { Router } from 'express';
import { clockOf, type Context } from '../context';
import { HttpProblem } from '../problem';
import { currentAsker } from '../query/asker';
import { vocabularyOf } from '../store/vocabulary';
import { answer } from './answer';
import { refuseFarDays } from './asked-days';
import { clientOr404 } from './clients';

/** Which touches came before outcomes, who is credited with them, and who claims them. */
export function creditRoutes(router: Router, context: Context): void {
  const clientOf = (id: string, asked: Pick<CreditRequest, 'period' | 'action'>): Client => {
    const client = clientOr404(context, id);
    refuseFarDays(context, [client], { period: asked.period });
    if (!vocabularyOf(context.db, client.id).has.outcome(asked.action)) refuse('action', `This client has no outcome “${asked.action}”.`);
    return client;
  };
  const clientAsked = (id: string, asked: CreditRequest): Client => {
    const client = clientOf(id, asked);
    const vocabulary = vocabularyOf(context.db, client.id);
    const refuseUnknown = (path: string, dimension: string): void => {
      if (!canSplitBy(dimension, vocabulary) || isDayDimension(dimension)) refuse(path, `Touches cannot be told apart by “${dimension}”.`);
    };
    for (const [at, dimension] of asked.by.entries()) refuseUnknown(`by.${at}`, dimension);
    for (const [at, { dimension }] of asked.where.entries()) refuseUnknown(`where.${at}.dimension`, dimension);
    return client;
  };
  answer(router, ENDPOINTS.credit, ({ params, body }) => {
    const { id, timeZone } = clientAsked(params.client, body);
    return context.queries.credit(id, body, clockOf(context, timeZone).today);
  });
  answer(router, ENDPOINTS.claims, ({ params, body }) => {
    const { id, timeZone } = clientOf(params.client, body);
    return context.queries.claims(id, body, clockOf(context, timeZone).today);
  });
  answer(router, ENDPOINTS.done, () => ({ share: context.queries.done(currentAsker()?.id ?? '') }));
  answer(router, ENDPOINTS.journeys, ({ params, body }) => context.queries.journeys(clientAsked(params.client, body).id, body));
}

function refuse(path: string, message: string): never {
  throw new HttpProblem(400, 'The request is not right', message, [{ path, message }]);
}
