import type { Feed } from '@lens/contract';
import { formatNumber, lengthOf, quantity, rangeText, type Style } from '@lens/core';
import { momentText } from '../ui/moment-text';

/** Where the word differs from the dimension's own name. */
const GRAIN_WORDS: Record<string, string> = { group: 'ad group' };

function missingDays({ days, daysCovered }: Feed, style: Style): string {
  const missing = days ? lengthOf(days) - daysCovered : 0;
  return missing > 0 ? `${quantity(missing, 'day', 'days', style)} missing in between` : '';
}

const ROW_WORDS = { orders: 'one row each', claims: 'a claim', lots: 'a lot', journeys: 'a touch', changes: 'a change' } as const;

/** A feed in words, with its imports, the newest first. */
export function lineOf(feed: Feed, style: Style, currency: string) {
  const finest = feed.grain.filter(
    (each) => !(feed.grain.includes('ad') || feed.grain.includes('keyword')) || !['campaign', 'group'].includes(each),
  );
  return {
    feed,
    /** Amounts of a feed are in its account's currency. */
    money: { locale: style.locale, currency },
    grain: feed.kind !== 'report' ? ROW_WORDS[feed.kind] : [...finest.map((each) => GRAIN_WORDS[each] ?? each), 'day'].join(' × '),
    days: feed.days ? rangeText(feed.days, style.locale) : 'nothing',
    missing: missingDays(feed, style),
    rows: formatNumber(feed.rows, 'count', style),
    notMatched: feed.notMatched > 0 ? `${formatNumber(feed.notMatched, 'count', style)} not matched to a campaign` : '',
    imports: feed.imports.map((line) => ({
      others: feed.imports
        .filter(({ id, takenBack }) => id < line.id && !takenBack)
        .map((other) => ({ id: other.id, label: `${other.fileName}, ${momentText(other.importedAt, style)}` })),
      by: line.person === '' ? '' : `, by ${line.person}`,
      line,
      days: rangeText(line, style.locale),
      rows: quantity(line.rows, 'row', 'rows', style),
      when: momentText(line.importedAt, style),
    })),
  };
}

export type FeedLine = ReturnType<typeof lineOf>;
