import type { Sums } from '../grain/accumulate';
import type { Contribution } from '../grain/contribution';
import type { Part } from '../grain/node';
import { groupBy } from '../list/group-by';
import { addsUp } from '../measure/term';
import type { Member } from './member';
import { type Piece, pieceContribution } from './piece';

/** What is left of a whole beside its parts. */
export type Rest = Pick<Member, 'level' | 'contributions' | 'pieces' | 'less'>;

/**
 * What a whole has more (or less) than its parts; undefined where that is nothing. Parts lie on the level `next` or,
 * where reports pass over it, on a deeper one.
 */
export function remainderOf(sums: Sums, pieces: readonly Piece[], parts: readonly Member[], next: string): Rest | undefined {
  const inner = parts.flatMap((part) => part.pieces);
  // People of the parts are no part of the people of the whole, nor are states: nothing is known of a rest.
  const rest = (bucket: number, own = pieces, less = inner): Pick<Part, 'sums' | 'most'> => {
    const [all, parts] = [together(sums, own, bucket), together(sums, less, bucket)];
    return {
      sums: Float64Array.from(sums.terms, (of, term) => (addsUp(of) ? (all.least[term] ?? 0) - (parts.most[term] ?? 0) : -Infinity)),
      most: Float64Array.from(sums.terms, (of, term) => (addsUp(of) ? (all.most[term] ?? 0) - (parts.least[term] ?? 0) : Infinity)),
    };
  };
  // Where limits leave room for nothing, nothing is known to be left.
  const isLeft = ({ sums: least, most = least }: Pick<Part, 'sums' | 'most'>): boolean =>
    least.some((sum, term) => sum > 0 || (most[term] ?? 0) < 0);
  const asked = pieces[0]?.slice.buckets ?? [];
  if (!asked.some((_, bucket) => isLeft(rest(bucket)))) return undefined;
  const byAccount = groupBy(pieces, ({ node }) => node.account);
  const contributions = (bucket: number): Contribution[] =>
    [...byAccount].map(([account, own]) => {
      const all = own.map((piece) => pieceContribution(piece, bucket));
      const everywhere = all.flatMap((each) => each.parts).reduce((mask, part) => mask & part.mask, ~0);
      const less = inner.filter(({ node }) => node.account === account);
      return {
        account,
        noRate: all.some(({ noRate }) => noRate),
        parts: [{ mask: everywhere, ...rest(bucket, own, less) }],
        rest: { brokenDown: less.flatMap((piece) => pieceContribution(piece, bucket).parts).reduce((mask, part) => mask | part.mask, 0) },
      };
    });
  return { level: parts.some(({ level }) => level === next) ? next : (parts[0]?.level ?? next), contributions, pieces, less: inner };
}

interface Together {
  readonly least: Float64Array;
  readonly most: Float64Array;
}

/** What pieces come to together, by term. */
function together({ terms }: Sums, pieces: readonly Piece[], bucket: number): Together {
  const [least, most] = [new Float64Array(terms.length), new Float64Array(terms.length)];
  for (const { node, slice } of pieces)
    for (const own of slice.buckets[bucket] ?? [])
      for (const part of node.partsOf(own)) {
        const mosts = part.most ?? part.sums;
        for (let term = 0; term < least.length; term++) {
          least[term] = (least[term] as number) + (part.sums[term] as number);
          most[term] = (most[term] as number) + (mosts[term] as number);
        }
      }
  return { least, most };
}
