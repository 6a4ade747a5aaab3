import { ENDPOINTS } from '@lens/contract';
import { canSplitBy, isDayDimension } from '@lens/core';
import type { Router } from 'express';
import { clockOf, type Context } from '../context';
import { HttpProblem } from '../problem';
import { vocabularyOf } from '../store/vocabulary';
import { answer } from './answer';
import { refuseFarDays } from './asked-days';
import { clientOr404 } from './clients';

/** Which touches came before outcomes, and who is credited with them. */
export function creditRoutes(router: Router, context: Context): void {
  answer(router, ENDPOINTS.credit, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    refuseFarDays(context, [client], { period: body.period });
    const vocabulary = vocabularyOf(context.db, client.id);
    if (!vocabulary.has.outcome(body.action)) refuse('action', `This client has no outcome “${body.action}”.`);
    for (const [at, dimension] of body.by.entries())
      if (!canSplitBy(dimension, vocabulary) || isDayDimension(dimension))
        refuse(`by.${at}`, `Touches cannot be told apart by “${dimension}”.`);
    return context.queries.credit(client.id, body, clockOf(context, client.timeZone).today);
  });
}

function refuse(path: string, message: string): never {
  throw new HttpProblem(400, 'The request is not right', message, [{ path, message }]);
}
