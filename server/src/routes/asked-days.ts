import type { Client } from '@lens/contract';
import { askableDays, type DayRange, formatDay } from '@lens/core';
import { clockOf, type Context } from '../context';
import { dataRange } from '../store/clients';
import { HttpProblem } from '../problem';

/** Refuses days far from all that a client has, by the name of the field that asks for them. */
export function refuseFarDays(context: Context, client: Client, asked: Readonly<Record<string, DayRange | null>>): void {
  const data = dataRange(context.db, client.id);
  const days = askableDays(data, clockOf(context, client.timeZone).today);
  for (const [path, range] of Object.entries(asked)) {
    if (!range || (range.from >= days.from && range.to <= days.to)) continue;
    const has = data ? `${client.name} has data from ${formatDay(data.from)} to ${formatDay(data.to)}.` : `${client.name} has no data yet.`;
    const message = `The days ${formatDay(range.from)} to ${formatDay(range.to)} are too far away. ${has} Choose days from ${formatDay(days.from)} to ${formatDay(days.to)}.`;
    throw new HttpProblem(400, 'The days cannot be asked for', message, [{ path, message }]);
  }
}
