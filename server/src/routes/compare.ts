import { ENDPOINTS } from '@lens/contract';
import type { MetricId, Question } from '@lens/core';
import type { Router } from 'express';
import { clockOf, type Context } from '../context';
import { keepAddress, keptAddress } from '../store/addresses';
import { answer } from './answer';
import { refuseFarDays } from './asked-days';
import { askedOf } from './asked-question';
import { clientOr404 } from './clients';
import { HttpProblem, notFound } from '../problem';

/** Questions too long for an address. */
function addressRoutes(router: Router, { db, now }: Context): void {
  answer(router, ENDPOINTS.keepAddress, ({ body: { text } }) => ({ hash: keepAddress(db, text, now()) }));
  answer(router, ENDPOINTS.keptAddress, ({ params: { hash } }) => {
    const text = keptAddress(db, hash);
    if (text === undefined)
      throw new HttpProblem(
        404,
        'No such question',
        'The question of this address is not kept here: it may come from another installation. Ask whoever sent it.',
      );
    return { text };
  });
}

export function compareRoutes(router: Router, context: Context): void {
  addressRoutes(router, context);
  const { queries } = context;
  const todayOf = (question: Question, metric?: MetricId): number => askedOf(context, question, metric).today;
  answer(router, ENDPOINTS.compare, ({ body }) => queries.compare(body, todayOf(body)));

  answer(router, ENDPOINTS.lots, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    refuseFarDays(context, [client], { period: body.period });
    return queries.lots(client.id, body.period, clockOf(context, client.timeZone).today);
  });

  answer(router, ENDPOINTS.changes, ({ params, body }) => {
    const client = clientOr404(context, params.client);
    refuseFarDays(context, [client], { period: body.period });
    return queries.changes(client.id, body.period);
  });

  answer(router, ENDPOINTS.series, ({ body: { question, metric, members } }) =>
    queries.series(question, metric, members, todayOf(question, metric)),
  );

  answer(router, ENDPOINTS.trace, async ({ body }) => {
    const found = await queries.trace(body.question, body.row, body.metric, todayOf(body.question, body.metric));
    if (!found) throw notFound('row in this comparison');
    return found;
  });
}
