import { ENDPOINTS } from '@lens/contract';
import type { Router } from 'express';
import type { Context } from '../context';
import { answer } from './answer';
import { clientOr404 } from './clients';

/** Members of any client by their names. */
export function findRoutes(router: Router, context: Context): void {
  answer(router, ENDPOINTS.find, ({ body: { clients, typed } }) => {
    for (const client of clients) clientOr404(context, client);
    return context.queries.find({ clients }, typed);
  });
}
