import type { Sums } from '../grain/accumulate';
import { accountContribution, type Contribution, contributionOf, contributionToTotal } from '../grain/contribution';
import { isEmptyPart, type SumNode } from '../grain/node';
import type { Slice } from './passes';

/** A node on some of the days it was summed over. */
export interface Piece {
  readonly sums: Sums;
  readonly node: SumNode;
  readonly slice: Slice;
}

export function hasAmounts({ node, slice }: Pick<Piece, 'node' | 'slice'>): boolean {
  for (const own of slice.buckets) for (const bucket of own) for (const part of node.partsOf(bucket)) if (!isEmptyPart(part)) return true;
  return false;
}

/** What a piece adds in a bucket asked for. */
export const pieceContribution = ({ sums, node, slice }: Piece, bucket: number): Contribution =>
  together(slice, bucket, (own) => contributionOf(sums, node, own));

/** Campaigns and whole accounts on the same days. */
export interface Total {
  readonly slice: Slice;
  readonly pieces: readonly Piece[];
  readonly accounts: readonly number[];
}

/** What campaigns and whole accounts add to a total in a bucket asked for. */
export const totalContribution = (sums: Sums, { slice, pieces, accounts }: Total, bucket: number): Contribution[] => [
  ...pieces.map(({ node }) => together(slice, bucket, (own) => contributionToTotal(sums, node, own))),
  ...accounts.map((account) => together(slice, bucket, (own) => accountContribution(sums, account, own))),
];

/** The parts of one thing in several buckets. */
export function together({ buckets }: Slice, bucket: number, of: (own: number) => Contribution): Contribution {
  const [first = of(NO_BUCKET), ...others] = (buckets[bucket] ?? []).map(of);
  return others.length === 0 ? first : { ...first, parts: [first, ...others].flatMap(({ parts }) => parts) };
}

/** Asked of a bucket that is not there, everything is nothing. */
const NO_BUCKET = -1;
