import type { Funnel } from '@lens/contract';
import { funnelOf, lastDayOf, type Question } from '@lens/core';
import type { ClientData } from './client-data';

/** The way from seen to sold of a client. */
export function funnel(data: ClientData, question: Question, today: number): Funnel {
  const loaded = data.loadFor(question);
  return { stations: funnelOf(loaded.tables, question, data.namesOf(loaded), lastDayOf(question, today)) };
}
