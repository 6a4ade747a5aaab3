import type { Sums } from './accumulate';
import type { Part, SumNode } from './node';
import { WHOLE_ACCOUNT } from './plan';
import { isListed } from './source';
import { NONE } from '../rows/coding';

/** What one account adds to a figure, kept apart by what was measured. */
export interface Contribution {
  readonly account: number;
  readonly noRate: boolean;
  readonly parts: readonly Part[];
  /** Of a rest, nothing tells where it was spent: what share of its spend a term covers is not known. */
  readonly rest?: {
    /** The terms that some report breaks down, one bit a term: of those the rest is a part, of the others it is all. */
    readonly brokenDown: number;
  };
}

const nothing = new WeakMap<Sums, Float64Array>();

/** A sum of nothing, which nobody adds to. */
function nothingOf(sums: Sums): Float64Array {
  const known = nothing.get(sums) ?? new Float64Array(sums.terms.length);
  nothing.set(sums, known);
  return known;
}

/** The contribution of a node, with an empty part for every pattern of its covered or missing days that it has none of. */
export function contributionOf(sums: Sums, node: SumNode, bucket: number): Contribution {
  const range = sums.buckets[bucket];
  const noRate = sums.plan.lacksRate(node.account);
  if (!range) return { account: node.account, noRate, parts: [] };
  const own = node.partsOf(bucket);
  // Few patterns occur: looking through them is quicker than keeping a set.
  const has = (parts: readonly Part[], mask: number): boolean => {
    for (const part of parts) if (part.mask === mask) return true;
    return false;
  };
  const none = nothingOf(sums);
  const empty: Part[] = [];
  for (const campaign of node.campaigns) {
    const measured = sums.plan.cells(node.level, campaign, node.account).measuredAt(node.path);
    for (const mask of sums.plan.patternsOf(measured, range)) {
      if (!has(own, mask) && !has(empty, mask)) empty.push({ mask, sums: none });
    }
  }
  return { account: node.account, noRate, parts: empty.length === 0 ? own : [...own, ...empty] };
}

/**
 * The contribution of a campaign to a total. What is known of the account as a whole, not by campaign, is
 * measured there beside the campaigns, and what is known by campaign beside the account.
 */
export function contributionToTotal(sums: Sums, node: SumNode, bucket: number): Contribution {
  const own = contributionOf(sums, node, bucket);
  const { plan } = sums;
  const beside = node.campaign === NONE ? plan.accountMeasured(node.account) : plan.cells(WHOLE_ACCOUNT, NONE, node.account).measuredAt([]);
  const range = sums.buckets[bucket];
  if (!range) return own;
  const always = plan.daysOf(range).reduce((mask, at) => mask & (beside[at] ?? 0), ~0);
  const none = plan.absent(node.account);
  return { ...own, parts: own.parts.map((part) => ({ ...part, mask: part.mask | always | none })) };
}

/** What an account adds to a total by what it does not know: empty parts for the patterns of its days. */
export function accountContribution(sums: Sums, account: number, bucket: number): Contribution {
  const range = sums.buckets[bucket];
  const noRate = sums.plan.lacksRate(account);
  const masks = range ? sums.plan.patternsOf(sums.plan.accountMeasured(account), range) : [];
  const none = sums.plan.absent(account);
  return { account, noRate, parts: masks.map((mask) => ({ mask: mask | none, sums: nothingOf(sums) })) };
}

/**
 * The contribution of a client's unmatched orders. They join the money of the days they fall on, so in totals
 * they count as measured wherever anything is.
 */
export function notMatchedContribution(sums: Sums, bucket: number, client = 0): Contribution {
  const node = sums.notMatched[client];
  if (!node || node.partsOf(bucket).length === 0) return { account: NONE, noRate: false, parts: [] };
  const delivered = sums.terms.reduce((mask, term, index) => (isListed(term) ? mask : mask | (1 << index)), 0);
  let everything = delivered;
  const range = sums.buckets[bucket];
  if (range) for (const at of sums.plan.daysOf(range)) everything |= sums.plan.ordersMeasured(client, sums.plan.window.from + at);
  const total = Float64Array.from(sums.terms, (_, term) => node.total(bucket, term));
  const most = Float64Array.from(sums.terms, (_, term) => node.most(bucket, term));
  return { account: NONE, noRate: false, parts: [{ mask: everything, sums: total, most }] };
}
