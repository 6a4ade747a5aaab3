import { ENDPOINTS } from '@lens/contract';
import type { Router } from 'express';
import type { Context } from '../context';
import { StandingRules } from '../moves/standing-rules';
import { answer } from './answer';
import { clientOr404 } from './clients';

/** Rules that raise moves by themselves. */
export function standingRuleRoutes(router: Router, context: Context): void {
  const rules = new StandingRules(context);
  answer(router, ENDPOINTS.standingRules, ({ params }) => rules.all(clientOr404(context, params.client)));
  answer(router, ENDPOINTS.rehearseRule, ({ params, body }) => rules.rehearse(clientOr404(context, params.client), body));
  answer(router, ENDPOINTS.lookByRules, async ({ params }) => {
    const client = clientOr404(context, params.client);
    await rules.runDue(client);
    return rules.all(client);
  });
  answer(router, ENDPOINTS.addStandingRule, ({ params, body }) => rules.store(clientOr404(context, params.client), null, body));
  answer(router, ENDPOINTS.changeStandingRule, ({ params, body }) => rules.store(clientOr404(context, params.client), params.id, body));
  answer(router, ENDPOINTS.removeStandingRule, ({ params, body }) => rules.remove(clientOr404(context, params.client), params.id, body));
  answer(router, ENDPOINTS.decideByRule, ({ params, body }) => rules.decide(clientOr404(context, params.client), params.id, body));
}
