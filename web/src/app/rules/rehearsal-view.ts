import type { RehearsalReply } from '@lens/contract';
import { formatNumber, quantity, rangeText, type RehearsalVerdict, type Style } from '@lens/core';
import { outcomesText } from '@lens/draw';
import { signedCount, signedMoney } from '../ui/signed';

/** What a rule would have proposed, as a person reads it. */
export interface RehearsalView {
  readonly verdict: string;
  readonly tone: 'good' | 'bad' | 'open';
  readonly lines: readonly string[];
  readonly rows: readonly {
    readonly key: string;
    readonly name: string;
    readonly where: string;
    readonly on: string;
    readonly saw: string;
    readonly after: string;
    readonly gain: string;
  }[];
}

const VERDICTS: Readonly<Record<RehearsalVerdict, readonly [words: string, tone: RehearsalView['tone']]>> = {
  helped: ['It would have helped', 'good'],
  hurt: ['It would have hurt', 'bad'],
  open: ['Whether it would have helped cannot be told', 'open'],
  'nothing proposed': ['It would have proposed nothing', 'open'],
  'nothing to tell by': ['Nothing tells yet whether it would have helped', 'open'],
};

/** Members worst served by the rule first: whoever looks for harm finds it on top. */
export function rehearsalView(reply: RehearsalReply, of: string, style: Style): RehearsalView {
  const { proposed, sum, from, to, looks, young, looked, most, outcome } = reply;
  const [words, tone] = VERDICTS[reply.verdict];
  const many = (count: number, one: string, several: string): string => quantity(count, one, several, style);
  const days = (range: { from: number; to: number }): string => rangeText(range, style.locale);
  const told = proposed.flatMap(({ after }) => (after ? [after] : []));
  const later = told.filter(({ outcomes }) => outcomes > 0).length;
  const range = (each: { low: number; middle: number; high: number }, write: (amount: number, style: Style) => string): string =>
    `${write(each.middle, style)} (${write(each.low, style)} to ${write(each.high, style)})`;
  return {
    verdict: sum ? `${words}: saved less lost ${range(sum.gain, signedMoney)}` : words,
    tone,
    lines: [
      from === null || to === null
        ? 'There are too few days to rehearse it on: it looks back on more than there are.'
        : `${many(looks, 'look', 'looks')} on ${days({ from, to })}, the last at ${many(looked, of, `${of}s`)}.${
            young > 0
              ? ` Each leaves out the last ${many(young, 'day', 'days')}: less than nine tenths of what comes of them has arrived.`
              : ''
          }`,
      ...(proposed.length > 0
        ? [
            `It would have proposed ${many(proposed.length, 'move', 'moves')}, at most ${formatNumber(most, 'count', style)} at once. Of ${formatNumber(told.length, 'count', style)} whose days after tell, ${formatNumber(later, 'count', style)} brought something later.`,
          ]
        : []),
      ...(sum
        ? [
            `Of what they did after, with it: spend ${range(sum.spend, signedMoney)}, ${outcomesText(outcome)} ${range(sum.outcomes, signedCount)}.`,
          ]
        : []),
    ],
    rows: proposed
      .toSorted((a, b) => (a.after?.change.gain.middle ?? Infinity) - (b.after?.change.gain.middle ?? Infinity))
      .map(({ key, name, campaignName, channelName, on, saw, after }) => ({
        ...{ key, name, saw },
        where: [campaignName, channelName].filter((each) => each !== name).join(' · '),
        on: days({ from: on, to: on }),
        after: after
          ? `${days(after.days)}: spend ${formatNumber(after.spend, 'money', style)}, ${formatNumber(after.outcomes, 'count', style)} ${outcomesText(outcome)}`
          : 'Too few days since, or nothing spent',
        gain: after ? signedMoney(after.change.gain.middle, style) : '',
      })),
  };
}
