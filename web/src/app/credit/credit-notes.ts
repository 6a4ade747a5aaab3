import type { CreditReply } from '@lens/contract';
import { formatNumber, rangeText, runsOfDays, daysOf, type Style, quantity } from '@lens/core';
import { LACK_WORDS, OTHER_TOUCHES } from './rule-words';

const GONE_NO_FURTHER =
  'What would be missing without a member is worked out as if whoever met it had gone no further: of one that is often met before others it is rather too much.';

/** What whoever reads credit should know of the log behind it; the first is what it rests on. */
export function creditNotes(
  { rows, notes, journeys, lacks, draws, shapleyError }: CreditReply,
  about: {
    readonly outcome: string;
    readonly style: Style;
    readonly period: { readonly from: number; readonly to: number };
    readonly lookback: number;
  },
): string[] {
  const { outcome, style, period, lookback } = about;
  const count = (number: number): string => formatNumber(number, 'count', style, 0);
  const share = (number: number): string => formatNumber(number, 'share', style, 0);
  const some = (number: number, text: string): string[] => (number > 0 ? [text] : []);
  const sold = `${quantity(journeys.sold, 'journey', 'journeys', style)} that ended in ${outcome}, ${count(journeys.unsold)} that ended in nothing and stand for ${count(journeys.unsoldWeight)}, ${quantity(journeys.touches, 'touch', 'touches', style)}`;
  const counter =
    notes.countedBy === 'orders'
      ? `The ${outcome} are the client’s own list’s, matched with the log by their numbers.`
      : `The ${outcome} are those that the log tells: no list of the client has their numbers.`;
  const first = Math.min(...notes.covers.map(({ from }) => from));
  const runs = runsOfDays(notes.covers.flatMap((each) => daysOf(each)));
  return [
    notes.isOneTouch
      ? `No log of touches has come in. These are made of the tags of orders: each has one touch at most, so all rules say the same, nobody is seen to start or to assist, and nothing is known of those who did not buy. Bring in a log under Intake.`
      : `From ${sold}. ${counter}`,
    ...(rows.some(({ is }) => is === 'others')
      ? [
          `Touches that this leaves out are one row, “${OTHER_TOUCHES}”: people met them all the same, and the rows add up to all ${outcome}.`,
        ]
      : []),
    ...(draws > 0 ? [`Limits: 95 of 100 of ${count(draws)} resamples of these people.`] : []),
    ...(lacks.removal === null ? some(draws, GONE_NO_FURTHER) : [`Removal ${LACK_WORDS[lacks.removal]}.`]),
    ...(lacks.shapley === null ? [] : [`Shapley ${LACK_WORDS[lacks.shapley]}.`]),
    ...(shapleyError
      ? [`Shapley is drawn from 400 orders of the members: it is off by ${count(Math.max(...shapleyError))} at most, as a standard error.`]
      : []),
    ...(!notes.isOneTouch && Number.isFinite(first) && first > period.from - lookback
      ? [
          `The log begins on ${rangeText({ from: first, to: first }, style.locale)}: of ${outcome} soon after, earlier touches are not known.`,
        ]
      : []),
    ...(!notes.isOneTouch && runs.length > 1
      ? [`The log has holes: it covers ${runs.map((run) => rangeText(run, style.locale)).join(', ')}.`]
      : []),
    ...(notes.isGuessed && !notes.isOneTouch
      ? ['What sources mean is guessed from the names of the channels: say it under Intake › Sources.']
      : []),
    ...some(notes.onceTouched, `${count(notes.onceTouched)} of ${count(notes.people)} people of the whole log have one touch alone.`),
    ...some(notes.unlisted.count, `${count(notes.unlisted.count)} outcomes of the log are on no list of the client and are left out.`),
    ...some(notes.outcomesTwice, `${count(notes.outcomesTwice)} outcomes stand in two journeys; the earlier one has them.`),
    ...some(notes.unweighted, `${count(notes.unweighted)} people do not say how many they stand for: each counts as one.`),
    ...some(notes.weighedTwice, `${count(notes.weighedTwice)} people stand for different numbers on different lines: the smallest counts.`),
    ...some(notes.twice, `${count(notes.twice)} touches were written down twice and count once.`),
    ...some(
      notes.late,
      `${count(notes.late)} touches lie after the outcome they are said to have led to: see whether the clocks of the log are right.`,
    ),
    ...some(notes.future, `${count(notes.future)} touches lie in the future.`),
    ...some(
      notes.unknownChannel,
      `${count(notes.unknownChannel)} touches (${share(notes.unknownShare)}) tell no channel: say what their sources mean under Intake › Sources.`,
    ),
    ...(notes.longest > 1000 ? [`One person has ${count(notes.longest)} touches.`] : []),
  ];
}
