import { type Figure, gap, value } from '../figure/figure';
import { closeFormula, type Formula, termsOf } from '../formula/formula';
import { accumulate, type Ask, type Sums, type Visitor } from '../grain/accumulate';
import { accountContribution, type Contribution, contributionOf, Measured, notMatchedContribution } from '../grain/measured';
import { type SumNode } from '../grain/node';
import { type ClientTables, NONE } from '../grain/tables';
import { groupBy } from '../list/group-by';
import { type ClosedTerm, type Counting, termKey } from '../measure/term';
import { metricNamed, type MetricId } from '../metric/metric';
import { arrange, type Names } from './arrange';
import { metricsOf, type Question, TREES } from './question';

export type RowKind = 'total' | 'shown' | 'member' | 'not matched' | 'not broken down';

export interface RowCell {
  readonly now: Figure;
  readonly before: Figure | null;
  /** Relative change, 0.1 for +10 %; null when nothing is compared. */
  readonly change: Figure | null;
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
}

/** The terms all metrics need, spend among them because coverage is a share of spend. */
export function termsFor(formulas: readonly Formula[]): ClosedTerm[] {
  const all: ClosedTerm[] = [{ kind: 'measure', measure: 'spend' }, ...formulas.flatMap((each) => termsOf(each) as ClosedTerm[])];
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
export function answer(tables: ClientTables, question: Question, names: Names, visit?: Visitor): Answer {
  const formulas = metricsOf(question).map((metric) => closedFormula(metric, question));
  const ask: Ask = {
    terms: termsFor(formulas),
    levels: TREES[question.tree],
    buckets: question.comparison ? [question.period, question.comparison] : [question.period],
  };
  const sums = accumulate(tables, ask, visit);
  return { sums, measured: new Measured(sums.terms), members: membersOf(sums, names) };
}

/** Answers a comparison: members as a tree, every metric of the set, with its change. */
export function compare(tables: ClientTables, question: Question, names: Names): ComparisonTable {
  const { sums, measured, members } = answer(tables, question, names);
  const metrics = metricsOf(question);
  const formulas = metrics.map((metric) => closedFormula(metric, question));
  const compared = question.comparison !== null;
  const cells = (member: Member): RowCell[] => {
    const now = member.contributions(0);
    const before = compared ? member.contributions(1) : [];
    return formulas.map((formula) => cellOf(measured, formula, now, compared ? before : null));
  };
  return {
    metrics,
    rows: arrange(members, question, metrics, cells),
    withoutClickDay: sums.withoutClickDay,
  };
}

function cellOf(measured: Measured, formula: Formula, now: Contribution[], before: Contribution[] | null): RowCell {
  const figure = measured.figure(formula, now);
  if (!before) return { now: figure, before: null, change: null };
  const earlier = measured.figure(formula, before);
  const alike = measured.coveredAccounts(formula, now) === measured.coveredAccounts(formula, before);
  return { now: figure, before: earlier, change: alike ? changeOf(figure, earlier) : gap('not measured') };
}

/** now / before − 1, only between two known numbers and on a positive base. */
export function changeOf(now: Figure, before: Figure): Figure {
  if (now.kind === 'gap') return now;
  if (before.kind === 'gap') return before;
  if (now.kind === 'bounds' || before.kind === 'bounds') return gap('too little data');
  return before.value > 0 ? value(now.value / before.value - 1) : gap('nothing to divide by');
}

function membersOf(sums: Sums, names: Names): Member[] {
  const { accounts } = sums.plan.tables;
  const campaigns = (sums.nodes[0]?.all() ?? []).filter((node) => hasAmounts(sums, node));
  const byChannel = groupBy(campaigns, (node) => accounts[node.account]?.channel ?? '');
  const media = accounts.flatMap((_, at) => (sums.plan.tables.feeds.some((feed) => feed.account === at) ? [at] : []));
  const of = (nodes: readonly SumNode[], own: readonly number[], bucket: number): Contribution[] => [
    ...nodes.map((node) => contributionOf(sums, node, bucket)),
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
  }
  sums.nodes.forEach((level) => {
    for (const node of level.all()) {
      if (!hasAmounts(sums, node)) continue;
      const channel = accounts[node.account]?.channel ?? '';
      members.push(memberOfNode(sums, node, channel, names));
      const next = sums.levels[level.level + 1];
      if (next) members.push(...remainderOf(sums, node, channel, next));
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

const hasAmounts = (sums: Sums, node: SumNode): boolean =>
  sums.buckets.some((_, bucket) => node.partsOf(bucket).some((part) => part.sums.some((sum) => sum !== 0)));

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

/** What a member has more (or less) than its parts: a member of its own, so that totals never move. */
function remainderOf(sums: Sums, node: SumNode, channel: string, dimension: string): Member[] {
  const depth = node.path.length;
  const children = (sums.nodes[depth]?.all() ?? []).filter((child) => child.parent === node);
  const rest = (bucket: number): Float64Array =>
    Float64Array.from(
      sums.terms,
      (_, term) => node.total(bucket, term) - children.reduce((sum, child) => sum + child.total(bucket, term), 0),
    );
  if (!sums.buckets.some((_, bucket) => rest(bucket).some((sum) => sum !== 0))) return [];
  const key = nodeKey(channel, node);
  const contributions = (bucket: number): Contribution[] => {
    const own = contributionOf(sums, node, bucket);
    const everywhere = own.parts.reduce((mask, part) => mask & part.mask, ~0);
    return [{ ...own, parts: [{ mask: everywhere, sums: rest(bucket) }] }];
  };
  const name = `Not broken down by ${dimension}`;
  return [
    member({
      key: `${key}/rest`,
      parent: key,
      kind: 'not broken down',
      level: dimension,
      name,
      channel,
      depth: depth + 1,
      contributions,
      nodes: [node],
      less: children,
    }),
  ];
}

function notMatchedMember(sums: Sums): Member {
  const orderTerms = sums.terms.reduce(
    (mask, term, at) => (term.kind === 'outcome' && term.countedBy === 'orders' ? mask | (1 << at) : mask),
    0,
  );
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
