import type { Note, WireChange } from '@lens/contract';
import { type Day, type DayRange, type Style, rangeText } from '@lens/core';
import type { Mark } from '../lines';
import { changeWords } from './change-words';

/** Something that happened on some days: a change at a channel, or what somebody noted. */
export interface Happening extends DayRange {
  /** Null where it is about the client. */
  readonly channel: string | null;
  /** Of the channel, what it is about; null where it is the channel itself. */
  readonly name: string | null;
  readonly words: string;
}

/** No more are told of one place. */
const MOST_TOLD = 4;

export function happeningOfChange(change: WireChange): Happening {
  const { of, what, value } = changeWords(change);
  const words = `${of}: ${[what, value].filter((part) => part !== '').join(' ')}`;
  return { from: change.day, to: change.day, channel: change.channelName, name: change.name, words };
}

export const happeningOfNote = ({ days, channel, campaign, text }: Note): Happening => ({ ...days, channel, name: campaign, words: text });

/** What happened to what is drawn, or to all of the client, where it began among the days or weeks of a chart. */
export function marksOf(happenings: readonly Happening[], buckets: readonly DayRange[], drawn: readonly string[], style: Style): Mark[] {
  const own = happenings.filter(({ channel, name }) => channel === null || drawn.includes(name ?? channel) || drawn.includes(channel));
  const places = own.map((each) => buckets.findIndex((bucket) => each.from <= bucket.to && each.to >= bucket.from));
  return buckets.flatMap((bucket, at): Mark[] => {
    const within = own.filter((_, nth) => places[nth] === at).toSorted((a, b) => a.from - b.from);
    if (within.length === 0) return [];
    const told = within.slice(0, MOST_TOLD).map((each) => `${whenText(each, bucket, style)}${each.words}`);
    const more = within.length - told.length;
    return [{ at, lines: more > 0 ? [...told, `and ${more} more`] : told }];
  });
}

/** When it was, where the place in the chart does not say it. */
function whenText({ from, to }: { readonly from: Day; readonly to: Day }, bucket: DayRange, { locale }: Style): string {
  return from === bucket.from && to === bucket.to ? '' : `${rangeText({ from, to }, locale)}: `;
}
