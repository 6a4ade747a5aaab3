import type { NewConnection } from '@lens/contract';

const HOURS: Record<NewConnection['schedule'], number> = { 'by hand': Infinity, 'every 6 hours': 6, daily: 24, weekly: 168 };

/** When a connection fetches next by itself; undefined when only by hand. */
export function nextFetch(schedule: NewConnection['schedule'], lastAt: string | null, now: Date): Date | undefined {
  const hours = HOURS[schedule];
  if (hours === Infinity) return undefined;
  return lastAt === null ? now : new Date(Date.parse(lastAt) + hours * 3_600_000);
}
