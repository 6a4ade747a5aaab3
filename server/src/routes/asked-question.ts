import type { Client } from '@lens/contract';
import type { MetricId, Question } from '@lens/core';
import { clockOf, type Context } from '../context';
import { refuseFarDays } from './asked-days';
import { refuseUnknownMetrics } from './asked-metrics';
import { HttpProblem } from '../problem';
import { findClient } from '../store/clients';

/** Who a question that can be answered is written for, and the day it is today for all whom it is about. */
export interface Asked {
  /** The first client, with the names of all and the currency that is answered in. */
  readonly client: Client;
  readonly today: number;
}

/** Refuses a question about clients, days, metrics or dimensions that there are not, by what of it that is. */
export function askedOf(context: Context, question: Question, metric?: MetricId): Asked {
  const clients = question.clients.map((id, at) => findClient(context.db, id) ?? refuseUnknown(id, at));
  const [first] = clients;
  if (!first) throw new RangeError('A question is about one client at least');
  refuseFarDays(context, clients, { period: question.period, comparison: question.comparison });
  refuseUnknownMetrics(context, question, metric);
  // Where the day has ended for one and not for another, it is not known of all.
  const today = Math.min(...clients.map(({ timeZone }) => clockOf(context, timeZone).today));
  const name = clients.map((each) => each.name).join(' and ');
  return { client: { ...first, name, currency: question.currency ?? first.currency }, today };
}

function refuseUnknown(id: string, at: number): never {
  const message = `There is no client “${id}”. It may have been removed; take it out of the question.`;
  throw new HttpProblem(404, 'No such client', message, [{ path: `clients.${at}`, message }]);
}
