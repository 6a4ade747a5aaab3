import { ENDPOINTS } from '@lens/contract';
import type { Router } from 'express';
import { acceptPlan } from '../moves/accept-plan';
import { restOfPlan } from '../audit/rest-of-plan';
import { clockOf, type Context } from '../context';
import { HttpProblem } from '../problem';
import { answer } from './answer';
import { clientOr404 } from './clients';

/** How far ahead a plan may begin. */
const AHEAD = 366;

export function planRoutes(router: Router, context: Context): void {
  const planned = (id: string, days: { readonly from: number; readonly to: number }) => {
    const client = clientOr404(context, id);
    const { today } = clockOf(context, client.timeZone);
    const message = 'A plan is of days to come, at most a year ahead';
    if (days.from < today || days.from > today + AHEAD)
      throw new HttpProblem(400, 'These days cannot be planned', message, [{ path: 'days', message }]);
    return { client, today };
  };
  answer(router, ENDPOINTS.plan, async ({ params, body }) => {
    const { client, today } = planned(params.client, body.days);
    const [{ entities: _, ...plan }, rest] = await Promise.all([
      context.queries.plan(client.id, body, today),
      restOfPlan(context, client, body.days),
    ]);
    return { ...plan, rest };
  });
  answer(router, ENDPOINTS.acceptPlan, ({ params, body }) => acceptPlan(context, planned(params.client, body.plan.days).client, body));
}
