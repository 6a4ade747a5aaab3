import type { Client, Note } from '@lens/contract';
import type { DayRange } from '@lens/core';
import { clockOf, type Context } from '../context';
import type { LookedInto } from '../query/checks';
import { documentsOf } from '../store/documents';

/** What checks find of a client's days, with what is noted in its logbook. */
export function lookedInto(context: Context, { id, timeZone }: Client, days: DayRange): Promise<LookedInto> {
  const notes = documentsOf<Note>(context.db, 'note', id).map(({ body }) => body);
  return context.queries.checks(id, { days, today: clockOf(context, timeZone).today, notes });
}
