import { ENDPOINTS } from '@lens/contract';
import { lastDayOf } from '@lens/core';
import type { Router } from 'express';
import { clockOf, type Context } from '../context';
import { answer } from './answer';
import { clientOr404 } from './clients';

/** What moved beyond chance up to a finished day, the last one where none is named. */
export function morningRoutes(router: Router, context: Context): void {
  answer(router, ENDPOINTS.morning, async ({ params, body: { day, ...counting } }) => {
    const { id, metricSet, timeZone } = clientOr404(context, params.client);
    const finished = lastDayOf(counting, clockOf(context, timeZone).today);
    const last = Math.min(day ?? finished, finished);
    return { day: last, facts: await context.queries.morning({ client: id, metricSet, ...counting }, last) };
  });
}
