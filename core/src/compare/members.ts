import type { Sums } from '../grain/accumulate';
import { accountContribution, type Contribution, contributionOf, contributionToTotal, notMatchedContribution } from '../grain/measured';
import { isEmptyPart, type Part, type SumNode } from '../grain/node';
import { isListed } from '../grain/plan';
import { type FeedTable, NONE } from '../grain/tables';
import { groupBy } from '../list/group-by';
import { addsUp } from '../measure/term';
import type { Names } from './arrange';
import { depthOf, nodeKey, parentOf } from './row-key';

export const ROW_KINDS = ['total', 'matched', 'shown', 'member', 'not matched', 'not broken down'] as const;
export type RowKind = (typeof ROW_KINDS)[number];

/** What a row is, whatever stands in it. */
export interface RowHead {
  /** Stable within a question; children's keys begin with their parent's. */
  readonly key: string;
  readonly parent: string | null;
  readonly kind: RowKind;
  /** "total", "channel", or the dimension the row is a member of. */
  readonly level: string;
  readonly name: string;
  readonly channel: string | null;
  readonly depth: number;
}

/** A row before it has figures: what it is made of. */
export interface Member extends RowHead {
  readonly contributions: (bucket: number) => Contribution[];
  /** The nodes it sums, for traces. */
  readonly nodes: readonly SumNode[];
  /** The nodes it takes away again: a remainder is its parent less its siblings. */
  readonly less: readonly SumNode[];
}

/** The members of an answer: all, channels, and below them whatever the levels asked for open into. */
export function membersOf(sums: Sums, names: Names): Member[] {
  const { accounts } = sums.plan.tables;
  const channelOf = ({ account }: SumNode): string => accounts[account]?.channel ?? '';
  const campaigns = sums.campaigns.all().filter((node) => hasAmounts(sums, node));
  const delivers = (feed: FeedTable, at: number): boolean =>
    feed.account === at && [...feed.amounts.keys()].some((key) => !sums.plan.tables.vocabulary.isBySite(key));
  const media = accounts.flatMap((_, at) => (sums.plan.tables.feeds.some((feed) => delivers(feed, at)) ? [at] : []));
  const of = (nodes: readonly SumNode[], own: readonly number[], bucket: number): Contribution[] => [
    ...nodes.map((node) => contributionToTotal(sums, node, bucket)),
    ...own.map((account) => accountContribution(sums, account, bucket)),
  ];
  const all = (bucket: number): Contribution[] => [...of(campaigns, media, bucket), notMatchedContribution(sums, bucket)];
  const members: Member[] = [
    member({ key: 'total', kind: 'total', level: 'total', name: 'Total', contributions: all, nodes: [...campaigns, sums.notMatched] }),
  ];
  // What the ads brought, apart from what came anyway: both are told wherever there is a difference.
  if (hasAmounts(sums, sums.notMatched))
    members.push(
      member({
        key: 'matched',
        kind: 'matched',
        level: 'total',
        name: 'Matched to campaigns',
        contributions: (bucket) => of(campaigns, media, bucket),
        nodes: campaigns,
      }),
    );
  const nodes = sums.nodes.flatMap((level) => level.all()).filter((node) => hasAmounts(sums, node));
  const within = groupBy(nodes, (node) => (node.parent ? '' : channelOf(node)));
  for (const [channel, own] of groupBy(campaigns, channelOf)) {
    const places = media.filter((account) => accounts[account]?.channel === channel);
    const contributions = (bucket: number): Contribution[] => of(own, places, bucket);
    members.push(
      member({ key: channel, kind: 'member', level: 'channel', name: names('channel', channel), channel, contributions, nodes: own }),
    );
    if (sums.campaigns !== sums.nodes[0])
      members.push(...remainderOf(sums, { key: channel, nodes: own, children: within.get(channel) ?? [] }, channel, 0));
  }
  const inside = groupBy(nodes, ({ parent }) => parent);
  // What names tell may lie in several accounts of a channel: one member all the same.
  for (const [key, own] of groupBy(nodes, (node) => nodeKey(channelOf(node), node))) {
    const [first] = own;
    if (!first) continue;
    const channel = channelOf(first);
    members.push(memberOfNodes(sums, key, own, first, channel, names));
    const children = own.flatMap((node) => inside.get(node) ?? []);
    members.push(...remainderOf(sums, { key, nodes: own, children }, channel, first.level.level + 1));
  }
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

function memberOfNodes(
  sums: Sums,
  key: string,
  nodes: readonly SumNode[],
  { level, path }: SumNode,
  channel: string,
  names: Names,
): Member {
  const dimension = level.dimensions.at(-1) ?? '';
  const code = path.at(-1) ?? NONE;
  const outside = code === NONE;
  return member({
    key,
    parent: parentOf(key),
    kind: outside ? 'not broken down' : 'member',
    level: dimension,
    name: outside ? `Not broken down by ${dimension}` : names(dimension, code),
    channel,
    depth: depthOf(key),
    contributions: (bucket) => nodes.map((node) => contributionOf(sums, node, bucket)),
    nodes,
  });
}

/** A member and its parts. */
interface Whole {
  readonly key: string;
  readonly nodes: readonly SumNode[];
  readonly children: readonly SumNode[];
}

/**
 * What a member has more (or less) than its parts: a member of its own, so that totals never move. Parts
 * lie on the level `next` or, where reports pass over it, on a deeper one.
 */
function remainderOf(sums: Sums, { key, nodes, children }: Whole, channel: string, next: number): Member[] {
  const dimension = sums.levels[children.reduce((nearest, { level }) => Math.min(nearest, level.level), Infinity)] ?? sums.levels[next];
  if (dimension === undefined) return [];
  // People of the parts are no part of the people of the whole, nor are states: nothing is known of a rest.
  const rest = (bucket: number, own = nodes, parts = children): Pick<Part, 'sums' | 'most'> => ({
    sums: Float64Array.from(sums.terms, (of, term) => (!addsUp(of) ? -Infinity : sumOf(own, bucket, term) - mostOf(parts, bucket, term))),
    most: Float64Array.from(sums.terms, (of, term) => (!addsUp(of) ? Infinity : mostOf(own, bucket, term) - sumOf(parts, bucket, term))),
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
      return {
        account,
        noRate: all.some(({ noRate }) => noRate),
        parts: [{ mask: everywhere, ...rest(bucket, own, parts) }],
        isRest: true,
      };
    });
  return [
    member({
      key: `${key}/rest`,
      parent: key,
      kind: 'not broken down',
      level: dimension,
      name: `Not broken down by ${dimension}`,
      channel,
      depth: depthOf(key) + 1,
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
