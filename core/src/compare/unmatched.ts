import type { Sums } from '../grain/accumulate';
import { type Contribution, notMatchedContribution } from '../grain/contribution';
import { isListed } from '../grain/source';
import { type Member, member } from './member';
import type { Slice } from './passes';
import { hasAmounts, type Piece, together } from './piece';

/** Orders of some clients (their indexes) that lead to no campaign, where there are any. */
export const unmatchedPieces = (sums: Sums, slices: readonly Slice[], clients: readonly number[]): Piece[] =>
  clients.flatMap((client) => {
    const node = sums.notMatched[client];
    return node ? slices.map((slice) => ({ sums, node, slice })).filter(hasAmounts) : [];
  });

/** What they add in a bucket asked for. */
export const unmatchedContributions = (pieces: readonly Piece[], bucket: number): Contribution[] =>
  pieces.map(({ sums, node, slice }) => together(slice, bucket, (own) => notMatchedContribution(sums, own, sums.notMatched.indexOf(node))));

/** The same as a row of its own, for which nothing but orders is measured. */
export function notMatchedMember(sums: Sums, pieces: readonly Piece[], at: Pick<Member, 'key' | 'parent' | 'level' | 'depth'>): Member {
  const orderTerms = sums.terms.reduce((mask, term, place) => (isListed(term) ? mask | (1 << place) : mask), 0);
  return member({
    ...at,
    kind: 'not matched',
    name: 'Not matched to a campaign',
    pieces,
    unmatched: clientsOf(pieces),
    contributions: (bucket) =>
      unmatchedContributions(pieces, bucket).map((all) => ({ ...all, parts: all.parts.map((part) => ({ ...part, mask: orderTerms })) })),
  });
}

/** Whose unmatched orders pieces are. */
export const clientsOf = (pieces: readonly Piece[]): number[] => [
  ...new Set(pieces.map(({ sums, node }) => sums.notMatched.findIndex((own) => own === node)).filter((client) => client >= 0)),
];

/** A member with some unmatched orders besides. */
export const withUnmatched = (of: Member, pieces: readonly Piece[]): Member =>
  pieces.length === 0
    ? of
    : {
        ...of,
        pieces: [...of.pieces, ...pieces],
        unmatched: clientsOf(pieces),
        contributions: (bucket) => [...of.contributions(bucket), ...unmatchedContributions(pieces, bucket)],
      };
