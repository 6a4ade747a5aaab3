import { ENDPOINTS } from '@lens/contract';
import type { Router } from 'express';
import { auditOf } from '../audit/audit-of';
import { decide, movesReply } from '../audit/decide';
import type { Context } from '../context';
import { deleteMove } from '../store/moves';
import { answer } from './answer';
import { refuseFarDays } from './asked-days';
import { clientOr404 } from './clients';
import { notFound } from '../problem';

export function auditRoutes(router: Router, context: Context): void {
  answer(router, ENDPOINTS.audit, async ({ body }) => {
    const client = clientOr404(context, body.client);
    refuseFarDays(context, [client], { period: body.period });
    return auditOf(context, client, body.period);
  });
  answer(router, ENDPOINTS.moves, ({ params }) => movesReply(context, clientOr404(context, params.client).id));
  answer(router, ENDPOINTS.decide, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    refuseFarDays(context, [client], { period: body.period });
    return decide(context, client, body);
  });
  answer(router, ENDPOINTS.undecide, ({ params }) => {
    if (!deleteMove(context.db, params.client, params.move)) throw notFound('move');
    return { ok: true as const };
  });
}
