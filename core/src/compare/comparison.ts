import type { Figure } from '../figure/figure';
import { closeFormula, type Formula, termsOf } from '../formula/formula';
import { accumulate, type Ask, type Bucket, type Sums, type Visitor } from '../grain/accumulate';
import {
  accountContribution,
  type Contribution,
  contributionOf,
  contributionToTotal,
  Measured,
  notMatchedContribution,
} from '../grain/measured';
import { isEmptyPart, type Part, type SumNode } from '../grain/node';
import { isListed } from '../grain/plan';
import { type ClientTables, type FeedTable, NONE } from '../grain/tables';
import { groupBy } from '../list/group-by';
import { isBySite } from '../measure/measure';
import { type ClosedTerm, type Counting, isPeople, termKey } from '../measure/term';
import { metricNamed, type MetricId } from '../metric/metric';
import { arrivedShare } from '../maturity/lateness';
import type { Day } from '../time/day';
import { arrange, type Names } from './arrange';
import { type Change, changeBetween, countOf } from './change';
import { metricsOf, outcomeOf, type Question, TREES } from './question';

export type RowKind = 'total' | 'shown' | 'member' | 'not matched' | 'not broken down';

export interface RowCell {
  readonly now: Figure;
  readonly before: Figure | null;
  /** Null when nothing is compared. */
  readonly change: Change | null;
}

export interface ComparisonRow {
  /** Stable within a question; children's keys begin with their parent's. */
  readonly key: string;
  readonly parent: string | null;
  readonly kind: RowKind;
  /** "total", "channel", or the dimension the row is a member of. */
  readonly level: string;
  readonly name: string;
  readonly channel: string | null;
  readonly depth: number;
  readonly hasChildren: boolean;
  readonly cells: readonly RowCell[];
}

export interface ComparisonTable {
  readonly metrics: readonly MetricId[];
  /** Parents before children, siblings in the order asked for; the totals come first. */
  readonly rows: readonly ComparisonRow[];
  readonly withoutClickDay: { readonly orders: number; readonly value: number };
  /** By click date: share of the outcomes of the period's clicks that has arrived; null where not known. */
  readonly arrived: number | null;
}

/** The terms all metrics need: also spend, as coverage is a share of it, and the count behind each value, which says how sure it is. */
export function termsFor(formulas: readonly Formula[]): ClosedTerm[] {
  const named = formulas.flatMap((each) => termsOf(each) as ClosedTerm[]);
  const counts = named.flatMap((term) => (term.kind === 'outcome' ? [countOf(term)] : []));
  const all: ClosedTerm[] = [{ kind: 'measure', measure: 'spend' }, ...named, ...counts];
  return [...new Map(all.map((term) => [termKey(term), term])).values()];
}

export const closedFormula = (metric: MetricId, counting: Counting): Formula => closeFormula(metricNamed(metric).formula, counting);

/** A row before it has figures: what it is made of. */
export interface Member {
  readonly key: string;
  readonly parent: string | null;
  readonly kind: RowKind;
  readonly level: string;
  readonly name: string;
  readonly channel: string | null;
  readonly depth: number;
  readonly contributions: (bucket: number) => Contribution[];
  /** The nodes it sums, for traces. */
  readonly nodes: readonly SumNode[];
  /** The nodes it takes away again: a remainder is its parent less its siblings. */
  readonly less: readonly SumNode[];
}

/** The sums behind a question, and its members. */
export interface Answer {
  readonly sums: Sums;
  readonly measured: Measured;
  readonly members: readonly Member[];
}

/** Sums what a question needs into members, without figures yet. */
export function answer(tables: ClientTables, question: Question, names: Names, lastDay: Day, visit?: Visitor): Answer {
  const formulas = metricsOf(question).map((metric) => closedFormula(metric, question));
  const ask: Ask = {
    terms: termsFor(formulas),
    levels: TREES[question.tree],
    buckets: bucketsFor(question, lastDay),
  };
  const sums = accumulate(tables, ask, visit);
  return { sums, measured: new Measured(sums.terms), members: membersOf(sums, names) };
}

/**
 * Answers a comparison: members as a tree, every metric of the set, with its change. `lastDay` is
 * the last finished day, which the age of recent click days is counted to.
 */
export function compare(tables: ClientTables, question: Question, names: Names, lastDay: Day): ComparisonTable {
  const { sums, measured, members } = answer(tables, question, names, lastDay);
  const metrics = metricsOf(question);
  const action = outcomeOf(question);
  const arrived = question.basis === 'click' && action !== null ? arrivedShare(tables, question.period, action, lastDay) : undefined;
  const formulas = metrics.map((metric) => {
    const formula = closedFormula(metric, question);
    return { formula, settled: isSettled(formula, arrived) };
  });
  const compared = question.comparison !== null;
  const cells = (member: Member): RowCell[] => {
    const now = member.contributions(0);
    const before = compared ? member.contributions(1) : null;
    return formulas.map(({ formula, settled }) => {
      const cell = cellOf(measured, formula, now, before);
      return settled || !cell.change ? cell : { ...cell, change: { ...cell.change, beyondChance: false } };
    });
  };
  return {
    metrics,
    rows: arrange(members, question, metrics, cells),
    withoutClickDay: sums.withoutClickDay,
    arrived: arrived ?? null,
  };
}

function cellOf(measured: Measured, formula: Formula, now: Contribution[], before: Contribution[] | null): RowCell {
  const figure = measured.figure(formula, now);
  if (!before) return { now: figure, before: null, change: null };
  return { now: figure, before: measured.figure(formula, before), change: changeBetween(measured, formula, now, before) };
}

/**
 * By click date the earlier period is counted at the same age as the later one: only the sales it
 * had when as many days had passed since its last click (calculations, chapter 8).
 */
function bucketsFor({ period, comparison, basis }: Question, lastDay: Day): Bucket[] {
  // Sales of a day that has not ended are not known as a whole.
  const now = basis === 'click' ? { ...period, knownBy: lastDay } : period;
  if (!comparison) return [now];
  const earlier = period.to - comparison.to;
  return [now, basis === 'click' && earlier > 0 ? { ...comparison, knownBy: lastDay - earlier } : comparison];
}

/** Below this share of the late outcomes arrived, a claim by click date is no news yet. */
const SETTLED = 0.95;

/**
 * Whether changes of a metric can be told yet. A channel restates what it claims for recent click
 * days and does not say when each sale came, so its earlier days cannot be counted at the same age.
 */
function isSettled(formula: Formula, arrived: number | undefined): boolean {
  const late = (termsOf(formula) as ClosedTerm[]).some(
    (term) =>
      term.kind === 'outcome' &&
      term.countedBy === 'claims' &&
      term.basis === 'click' &&
      (term.action === 'purchase' || term.action === 'lead'),
  );
  return !late || arrived === undefined || arrived >= SETTLED;
}

function membersOf(sums: Sums, names: Names): Member[] {
  const { accounts } = sums.plan.tables;
  const campaigns = sums.campaigns.all().filter((node) => hasAmounts(sums, node));
  const outermost = sums.levels[0] ?? 'campaign';
  const byChannel = groupBy(campaigns, (node) => accounts[node.account]?.channel ?? '');
  const delivers = (feed: FeedTable, at: number): boolean => feed.account === at && [...feed.amounts.keys()].some((key) => !isBySite(key));
  const media = accounts.flatMap((_, at) => (sums.plan.tables.feeds.some((feed) => delivers(feed, at)) ? [at] : []));
  const of = (nodes: readonly SumNode[], own: readonly number[], bucket: number): Contribution[] => [
    ...nodes.map((node) => contributionToTotal(sums, node, bucket)),
    ...own.map((account) => accountContribution(sums, account, bucket)),
  ];
  const all = (bucket: number): Contribution[] => [...of(campaigns, media, bucket), notMatchedContribution(sums, bucket)];
  const members: Member[] = [
    member({ key: 'total', kind: 'total', level: 'total', name: 'Total', contributions: all, nodes: [...campaigns, sums.notMatched] }),
  ];
  for (const [channel, nodes] of byChannel) {
    const own = media.filter((account) => accounts[account]?.channel === channel);
    const contributions = (bucket: number): Contribution[] => of(nodes, own, bucket);
    members.push(
      member({ key: channel, kind: 'member', level: 'channel', name: names('channel', channel), channel, contributions, nodes }),
    );
    const first = sums.nodes[0]?.all().filter((node) => accounts[node.account]?.channel === channel) ?? [];
    if (outermost !== 'campaign')
      members.push(...remainderOf(sums, { key: channel, depth: 0, nodes, children: first }, channel, outermost));
  }
  sums.nodes.forEach((level) => {
    for (const node of level.all()) {
      if (!hasAmounts(sums, node)) continue;
      const channel = accounts[node.account]?.channel ?? '';
      members.push(memberOfNode(sums, node, channel, names));
      const next = sums.levels[level.level + 1];
      const children = (sums.nodes[level.level + 1]?.all() ?? []).filter((child) => child.parent === node);
      const of = { key: nodeKey(channel, node), depth: level.level + 1, nodes: [node], children };
      if (next) members.push(...remainderOf(sums, of, channel, next));
    }
  });
  if (hasAmounts(sums, sums.notMatched)) members.push(notMatchedMember(sums));
  return members;
}

const member = (of: Pick<Member, 'key' | 'kind' | 'level' | 'name' | 'contributions' | 'nodes'> & Partial<Member>): Member => ({
  parent: null,
  channel: null,
  depth: 0,
  less: [],
  ...of,
});

const hasAmounts = (sums: Sums, node: SumNode): boolean => sums.buckets.some((_, bucket) => !node.partsOf(bucket).every(isEmptyPart));

export const nodeKey = (channel: string, node: SumNode): string => [channel, ...node.path].join('/');
const parentKey = (channel: string, node: SumNode): string => [channel, ...node.path.slice(0, -1)].join('/');

function memberOfNode(sums: Sums, node: SumNode, channel: string, names: Names): Member {
  const depth = node.path.length;
  const level = sums.levels[depth - 1] ?? '';
  const code = node.path[depth - 1] ?? NONE;
  const outside = code === NONE;
  return member({
    key: nodeKey(channel, node),
    parent: parentKey(channel, node),
    kind: outside ? 'not broken down' : 'member',
    level,
    name: outside ? `Not broken down by ${level}` : names(level, code),
    channel,
    depth,
    contributions: (bucket) => [contributionOf(sums, node, bucket)],
    nodes: [node],
  });
}

/** A member and its parts. */
interface Whole {
  readonly key: string;
  readonly depth: number;
  readonly nodes: readonly SumNode[];
  readonly children: readonly SumNode[];
}

/** What a member has more (or less) than its parts: a member of its own, so that totals never move. */
function remainderOf(sums: Sums, { key, depth, nodes, children }: Whole, channel: string, dimension: string): Member[] {
  // People of the parts are no part of the people of the whole: nothing is known of a rest.
  const rest = (bucket: number, own = nodes, parts = children): Pick<Part, 'sums' | 'most'> => ({
    sums: Float64Array.from(sums.terms, (of, term) => (isPeople(of) ? -Infinity : sumOf(own, bucket, term) - mostOf(parts, bucket, term))),
    most: Float64Array.from(sums.terms, (of, term) => (isPeople(of) ? Infinity : mostOf(own, bucket, term) - sumOf(parts, bucket, term))),
  });
  // Where limits leave room for nothing, nothing is known to be left.
  const isLeft = ({ sums: least, most = least }: Pick<Part, 'sums' | 'most'>): boolean =>
    least.some((sum, term) => sum > 0 || (most[term] ?? 0) < 0);
  if (!sums.buckets.some((_, bucket) => isLeft(rest(bucket)))) return [];
  const byAccount = groupBy(nodes, ({ account }) => account);
  const contributions = (bucket: number): Contribution[] =>
    [...byAccount].map(([account, own]) => {
      const all = own.map((node) => contributionOf(sums, node, bucket));
      const everywhere = all.flatMap(({ parts }) => parts).reduce((mask, part) => mask & part.mask, ~0);
      const parts = children.filter((child) => child.account === account);
      return { account, noRate: all.some(({ noRate }) => noRate), parts: [{ mask: everywhere, ...rest(bucket, own, parts) }] };
    });
  return [
    member({
      key: `${key}/rest`,
      parent: key,
      kind: 'not broken down',
      level: dimension,
      name: `Not broken down by ${dimension}`,
      channel,
      depth: depth + 1,
      contributions,
      nodes,
      less: children,
    }),
  ];
}

const sumOf = (nodes: readonly SumNode[], bucket: number, term: number): number =>
  nodes.reduce((sum, node) => sum + node.total(bucket, term), 0);

const mostOf = (nodes: readonly SumNode[], bucket: number, term: number): number =>
  nodes.reduce((sum, node) => sum + node.most(bucket, term), 0);

function notMatchedMember(sums: Sums): Member {
  const orderTerms = sums.terms.reduce((mask, term, at) => (isListed(term) ? mask | (1 << at) : mask), 0);
  return member({
    key: 'not matched',
    kind: 'not matched',
    level: 'channel',
    name: 'Not matched to a campaign',
    nodes: [sums.notMatched],
    contributions: (bucket) => {
      const all = notMatchedContribution(sums, bucket);
      return [{ ...all, parts: all.parts.map((part) => ({ ...part, mask: orderTerms })) }];
    },
  });
}
