import { median } from 'simple-statistics';
import { eachAmount } from '../grain/each-amount';
import { NONE } from '../rows/coding';
import { type FeedTable, rateOn, type ClientTables } from '../grain/tables';
import { MILLIONTHS } from '../measure/scale';
import type { Day, DayRange } from '../time/day';

/** Days on which a landing page had far fewer or more visits for its clicks than it usually has. */
export interface VisitGap {
  /** Code of the landing page. */
  readonly page: number;
  readonly days: DayRange;
  readonly clicks: number;
  /** Visits for each click, and what is usual for the page. */
  readonly rate: number;
  readonly usual: number;
  /** Spend on the clicks that led there. */
  readonly spend: number;
}

const PAGE = 'landing page';
/** Days with fewer clicks say nothing. */
const LEAST_CLICKS = 10;
/** So few or so many visits for each click, against the usual, mean that a tag is missing or counts twice. */
const FEW = 0.4;
const MANY = 1.8;
/** Shorter histories have no usual. */
const LEAST_DAYS = 14;

interface PageDay {
  clicks: number;
  visits: number;
  spend: number;
}

/**
 * Compares clicks by landing page, as channels count them, with visits by landing page, as the site
 * counts them (calculations, chapter 16). Each page is held against its own usual rate, the median of
 * its days: not every channel reports its clicks by page, so the rates of pages are no shares.
 */
export function visitGaps(tables: ClientTables, { from, to }: DayRange): VisitGap[] {
  const pages = new Map<number, Map<Day, PageDay>>();
  const add = (feed: FeedTable, column: string, into: keyof PageDay, scale = 1): void => {
    const account = tables.accounts[feed.account];
    if (feed.rows.spans.length > 0) return;
    eachAmount(feed, { column, days: { from, to }, dimension: PAGE }, (amount, day, page) => {
      if (page === NONE) return;
      const days = pages.get(page) ?? new Map<Day, PageDay>();
      pages.set(page, days);
      const own = days.get(day) ?? { clicks: 0, visits: 0, spend: 0 };
      days.set(day, own);
      own[into] += (amount / scale) * (into === 'spend' && account ? (rateOn(account, day) ?? 0) : 1);
    });
  };
  for (const feed of tables.feeds) {
    add(feed, 'visits', 'visits');
    add(feed, 'clicks', 'clicks');
    add(feed, 'spend', 'spend', MILLIONTHS);
  }
  return [...pages].flatMap(([page, days]) => gapsOf(page, days));
}

function gapsOf(page: number, days: ReadonlyMap<Day, PageDay>): VisitGap[] {
  const judged = [...days].filter(([, { clicks }]) => clicks >= LEAST_CLICKS).sort(([a], [b]) => a - b);
  if (judged.length < LEAST_DAYS) return [];
  const usual = median(judged.map(([, { clicks, visits }]) => visits / clicks));
  if (!(usual > 0)) return [];
  const gaps: VisitGap[] = [];
  let run: (typeof judged)[number][] = [];
  const close = (): void => {
    const [first] = run;
    const last = run.at(-1);
    if (first && last) {
      const sum = (of: keyof PageDay): number => run.reduce((total, [, each]) => total + each[of], 0);
      const clicks = sum('clicks');
      gaps.push({ page, days: { from: first[0], to: last[0] }, clicks, rate: sum('visits') / clicks, usual, spend: sum('spend') });
    }
    run = [];
  };
  for (const each of judged) {
    const share = each[1].visits / each[1].clicks / usual;
    if (share >= FEW && share <= MANY) close();
    else run.push(each);
  }
  close();
  return gaps;
}
