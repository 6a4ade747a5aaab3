import { formatNumber, type Style } from '../figure/text';
import { type DayRange, lengthOf, rangeText } from '../time/day';
import type { Since } from './finding';
import type { Happened, Situation } from './situation';

/** Writes numbers and days of sentences for a client's locale. */
export class Words {
  constructor(private readonly style: Style) {}

  money = (amount: number): string => formatNumber(amount, 'money', this.style, Math.abs(amount) >= 100 ? 0 : undefined);
  count = (amount: number): string => formatNumber(amount, 'count', this.style, 0);
  /** A guess, to two digits: 64,998 → “65,000”. */
  about = (amount: number): string => this.count(Number(amount.toPrecision(2)));
  /** “0.4”, “3.2”, “48”. */
  few = (amount: number): string => formatNumber(amount, 'number', this.style, amount < 10 ? 1 : 0);
  /** “63 %”, with a digit more below 10 %. */
  share = (amount: number): string => formatNumber(amount, 'share', this.style, amount > 0 && amount < 0.1 ? 1 : 0);
  days = (days: DayRange): string => rangeText(days, this.style.locale);
  day = (day: number): string => this.days({ from: day, to: day });

  /** “6 Oct 2026 (or any day of 5–7 Oct 2026)”. */
  on = ({ day, within }: Since): string => `${this.day(day)}${within.from === within.to ? '' : ` (or any day of ${this.days(within)})`}`;
  /** “since 6 Oct 2026”, “from 6 Oct 2026 to 9 Oct 2026”. */
  since = (since: Since): string =>
    since.until === null ? `since ${this.on(since)}` : `from ${this.on(since)} to ${this.day(since.until)}`;
}

/** Days before and after the day on which something begins of which what happened is told with it. */
const AROUND = 2;

/** What happened around the beginning of something, the nearest first; of one channel, or of all. */
export function happenedAround({ happened, style }: Pick<Situation, 'happened' | 'style'>, within: DayRange, channel?: string): string[] {
  const apart = ({ from, to }: Happened): number => Math.max(0, from - within.to, within.from - to);
  const words = new Words(style);
  return happened
    .filter((each) => apart(each) <= AROUND && (channel === undefined || each.channel === null || each.channel === channel))
    .toSorted((a, b) => apart(a) - apart(b) || Number(a.channel !== null) - Number(b.channel !== null) || lengthOf(b) - lengthOf(a))
    .slice(0, MOST_HAPPENED)
    .map(({ from, to, channel: of, name, words: text }) => {
      const where = [of, name].filter((each) => each !== null).join(' › ');
      return `${words.days({ from, to })}: ${text}${where === '' ? '' : ` (${where})`}`;
    });
}
const MOST_HAPPENED = 4;

/** “a, b and c”. */
export const listed = (texts: readonly string[]): string =>
  texts.length < 2 ? (texts[0] ?? '') : `${texts.slice(0, -1).join(', ')} and ${texts.at(-1) ?? ''}`;
