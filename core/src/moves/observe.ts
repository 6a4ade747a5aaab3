import { keyOf, type KeyStep } from '../question/row-key';
import type { SumNode } from '../grain/node';
import { accumulate } from '../grain/accumulate';
import { NONE } from '../rows/coding';
import { type ClientTables, listsOf, SKIPPED, worthOf } from '../grain/tables';
import { type Lateness, latenessOf } from '../maturity/lateness';
import type { CountedBy } from '../measure/counted-by';
import type { Outcome, OutcomeId } from '../measure/outcome';
import { stepsBefore } from '../measure/steps-before';
import { MILLIONTHS } from '../measure/scale';
import { type ClosedTerm, termScale } from '../measure/term';
import { type Day, type DayRange, daysOf } from '../time/day';
import type { AuditedLevel } from './finding';

/** A member day by day, as the audit reads it: by click date, in whole units. */
export interface Observed {
  readonly key: string;
  readonly name: string;
  readonly level: AuditedLevel;
  readonly channel: string;
  readonly account: number;
  readonly member: number;
  readonly campaign: number;
  readonly group: number;
  readonly days: readonly ObservedDay[];
  /** Share of the days on which spend and outcomes are both measured. */
  readonly coverage: number;
  /** The last day it was shown or cost anything; NONE where none was. */
  readonly lastSeen: Day;
  /** Value of each order with the day of its click, where orders count. */
  readonly orderValues: readonly OrderValue[];
}

export interface OrderValue {
  readonly day: Day;
  readonly value: number;
}

export interface ObservedDay {
  readonly day: Day;
  readonly spend: number;
  readonly clicks: number;
  readonly impressions: number;
  readonly lost: number;
  readonly outcomes: number;
  readonly value: number;
  /** Outcomes as the channel claims them. */
  readonly claimed: number;
  /** Deepest early step measured on this day, undefined where none is. */
  readonly steps: number | undefined;
}

/** The same member, looked at from a day on. */
export const since = (observed: Observed, day: Day): Observed => ({
  ...observed,
  days: observed.days.filter((each) => each.day >= day),
  orderValues: observed.orderValues.filter((each) => each.day >= day),
});

/** One column of a member's days, added up. */
export const totalOf = (observed: Observed, part: Exclude<keyof ObservedDay, 'day' | 'steps'>): number =>
  observed.days.reduce((sum, day) => sum + day[part], 0);

export interface Observation {
  readonly members: readonly Observed[];
  readonly lateness: Lateness;
  /** "checkout" or "cart": the deepest step before the sale that anything measures; else the outcome itself. */
  readonly step: Outcome;
}

const claimsOf = (outcome: Outcome): ClosedTerm => ({ kind: 'outcome', part: 'count', outcome, countedBy: 'claims', basis: 'click' });

export interface ObserveInput {
  readonly tables: ClientTables;
  readonly days: DayRange;
  readonly outcome: Outcome;
  readonly countedBy: CountedBy;
  readonly names: (level: string, code: number) => string;
  /** Last finished day, which lateness is measured against. */
  readonly lastDay: Day;
  /** Whether ads are read as well; they are where not said. */
  readonly ads?: boolean;
}

/** Reads campaigns, and ads, day by day. Always by click date, whatever the focus says. */
export function observe({ tables, days, outcome, countedBy, names, lastDay, ads = true }: ObserveInput): Observation {
  const delivered = new Set(tables.feeds.flatMap((feed) => [...feed.rows.columns]));
  const { measureTerm, outcome: outcomeNamed } = tables.vocabulary;
  const earlier = stepsBefore(outcome.id).find((each) => delivered.has(`${each}.count.claims.click`));
  const step = earlier === undefined ? outcome : outcomeNamed(earlier);
  const counted = { kind: 'outcome', outcome, countedBy, basis: 'click' } as const;
  const terms: Record<Column, ClosedTerm> = {
    spend: measureTerm('spend'),
    clicks: measureTerm('clicks'),
    outcomes: { ...counted, part: 'count' },
    impressions: measureTerm('impressions'),
    lost: measureTerm('impressions lost to budget'),
    value: { ...counted, part: 'value' },
    claimed: claimsOf(outcome),
    steps: step === outcome ? { ...counted, part: 'count' } : claimsOf(step),
  };
  const buckets = daysOf(days).map((day) => ({ from: day, to: day, knownBy: lastDay }));
  const sums = accumulate(tables, {
    terms: COLUMNS.map((column) => terms[column]),
    levels: ads ? ['campaign', 'group', 'ad'] : ['campaign'],
    buckets,
  });
  const values = orderValues(tables, days, outcome.id, lastDay);
  const read = (node: SumNode, level: AuditedLevel): Observed => {
    const member = node.path.at(-1) ?? NONE;
    const channel = tables.accounts[node.account]?.channel ?? '';
    const measured = sums.plan.cells(node.level, node.campaign, node.account).measuredAt(node.path);
    return {
      key: keyOf([
        ['channel', channel],
        ...node.path.flatMap((code, at): KeyStep[] => (code === SKIPPED ? [] : [[node.level.dimensions[at] ?? '', code]])),
      ]),
      name: names(level, member),
      level,
      channel,
      account: node.account,
      member,
      campaign: node.campaign,
      group: node.path[1] ?? NONE,
      coverage: measured.filter((mask) => (mask & JUDGED_BY) === JUDGED_BY).length / measured.length,
      lastSeen: buckets.reduce(
        (last, { from }, bucket) => (node.total(bucket, COLUMNS.indexOf('impressions')) > 0 || node.total(bucket, 0) > 0 ? from : last),
        NONE,
      ),
      orderValues: countedBy === 'orders' ? (values.get(`${level} ${member}`) ?? []) : [],
      days: buckets.map(({ from }, bucket) => dayOf(node, terms, bucket, from, measured[bucket] ?? 0)),
    };
  };
  const campaigns = sums.campaigns.all().filter((node) => node.campaign !== NONE);
  const members = [...campaigns.map((node) => read(node, 'campaign')), ...(sums.nodes[2]?.all() ?? []).map((node) => read(node, 'ad'))];
  return { members, lateness: latenessOf(tables, lastDay), step };
}

const COLUMNS = ['spend', 'clicks', 'outcomes', 'impressions', 'lost', 'value', 'claimed', 'steps'] as const;
type Column = (typeof COLUMNS)[number];
const bit = (column: Column): number => 1 << COLUMNS.indexOf(column);
/** Without these two there is no verdict. Clicks only weigh days. */
const JUDGED_BY = bit('spend') | bit('outcomes');

function dayOf(node: SumNode, terms: Record<Column, ClosedTerm>, bucket: number, day: Day, measured: number): ObservedDay {
  const whole = (column: Column): number => node.total(bucket, COLUMNS.indexOf(column)) / termScale(terms[column]);
  return {
    day,
    spend: whole('spend'),
    clicks: whole('clicks'),
    outcomes: whole('outcomes'),
    impressions: whole('impressions'),
    lost: whole('lost'),
    value: whole('value'),
    claimed: whole('claimed'),
    steps: (measured & bit('steps')) !== 0 ? whole('steps') : undefined,
  };
}

function orderValues(tables: ClientTables, days: DayRange, action: OutcomeId, lastDay: Day): Map<string, OrderValue[]> {
  const values = new Map<string, OrderValue[]>();
  for (const table of listsOf(tables, action)) {
    for (let row = 0; row < table.length; row++) {
      const clickDay = table.clickDay[row] ?? NONE;
      const value = worthOf(table, row);
      const isKnown = (table.saleDay[row] ?? 0) <= lastDay;
      if (!isKnown || clickDay < days.from || clickDay > days.to || Number.isNaN(value)) continue;
      for (const level of ['campaign', 'ad']) {
        const key = `${level} ${table.codes.get(level)?.[row] ?? NONE}`;
        const own = values.get(key) ?? [];
        values.set(key, own);
        own.push({ day: clickDay, value: value / MILLIONTHS });
      }
    }
  }
  return values;
}
