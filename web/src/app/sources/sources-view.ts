import type { VisitsReply } from '@lens/contract';
import {
  changeText,
  divide,
  type Figure,
  figureText,
  formatNumber,
  multiply,
  quantity,
  type SourceRule,
  type Style,
  subtract,
  value,
} from '@lens/core';

/** Visits by source in words, beside the clicks of the channels they are sorted to. */
export function sourcesView(
  { days, spellings, channels, unsorted, valuePerVisit }: VisitsReply,
  rules: readonly SourceRule[],
  style: Style,
) {
  const count = (amount: number): string => formatNumber(amount, 'count', style);
  const share = (part: number, whole: number): string => figureText(divide(value(part), value(whole)), 'share', style).text;
  const all = spellings.reduce((sum, { visits }) => sum + visits, 0);
  return {
    dayText: quantity(days, 'day', 'days', style),
    spellings: spellings.map((each) => ({
      spelling: each.spelling,
      visits: count(each.visits),
      stayed: share(each.stayed, each.visits),
      fresh: share(each.newVisitors, each.visits),
      channel: rules[each.rule]?.channel ?? '',
      isSorted: each.rule >= 0,
    })),
    channels: channels.map((each) => ({
      channel: each.channel,
      kind: each.kind,
      visits: count(each.visits),
      fresh: share(each.newVisitors, each.visits),
      stayed: share(each.stayed, each.visits),
      clicks: figureText(each.clicks, 'count', style).text,
      gap: changeText(visitGap(each.visits, each.clicks), style).text,
    })),
    unsorted:
      unsorted.visits === 0
        ? ''
        : `${quantity(unsorted.visits, 'visit falls', 'visits fall', style)} through, ${share(unsorted.visits, all)} of all${
            valuePerVisit === null
              ? ''
              : `, about ${figureText(multiply(value(unsorted.visits), value(valuePerVisit)), 'money', style).text} of sales at what a visit is usually worth`
          }.`,
  };
}

/** Visits against clicks (calculations, chapter 6). */
const visitGap = (visits: number, clicks: Figure): Figure => subtract(divide(value(visits), clicks), value(1));
