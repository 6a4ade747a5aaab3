import type { Client } from '@lens/contract';
import { askableDays, type DayRange, formatDay } from '@lens/core';
import { clockOf, type Context } from '../context';
import { dataRange } from '../store/clients';
import { HttpProblem } from '../problem';

/** Refuses days far from all that clients have, by the name of the field that asks for them. */
export function refuseFarDays(context: Context, clients: readonly Client[], asked: Readonly<Record<string, DayRange | null>>): void {
  const ranges = clients.flatMap(({ id }) => dataRange(context.db, id) ?? []);
  const data =
    ranges.length > 0 ? { from: Math.min(...ranges.map(({ from }) => from)), to: Math.max(...ranges.map(({ to }) => to)) } : null;
  const days = askableDays(data, Math.max(...clients.map(({ timeZone }) => clockOf(context, timeZone).today)));
  const whose = clients.map(({ name }) => name).join(' and ');
  const have = clients.length > 1 ? 'have' : 'has';
  for (const [path, range] of Object.entries(asked)) {
    if (!range || (range.from >= days.from && range.to <= days.to)) continue;
    const has = data ? `${whose} ${have} data from ${formatDay(data.from)} to ${formatDay(data.to)}.` : `${whose} ${have} no data yet.`;
    const message = `The days ${formatDay(range.from)} to ${formatDay(range.to)} are too far away. ${has} Choose days from ${formatDay(days.from)} to ${formatDay(days.to)}.`;
    throw new HttpProblem(400, 'The days cannot be asked for', message, [{ path, message }]);
  }
}
