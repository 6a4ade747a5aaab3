import { groupBy } from '../list/group-by';
import { isDayDimension } from '../question/dimensions';
import { COLUMN } from '../question/row-key';
import type { Names } from '../question/names';
import { shownMember } from './arrange';
import { isTotal, type Member, member } from './member';
import { mediaOf, membersAt } from './members';
import type { Pass, Passes, Slice } from './passes';
import { remainderOf } from './remainder';
import type { Selection } from './selection';
import { unmatchedContributions, unmatchedPieces, withUnmatched } from './unmatched';

export type ColumnHead = Pick<Member, 'key' | 'code' | 'name' | 'note'>;

/** Members cut by a dimension that stands in the columns. */
export interface Across {
  /** What the total is cut into, in no order. */
  readonly heads: readonly ColumnHead[];
  /** The part of a member in a column, by the column's key; undefined where it has none. */
  cut(of: Member, column: string, selection: () => Selection): Member | undefined;
}

interface Cutting {
  readonly rows: readonly string[];
  readonly by: string;
  readonly members: readonly Member[];
  readonly names: Names;
  readonly passesBy: (rows: readonly string[]) => Passes;
}

/** Cuts the members of an answer, each level of them summed when it is asked for. */
export function acrossOf({ rows, by, members, names, passesBy }: Cutting): Across {
  // Where days stand in the columns alone, they split the rows of all levels alike: one pass tells of all of them.
  const isShared = isDayDimension(by) && !rows.some(isDayDimension);
  const shared = passesBy([...rows, by]);
  const known = new Map<number, { readonly pass: Pass; readonly parts: ReadonlyMap<string, Member> }>();
  /** The parts of the members of so many of the rows, by key. */
  const at = (depth: number): { readonly pass: Pass; readonly parts: ReadonlyMap<string, Member> } => {
    let own = known.get(depth);
    if (!own) {
      const split = [...rows.slice(0, depth), by];
      const pass = isShared ? shared(rows.length + 1) : passesBy(split)(split.length);
      own = { pass, parts: new Map(membersAt(pass, split, mediaOf(pass), names).map((each) => [each.key, each])) };
      known.set(depth, own);
    }
    return own;
  };
  const inside = groupBy(members, ({ parent }) => parent);
  const depthOf = ({ level, kind }: Member): number => (isTotal(kind) ? 0 : rows.indexOf(level) + 1);
  /** A part is known by its row and column: what lies around it is looked for there. */
  const cut: Across['cut'] = (of, column, selection) => {
    const part = partOf(of, column, selection);
    return part && { ...part, key: of.key + COLUMN + column, parent: of.parent };
  };
  const partOf: Across['cut'] = (of, column, selection) => {
    const { pass, parts } = at(depthOf(of));
    switch (of.kind) {
      case 'matched':
        return parts.get(column);
      case 'total':
        return withNotMatched(pass, parts.get(column), column, of.unmatched);
      case 'not matched':
        return notMatchedOn(at(0).pass, column, of.unmatched);
      case 'shown': {
        const { hits, ...rest } = selection();
        return shownMember(members, { ...rest, hits: hits.flatMap((hit) => cut(hit, column, selection) ?? []) });
      }
      case 'member':
        return withNotMatched(pass, parts.get(`${of.key}/${column}`), column, of.unmatched);
      case 'not broken down': {
        const whole = of.parent === null ? at(0).parts.get(column) : cutOf(of.parent, column, selection);
        if (!whole) return undefined;
        const others = (inside.get(of.parent) ?? []).filter(({ kind }) => kind === 'member');
        const rest = remainderOf(
          pass.sums,
          whole.pieces,
          others.flatMap((each) => cut(each, column, selection) ?? []),
          of.level,
        );
        return rest && member({ ...of, ...rest });
      }
    }
  };
  const cutOf = (key: string, column: string, selection: () => Selection): Member | undefined => {
    const own = members.find((each) => each.key === key);
    return own && cut(own, column, selection);
  };
  return { heads: headsOf(at(0), by, names), cut };
}

/** Days on which only orders came that match nothing are columns as well. */
function headsOf(
  { pass, parts }: { readonly pass: Pass; readonly parts: ReadonlyMap<string, Member> },
  by: string,
  names: Names,
): ColumnHead[] {
  if (!isDayDimension(by)) return [...parts.values()];
  const codes = new Set(pass.slices.flatMap((slice) => slice.codes.get(by) ?? []));
  return [...codes].flatMap((code) => {
    const key = `${by}:${code}`;
    const part = withNotMatched(pass, parts.get(key), key, [...pass.sums.notMatched.keys()]);
    return part ? [{ key, code, name: parts.get(key)?.name ?? names(by, code), note: parts.get(key)?.note ?? '' }] : [];
  });
}

/** The slices of a column of days. */
const slicesOf = ({ slices }: Pass, column: string): Slice[] =>
  slices.filter(({ codes }) => [...codes].some(([dimension, code]) => `${dimension}:${code}` === column));

/** Orders that match nothing on the days of a column; undefined where the column is not of days: they tell nothing else. */
function notMatchedOn(pass: Pass, column: string, clients: readonly number[]): Member | undefined {
  const pieces = unmatchedPieces(pass.sums, slicesOf(pass, column), clients);
  if (pieces.length === 0) return undefined;
  return member({
    key: `not matched on ${column}`,
    kind: 'not matched',
    level: '',
    name: '',
    pieces,
    contributions: (bucket) => unmatchedContributions(pieces, bucket),
  });
}

function withNotMatched(pass: Pass, part: Member | undefined, column: string, clients: readonly number[]): Member | undefined {
  return part ? withUnmatched(part, unmatchedPieces(pass.sums, slicesOf(pass, column), clients)) : notMatchedOn(pass, column, clients);
}
