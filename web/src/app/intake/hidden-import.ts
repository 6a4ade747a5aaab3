import type { ClientDetail, Job } from '@lens/contract';
import type { DayRange, Mapping } from '@lens/core';
import { rangeText } from '@lens/core';
import type { Focus } from '../data/address';
import type { Resolved } from '../data/focus';

/** What was just imported, as far as it decides which screens show it. */
export interface Imported {
  readonly days: DayRange;
  readonly mapping: Mapping;
}

/** Why the screens would not show what was just imported, and the change of the focus that shows it. */
export interface Hidden {
  readonly text: string;
  readonly action: string;
  readonly change: Partial<Focus>;
}

export const importedBy = (job: Job, mapping: Mapping): Imported | null =>
  job.state === 'done' && job.report?.days ? { days: job.report.days, mapping } : null;

/** So many days a screen opens on. */
const DAYS = 28;

/**
 * What of an import the focus would hide: its days lie elsewhere, or it holds outcomes as the channel
 * claims them, on the day of the click, while sales are counted otherwise. Empty where nothing is hidden.
 */
export function hiddenParts({ days, mapping }: Imported, focus: Resolved | null, client: ClientDetail): Hidden[] {
  const hidden: Hidden[] = [];
  const { period } = focus ?? {};
  if (!period || period.to < days.from || period.from > days.to) {
    const recent = { from: Math.max(days.from, days.to - DAYS + 1), to: days.to };
    const text = rangeText(recent, client.locale);
    hidden.push({
      text: period
        ? `The screens look at ${rangeText(period, client.locale)}; the file is about other days.`
        : 'The screens look at no finished day; the file has some.',
      action: `Look at ${text}`,
      change: { period: recent },
    });
  }
  const outcomes = mapping.columns.flatMap((role) => (role.role === 'outcome' ? [role] : []));
  const [first] = outcomes;
  if (mapping.kind === 'report' && first && focus && focus.countedBy !== 'claims')
    hidden.push({
      text: 'Its outcomes are what the channel claims, and the screens count otherwise.',
      action: `Count as the channels claim, by ${first.basis} date`,
      change: { countedBy: 'claims', basis: first.basis },
    });
  else if (first && focus?.countedBy === 'claims' && outcomes.every(({ basis }) => basis !== focus.basis))
    hidden.push({
      text: `Its outcomes are claimed by ${first.basis} date, and the screens count by ${focus.basis} date.`,
      action: `Count by ${first.basis} date`,
      change: { basis: first.basis },
    });
  if (mapping.kind === 'orders' && focus && focus.countedBy !== mapping.countedBy)
    hidden.push({
      text: `The list is counted by ${mapping.countedBy === 'site' ? 'the site or a tracker' : 'the orders'}, and the screens count otherwise.`,
      action: `Count as ${mapping.countedBy === 'site' ? 'the site does' : 'the orders do'}`,
      change: { countedBy: mapping.countedBy },
    });
  return hidden;
}
