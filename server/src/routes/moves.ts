import { ENDPOINTS } from '@lens/contract';
import type { Router } from 'express';
import type { Refresher } from '../connect/refresh';
import { clockOf, type Context } from '../context';
import { decide } from '../moves/decide';
import { acceptBulk, lookAtBulk } from '../moves/in-bulk';
import { movesReply } from '../moves/keep-move';
import { approve } from '../moves/approve';
import { MoveSender } from '../moves/send';
import { undecide } from '../moves/undecide';
import { takeBackMove } from '../moves/way-back';
import { setLeads } from '../store/leads';
import { answer } from './answer';
import { refuseFarDays } from './asked-days';
import { clientOr404 } from './clients';

/** What is decided, approved, sent and taken back. */
export function moveRoutes(router: Router, context: Context, refresher: Refresher): void {
  const sender = new MoveSender(context, refresher);
  answer(router, ENDPOINTS.moves, ({ params }) => movesReply(context, clientOr404(context, params.client)));
  answer(router, ENDPOINTS.decide, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    refuseFarDays(context, [client], { period: body.period });
    return decide(context, client, body);
  });
  answer(router, ENDPOINTS.changeInBulk, ({ params, body }) => lookAtBulk(context, clientOr404(context, params.client), body));
  answer(router, ENDPOINTS.acceptInBulk, ({ params, body }) => acceptBulk(context, clientOr404(context, params.client), body));
  answer(router, ENDPOINTS.undecide, ({ params, body }) => {
    undecide(context, clientOr404(context, params.client).id, body.moves);
    return { ok: true as const };
  });
  answer(router, ENDPOINTS.followUps, async ({ params }) => {
    const { id, timeZone } = clientOr404(context, params.client);
    return { batches: await context.queries.followUps(id, clockOf(context, timeZone).today) };
  });
  answer(router, ENDPOINTS.setLeads, ({ body }) => ({ leads: setLeads(context.db, body.leads) }));
  answer(router, ENDPOINTS.approveMoves, ({ params, body }) => approve(context, clientOr404(context, params.client), body));
  answer(router, ENDPOINTS.sendMoves, async ({ params, body }) => ({
    results: await sender.send(clientOr404(context, params.client), body),
  }));
  answer(router, ENDPOINTS.takeBackMove, ({ params, body }) =>
    takeBackMove(context, clientOr404(context, params.client), params.move, body.by),
  );
}
