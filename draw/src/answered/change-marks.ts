import type { WireChange } from '@lens/contract';
import { type DayRange, type Style, rangeText } from '@lens/core';
import type { Mark } from '../lines';
import { changeWords } from './change-words';

/** No more are told of one place. */
const MOST_TOLD = 4;

/** The changes at the channels of what is drawn, where they lie among the days or weeks of a chart. */
export function marksOf(changes: readonly WireChange[], buckets: readonly DayRange[], drawn: readonly string[], style: Style): Mark[] {
  const own = changes.filter(({ name, channelName }) => drawn.includes(name ?? channelName) || drawn.includes(channelName));
  return buckets.flatMap((bucket, at): Mark[] => {
    const within = own.filter(({ day }) => day >= bucket.from && day <= bucket.to).toReversed();
    if (within.length === 0) return [];
    const isDay = bucket.from === bucket.to;
    const told = within.slice(0, MOST_TOLD).map((change) => {
      const { of, what, value } = changeWords(change);
      const day = isDay ? '' : `${rangeText({ from: change.day, to: change.day }, style.locale)}: `;
      return `${day}${of}: ${[what, value].filter((part) => part !== '').join(' ')}`;
    });
    const more = within.length - told.length;
    return [{ at, lines: more > 0 ? [...told, `and ${more} more`] : told }];
  });
}
