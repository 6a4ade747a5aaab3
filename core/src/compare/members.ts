import type { Sums } from '../grain/accumulate';
import type { Contribution } from '../grain/contribution';
import { NONE } from '../rows/coding';
import { type ClientTables, SKIPPED } from '../grain/tables';
import { groupBy } from '../list/group-by';
import { accountCode, isAccountDimension, isDayDimension, isRowDimension } from '../question/dimensions';
import { type Names, tokenOf } from '../question/names';
import { depthOf, keyOf, parentOf, type KeyStep } from '../question/row-key';
import { daysInMonth } from '../time/day';
import type { Pass, Passes, Slice } from './passes';
import { type Member, member } from './member';
import { hasAmounts, type Piece, pieceContribution, totalContribution } from './piece';
import { notMatchedMember, unmatchedPieces, withUnmatched } from './unmatched';
import { remainderOf, type Rest } from './remainder';

/** The members of an answer: all, and below that whatever the rows asked for open into. */
export function membersOf(passes: Passes, rows: readonly string[], names: Names): Member[] {
  const whole = passes(0);
  const { sums } = whole;
  const [everything] = whole.slices;
  if (!everything) return [];
  const campaigns = sums.campaigns.all().flatMap((node) => piecesOf(whole, node, [everything]));
  const media = mediaOf(whole);
  const clients = [...sums.notMatched.keys()];
  const unmatched = unmatchedPieces(sums, [everything], clients);
  const matched = (bucket: number): Contribution[] =>
    totalContribution(sums, { slice: everything, pieces: campaigns, accounts: media }, bucket);
  const total = member({ key: 'total', kind: 'total', level: 'total', name: 'Total', contributions: matched, pieces: campaigns });
  const members = [withUnmatched(total, unmatched)];
  // What the ads brought, apart from what came anyway: both are told wherever there is a difference.
  if (unmatched.length > 0)
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
    return rest ? [restMember(own, rest, outsideName(rest.level, sums.plan.tables))] : [];
  });
  if (rows[0] === 'client') return [...members, ...ofClients(sums, [...tree, ...rests], everything, rows)];
  const outside = { key: 'not matched', parent: null, level: rows[0] ?? 'total', depth: 0 };
  return [...members, ...tree, ...rests, ...(unmatched.length > 0 ? [notMatchedMember(sums, unmatched, outside)] : [])];
}

/** Where rows begin with clients, orders that lead to no campaign lie in the client whose they are. */
function ofClients(sums: Sums, members: readonly Member[], everything: Slice, rows: readonly string[]): Member[] {
  return members.flatMap((own) => {
    if (own.parent !== null || own.level !== 'client') return [own];
    const client = sums.plan.tables.clients.findIndex(({ id }) => id === own.code);
    const pieces = unmatchedPieces(sums, [everything], [client]);
    if (pieces.length === 0) return [own];
    const level = rows[1];
    const inside =
      level === undefined ? [] : [notMatchedMember(sums, pieces, { key: `${own.key}/not matched`, parent: own.key, level, depth: 1 })];
    return [withUnmatched(own, pieces), ...inside];
  });
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
  const finders = rows.map((dimension) => ({ dimension, codeOf: codeFinder(dimension, levels, sums.plan.tables) }));
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
        name: isOutside ? outsideName(dimension, sums.plan.tables) : names(dimension, code),
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
function codeFinder(dimension: string, levels: readonly string[], { accounts, clients }: ClientTables): CodeFinder {
  if (isAccountDimension(dimension)) {
    const codes = accounts.map((info) => accountCode(dimension, info, clients));
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

/** What is called what no report tells a dimension of. */
const outsideName = (dimension: string, { vocabulary }: ClientTables): string =>
  `Not broken down by ${vocabulary.groupingLabel(dimension) ?? dimension}`;

/** What a member has more (or less) than its parts, as a member of its own: so totals never move. */
function restMember({ key, channel }: Pick<Member, 'key' | 'channel'>, rest: Rest, name: string): Member {
  const own = key === '' ? 'rest' : `${key}/rest`;
  return member({
    ...rest,
    key: own,
    parent: key || null,
    kind: 'not broken down',
    name,
    channel,
    depth: depthOf(own),
  });
}
