import { type Day, formatDay, rangeText } from '../time/day';
import type { LastChange, RowSettings } from './row-settings';

/** What is set, in words: “paused since 12 Oct 2026”; empty where nothing tells. */
export function statusText({ status, since }: RowSettings, locale: string): string {
  if (status === null) return '';
  return since === null ? status : `${status} since ${dayText(since, locale)}`;
}

/** What was changed last, in words: “14 Oct 2026: daily budget 70 → 82”; of what else than `own` it says the name. */
export function lastChangeText(change: LastChange | null, own: string, locale: string | null): string {
  if (change === null) return '';
  const { day, name, field, oldValue, newValue } = change;
  const about = name === own ? '' : `${name}, `;
  const values = [oldValue, newValue].filter((each) => each !== null && each !== '').join(' → ');
  return `${locale === null ? formatDay(day) : dayText(day, locale)}: ${about}${[field ?? 'something', values].filter(Boolean).join(' ')}`;
}

const dayText = (day: Day, locale: string): string => rangeText({ from: day, to: day }, locale);
