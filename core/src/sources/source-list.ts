import { type Figure, gap } from '../figure/figure';
import { accumulate } from '../grain/accumulate';
import { contributionOf, notMatchedContribution } from '../grain/contribution';
import { Measured } from '../grain/measured';
import { TermIndex } from '../grain/term-index';
import { eachAmount } from '../grain/each-amount';
import { NONE } from '../rows/coding';
import type { ClientTables, FeedTable } from '../grain/tables';
import type { OutcomeId } from '../measure/outcome';
import type { ClosedTerm } from '../measure/term';
import type { Day, DayRange } from '../time/day';
import { runsOfDays } from '../time/runs';
import { type SourceKind, type SourceRules, sourceSorter } from './source';

/** Visits, as the site counts them. */
export interface VisitSums {
  readonly visits: number;
  readonly newVisitors: number;
  readonly stayed: number;
}

export interface Spelling extends VisitSums {
  readonly spelling: string;
  /** Place of the rule that sorts it; -1 where it fell through. */
  readonly rule: number;
}

export interface SourceChannel extends VisitSums {
  readonly channel: string;
  readonly kind: SourceKind;
  /** What the channel of that name says its clicks were on the same days; a gap where no channel is called so. */
  readonly clicks: Figure;
}

export interface SourceList {
  /** Days of the period on which visits were counted. */
  readonly days: number;
  /** The most visited first. */
  readonly spellings: readonly Spelling[];
  readonly channels: readonly SourceChannel[];
  /** What no rule sorts. */
  readonly unsorted: VisitSums;
  /** What a visit is worth: value of all orders of those days by all visits, in whole units; null where orders have no value. */
  readonly valuePerVisit: number | null;
}

const COLUMNS = { visits: 'visits', newVisitors: 'new visitors', stayed: 'visits that stayed' } as const;
const none = (): Record<keyof VisitSums, number> => ({ visits: 0, newVisitors: 0, stayed: 0 });

/** Where visits of a period came from, as written and as rules sort it, beside the clicks that channels report. */
export function listSources(
  tables: ClientTables,
  rules: SourceRules,
  about: {
    readonly period: DayRange;
    readonly action: OutcomeId;
    readonly spellingOf: (code: number) => string;
    readonly channelName: (channel: string) => string;
  },
): SourceList {
  const { days, sums } = visitsBySource(tables, about.period);
  const sorter = sourceSorter(rules);
  const spellings = [...sums]
    .map(([code, own]): Spelling => ({ spelling: about.spellingOf(code), rule: sorter(about.spellingOf(code)), ...own }))
    .sort((a, b) => b.visits - a.visits || a.spelling.localeCompare(b.spelling, 'en'));
  const channels = new Map<string, Record<keyof VisitSums, number> & { channel: string; kind: SourceKind }>();
  for (const { rule, ...own } of spellings) {
    const found = rules.rules[rule];
    if (!found) continue;
    const key = `${found.channel} ${found.kind}`;
    const sum = channels.get(key) ?? { ...none(), channel: found.channel, kind: found.kind };
    channels.set(key, sum);
    addTo(sum, own);
  }
  const market = clicksAndValue(tables, days, about.action);
  const all = total(spellings);
  return {
    days: days.length,
    spellings,
    channels: [...channels.values()]
      .map((each) => ({ ...each, clicks: market.clicksOf((channel) => about.channelName(channel) === each.channel) }))
      .sort((a, b) => b.visits - a.visits),
    unsorted: total(spellings.filter(({ rule }) => rule < 0)),
    valuePerVisit: market.value !== null && all.visits > 0 ? market.value / all.visits : null,
  };
}

const addTo = (sum: Record<keyof VisitSums, number>, own: VisitSums): void => {
  for (const key of ['visits', 'newVisitors', 'stayed'] as const) sum[key] += own[key];
};

function total(all: readonly VisitSums[]): VisitSums {
  const sum = none();
  for (const each of all) addTo(sum, each);
  return sum;
}

/** Visits of each source on each day from the one feed of an account that answers it: the coarsest that covers the day. */
function visitsBySource(tables: ClientTables, { from, to }: DayRange): { days: Day[]; sums: Map<number, Record<keyof VisitSums, number>> } {
  const feeds = tables.feeds
    .filter((feed) => feed.rows.columns.has('visits') && feed.dimensions.has('source') && feed.rows.spans.length === 0)
    .sort((a, b) => a.dimensions.size - b.dimensions.size || b.feedId - a.feedId);
  const answers = new Map<string, FeedTable>();
  const days = new Set<Day>();
  for (let day = from; day <= to; day++)
    for (const feed of feeds)
      if (feed.covers.some((cover) => cover.from <= day && day <= cover.to)) {
        days.add(day);
        const cell = `${feed.account} ${day}`;
        answers.set(cell, answers.get(cell) ?? feed);
      }
  const sums = new Map<number, Record<keyof VisitSums, number>>();
  for (const feed of feeds) {
    for (const key of ['visits', 'newVisitors', 'stayed'] as const)
      eachAmount(feed, { column: COLUMNS[key], days: { from, to }, dimension: 'source' }, (amount, day, source) => {
        if (source === NONE || answers.get(`${feed.account} ${day}`) !== feed) return;
        const sum = sums.get(source) ?? none();
        sums.set(source, sum);
        sum[key] += amount;
      });
  }
  return { days: [...days].sort((a, b) => a - b), sums };
}

/** Clicks of channels and value of orders on these days. */
function clicksAndValue(tables: ClientTables, days: readonly Day[], action: OutcomeId) {
  const clicks = tables.vocabulary.measureTerm('clicks');
  const value = tables.vocabulary.outcomeTerm('value', action, { countedBy: 'orders', basis: 'sale' });
  const buckets = runsOfDays(days);
  if (buckets.length === 0) return { value: null, clicksOf: (): Figure => gap('not measured') };
  const sums = accumulate(tables, { terms: [clicks, value], levels: ['campaign'], buckets });
  const index = new TermIndex(sums.terms);
  const of = (term: ClosedTerm, wanted: (channel: string) => boolean, isAll: boolean): Figure =>
    new Measured(
      index,
      buckets.flatMap((_, bucket) => [
        ...sums.campaigns
          .all()
          .filter(({ account }) => wanted(tables.accounts[account]?.channel ?? ''))
          .map((node) => contributionOf(sums, node, bucket)),
        ...(isAll ? [notMatchedContribution(sums, bucket)] : []),
      ]),
    ).sum(term);
  const worth = of(value, () => true, true);
  return {
    value: worth.kind === 'value' ? worth.value : null,
    clicksOf: (wanted: (channel: string) => boolean): Figure =>
      tables.accounts.some(({ channel }) => wanted(channel)) ? of(clicks, wanted, false) : gap('not measured'),
  };
}
