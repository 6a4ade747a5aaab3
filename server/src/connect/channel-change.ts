import type { Move } from '@lens/contract';
import type { SettingChange, WeekHours } from '@lens/core';
import { WEEKDAYS } from '@lens/core';
import { ChannelRefuses } from './service';

/** A change as channels are asked for it. */
export interface ChannelChange {
  /** The channel's own id of the campaign. */
  readonly campaign: string;
  readonly field: string;
  /** What within the campaign: an ad, words of searches, a placement. */
  readonly what: string;
  readonly value: string;
  /** What it is taken to be now: where it is something else the channel refuses. */
  readonly was: string;
}

const HOURS = 24;

/** Says a change in the words of channels. Throws ChannelRefuses where they cannot be told it. */
export function channelChange(
  change: SettingChange,
  { level, externalId }: Move['entity'],
  { campaign }: { campaign: string },
): ChannelChange {
  const said = (field: string, what: string, was: string, value: string): ChannelChange => ({ campaign, field, what, value, was });
  switch (change.field) {
    case 'daily budget':
      return said('daily budget', '', change.from.toFixed(2), change.to.toFixed(2));
    case 'status': {
      const word = (state: 'running' | 'paused'): string => (state === 'running' ? 'enabled' : 'paused');
      const isAd = level === 'ad';
      return said(isAd ? 'ad status' : 'status', isAd ? externalId : '', word(change.from), word(change.to));
    }
    case 'searches':
      return said('exclude', change.what, change.from, change.to);
    case 'part': {
      const word = (state: 'allowed' | 'excluded'): string => (state === 'excluded' ? 'blocked' : 'allowed');
      return said('block', change.what, word(change.from), word(change.to));
    }
    case 'schedule':
      return said('schedule', '', signs(change.from), signs(change.to));
  }
}

/** An hour a sign from Monday on, 1 for those that run; none said are all of them. */
function signs(hours: readonly WeekHours[]): string {
  if (hours.some(({ opens, closes }) => opens % 1 !== 0 || closes % 1 !== 0))
    throw new ChannelRefuses('The channel takes whole hours alone: set this schedule there by hand.');
  const runs = (day: number, hour: number): boolean =>
    hours.length === 0 || hours.some(({ weekdays, opens, closes }) => weekdays.includes(day) && opens <= hour && hour < closes);
  return WEEKDAYS.map((_, day) => Array.from({ length: HOURS }, (__, hour) => (runs(day, hour) ? '1' : '0')).join('')).join('');
}
