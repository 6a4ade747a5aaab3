import { type Contribution, notMatchedContribution } from '../grain/contribution';
import { isListed } from '../grain/source';
import { NONE } from '../rows/coding';
import { type AccountInfo, SKIPPED } from '../grain/tables';
import { groupBy } from '../list/group-by';
import { accountCode, isAccountDimension, isDayDimension, isRowDimension } from '../question/dimensions';
import { type Names, tokenOf } from '../question/names';
import { depthOf, keyOf, parentOf, type KeyStep } from '../question/row-key';
import { daysInMonth } from '../time/day';
import type { Pass, Passes, Slice } from './passes';
import { hasAmounts, type Piece, pieceContribution, totalContribution } from './piece';
import { remainderOf, type Rest } from './remainder';

export const ROW_KINDS = ['total', 'matched', 'shown', 'member', 'not matched', 'not broken down'] as const;
export type RowKind = (typeof ROW_KINDS)[number];
export const isTotal = (kind: RowKind): boolean => kind === 'total' || kind === 'matched';

/** What a row is, whatever stands in it. */
export interface RowHead {
  /** Stable within a question; children's keys begin with their parent's. */
  readonly key: string;
  readonly parent: string | null;
  readonly kind: RowKind;
  /** "total", or the dimension the row is a member of. */
  readonly level: string;
  /** The code of the row within its dimension; null for what is no member of one. */
  readonly code: number | string | null;
  readonly name: string;
  /** How much of a week or month the period has, where that is not all: “2 of 7 days”; else empty. */
  readonly note: string;
  /** The channel everything in it lies in; null where there are several, or none. */
  readonly channel: string | null;
  readonly depth: number;
}

/** A row before it has figures: what it is made of. */
export interface Member extends RowHead {
  /** By bucket asked for. */
  readonly contributions: (bucket: number) => Contribution[];
  /** What it sums, for traces. */
  readonly pieces: readonly Piece[];
  /** What it takes away again: a remainder is its parent less its siblings. */
  readonly less: readonly Piece[];
}

/** The members of an answer: all, and below that whatever the rows asked for open into. */
export function membersOf(passes: Passes, rows: readonly string[], names: Names): Member[] {
  const whole = passes(0);
  const { sums } = whole;
  const [everything] = whole.slices;
  if (!everything) return [];
  const campaigns = sums.campaigns.all().flatMap((node) => piecesOf(whole, node, [everything]));
  const media = mediaOf(whole);
  const notMatched: Piece = { sums, node: sums.notMatched, slice: everything };
  const hasRest = hasAmounts(notMatched);
  const matched = (bucket: number): Contribution[] =>
    totalContribution(sums, { slice: everything, pieces: campaigns, accounts: media }, bucket);
  const members = [
    member({
      key: 'total',
      kind: 'total',
      level: 'total',
      name: 'Total',
      contributions: (bucket) => [...matched(bucket), notMatchedContribution(sums, bucket)],
      pieces: [...campaigns, notMatched],
    }),
  ];
  // What the ads brought, apart from what came anyway: both are told wherever there is a difference.
  if (hasRest)
    members.push(
      member({
        key: 'matched',
        kind: 'matched',
        level: 'total',
        name: 'Matched to campaigns',
        contributions: matched,
        pieces: campaigns,
      }),
    );
  const tree = rows.flatMap((_, depth) => membersAt(passes(depth + 1), rows.slice(0, depth + 1), media, names));
  const inside = groupBy(tree, ({ parent }) => parent);
  const rests = [{ key: '', level: '', channel: null, pieces: campaigns, kind: 'member' as const }, ...tree].flatMap((own) => {
    const next = rows[rows.indexOf(own.level) + 1];
    if (own.kind !== 'member' || next === undefined || isAccountDimension(next)) return [];
    const rest = remainderOf(sums, own.pieces, inside.get(own.key || null) ?? [], next);
    return rest ? [restMember(own, rest)] : [];
  });
  return [...members, ...tree, ...rests, ...(hasRest ? [notMatchedMember(notMatched, rows[0] ?? 'total')] : [])];
}

/** The accounts whose own reports deliver something, beside what the site counts of them. */
export function mediaOf({ sums }: Pass): number[] {
  const { accounts, feeds, vocabulary } = sums.plan.tables;
  return accounts.flatMap((_, at) => {
    const delivers = feeds.some((feed) => feed.account === at && [...feed.rows.columns].some((key) => !vocabulary.isBySite(key)));
    return delivers && sums.accounts?.has(at) !== false ? [at] : [];
  });
}

const piecesOf = ({ sums }: Pass, node: Piece['node'], slices: readonly Slice[]): Piece[] => {
  const pieces: Piece[] = [];
  for (const slice of slices) if (hasAmounts({ node, slice })) pieces.push({ sums, node, slice });
  return pieces;
};

/** The members of the innermost of some rows. */
export function membersAt(pass: Pass, rows: readonly string[], media: readonly number[], names: Names): Member[] {
  const { sums } = pass;
  const { accounts } = sums.plan.tables;
  const levels = rows.filter(isRowDimension);
  const nodes = (levels.length === 0 ? sums.campaigns : sums.nodes[levels.length - 1])?.all() ?? [];
  const finders = rows.map((dimension) => ({ dimension, codeOf: codeFinder(dimension, levels, accounts) }));
  const stepsTo = (account: number, path: readonly number[], { codes }: Slice): KeyStep[] => {
    const steps: KeyStep[] = [];
    for (const { dimension, codeOf } of finders) {
      const code = codeOf(account, path, codes);
      if (code !== undefined && code !== SKIPPED) steps.push([dimension, code]);
    }
    return steps;
  };
  // What lies in several accounts, or on several days of the week, is one member all the same.
  const placed = new Map<string, { readonly step: KeyStep | undefined; readonly pieces: Piece[] }>();
  for (const node of nodes)
    for (const piece of piecesOf(pass, node, pass.slices)) {
      const steps = stepsTo(node.account, node.path, piece.slice);
      const key = keyOf(steps.map(([dimension, code]) => [dimension, tokenOf(dimension, code, names)]));
      const known = placed.get(key);
      if (known) known.pieces.push(piece);
      else placed.set(key, { step: steps.at(-1), pieces: [piece] });
    }
  return [...placed].flatMap(([key, { step, pieces }]) => {
    if (!step) return [];
    const slices = different(pieces, ({ slice }) => slice);
    const totals = (levels.length > 0 ? [] : slices).map((slice) => ({
      slice,
      pieces: pieces.filter((piece) => piece.slice === slice),
      accounts: media.filter((account) => keyOf(stepsTo(account, [], slice)) === key),
    }));
    const contributions = (bucket: number): Contribution[] =>
      levels.length > 0
        ? pieces.map((piece) => pieceContribution(piece, bucket))
        : totals.flatMap((total) => totalContribution(sums, total, bucket));
    const [channel = null, ...others] = different(pieces, ({ node }) => accounts[node.account]?.channel ?? null);
    const [dimension, code] = step;
    const isOutside = code === NONE;
    return [
      member({
        key,
        parent: parentOf(key) || null,
        kind: isOutside ? 'not broken down' : 'member',
        level: dimension,
        code: tokenOf(dimension, code, names),
        name: isOutside ? `Not broken down by ${dimension}` : names(dimension, code),
        note: slices.length === 1 ? cutNote(step, rows, slices[0]) : '',
        channel: others.length === 0 ? channel : null,
        depth: depthOf(key),
        contributions,
        pieces,
      }),
    ];
  });
}

/** What is told of things, each once; of most there is one. */
function different<T, U>(things: readonly T[], of: (thing: T) => U): U[] {
  const found: U[] = [];
  for (const thing of things) if (!found.includes(of(thing))) found.push(of(thing));
  return found;
}

type CodeFinder = (account: number, path: readonly number[], days: Slice['codes']) => number | string | undefined;

/** Finds the code of what lies in an account, at a path of levels, on some days. */
function codeFinder(dimension: string, levels: readonly string[], accounts: readonly AccountInfo[]): CodeFinder {
  if (isAccountDimension(dimension)) {
    const codes = accounts.map((info) => accountCode(dimension, info));
    return (account) => codes[account];
  }
  if (isDayDimension(dimension)) return (_, __, days) => days.get(dimension);
  const at = levels.indexOf(dimension);
  return (_, path) => path[at];
}

/** How many days of its own a week or month has in the period, where that is not all of them. */
function cutNote([dimension, code]: KeyStep, rows: readonly string[], slice: Slice | undefined): string {
  if ((dimension !== 'week' && dimension !== 'month') || rows.filter(isDayDimension).length > 1 || !slice) return '';
  const all = dimension === 'week' ? 7 : daysInMonth(Number(code));
  return slice.days < all ? `${slice.days} of ${all} days` : '';
}

export const member = (of: Pick<Member, 'key' | 'kind' | 'level' | 'name' | 'contributions' | 'pieces'> & Partial<Member>): Member => ({
  parent: null,
  code: null,
  note: '',
  channel: null,
  depth: 0,
  less: [],
  ...of,
});

function notMatchedMember(piece: Piece, level: string): Member {
  const { sums } = piece;
  const orderTerms = sums.terms.reduce((mask, term, at) => (isListed(term) ? mask | (1 << at) : mask), 0);
  return member({
    key: 'not matched',
    kind: 'not matched',
    level,
    name: 'Not matched to a campaign',
    pieces: [piece],
    contributions: (bucket) => {
      const all = notMatchedContribution(sums, bucket);
      return [{ ...all, parts: all.parts.map((part) => ({ ...part, mask: orderTerms })) }];
    },
  });
}

/** What a member has more (or less) than its parts, as a member of its own: so totals never move. */
function restMember({ key, channel }: Pick<Member, 'key' | 'channel'>, rest: Rest): Member {
  const own = key === '' ? 'rest' : `${key}/rest`;
  return member({
    ...rest,
    key: own,
    parent: key || null,
    kind: 'not broken down',
    name: `Not broken down by ${rest.level}`,
    channel,
    depth: depthOf(own),
  });
}
