import { type Figure, gap, value } from '../figure/figure';
import { compareFigures } from '../figure/order';
import { groupBy } from '../list/group-by';
import type { MetricId } from '../metric/metric';
import { isDayDimension } from '../question/dimensions';
import type { Page, Question, Sort } from '../question/question';
import { depthOf } from '../question/row-key';
import type { ComparisonRow, RowCell } from './comparison';
import type { Held } from './held';
import type { Member } from './member';
import type { Selection } from './selection';
import { MOST_MEMBERS, TooManyMembers } from './too-many';

/** What is asked of the members to be shown. */
export interface Arranging {
  readonly question: Question;
  readonly metrics: readonly MetricId[];
  readonly cells: (member: Member) => readonly RowCell[];
  /** One cell alone: what siblings are sorted by. */
  readonly cell: (member: Member, metric: MetricId) => RowCell;
  readonly heldOf: (member: Member) => Held | null;
}

/**
 * Puts members in the order asked for: parents before children, siblings sorted, what is not a member last. A page
 * holds the outermost members and those of the rows that are open, so many of each.
 */
export function arrange(
  members: readonly Member[],
  selection: Selection,
  { question, metrics, cells, cell, heldOf }: Arranging,
): ComparisonRow[] {
  const children = groupBy(selection.members, (member) => member.parent ?? '');
  const { page, sort } = question;
  const isOpen = opener(page);
  // Where spend is not asked for, members that only cost something have nothing to say.
  const tells = (member: Member): boolean => metrics.includes('spend') || tellsAnything(cells(member));
  const byOrder = orderOf(sort, cell, heldOf);
  const row = (member: Member, hasChildren: boolean, more: number): ComparisonRow =>
    rowOf(member, { cells: cells(member), held: heldOf(member), hasChildren, more });
  const rows: ComparisonRow[] = [];
  const visit = (parent: string): void => {
    const own = (children.get(parent) ?? []).filter(tells);
    const size = Math.min(own.length, page?.size ?? Infinity);
    if (rows.length + size > MOST_MEMBERS) throw new TooManyMembers(selection.members.length);
    const shown = byOrder(own).slice(0, size);
    for (const [at, member] of shown.entries()) {
      const hasChildren = (children.get(member.key) ?? []).some(tells);
      rows.push(row(member, hasChildren, at === shown.length - 1 ? own.length - shown.length : 0));
      if (isOpen(member.key)) visit(member.key);
    }
  };
  visit('');
  const [total, matched] = (['total', 'matched'] as const).map((kind) => members.find((member) => member.kind === kind));
  const totals = [total, matched && tells(matched) ? matched : undefined, shownMember(members, selection)];
  return [...totals.flatMap((each) => (each ? [row(each, false, 0)] : [])), ...rows];
}

const opener = (page: Page | null): ((key: string) => boolean) => {
  if (page === null || page.open === 'all') return () => true;
  const { open: levels } = page;
  if (typeof levels === 'number') return (key) => depthOf(key) < levels;
  const open = new Set(levels);
  return (key) => open.has(key);
};

/** Puts siblings in the order asked for; what is no member comes last. */
function orderOf(
  { by, of, direction }: Sort,
  cell: Arranging['cell'],
  heldOf: Arranging['heldOf'],
): (siblings: readonly Member[]) => Member[] {
  const figureOf = (member: Member): Figure => {
    if (by === 'target') {
      const met = heldOf(member)?.met;
      return met === undefined ? NO_FIGURE : value(met);
    }
    const { now, before, change } = cell(member, by);
    return { now, before, change: change?.figure }[of] ?? gap('not measured');
  };
  const up = direction === 'ascending' ? 1 : -1;
  return (siblings) => {
    const placed = siblings.map((member) => ({ member, figure: by === 'name' ? NO_FIGURE : figureOf(member) }));
    placed.sort((a, b) => {
      if (a.member.kind !== b.member.kind) return RANK[a.member.kind] - RANK[b.member.kind];
      if (by === 'name') return up * byName(a.member, b.member);
      return compareFigures(a.figure, b.figure, direction) || byName(a.member, b.member);
    });
    return placed.map(({ member }) => member);
  };
}

const NO_FIGURE: Figure = gap('not measured');

/** Days come in their order, all else by name. */
const byName = (a: Member, b: Member): number =>
  isDayDimension(a.level) ? Number(a.code) - Number(b.code) : a.name.localeCompare(b.name, 'en');

const tellsAnything = (cells: readonly RowCell[]): boolean =>
  cells.some(({ now, before }) => [now, before].some((figure) => figure !== null && !isNotMeasured(figure)));

const isNotMeasured = (figure: Figure): boolean => figure.kind === 'gap' && figure.gap === 'not measured';

/** The member that sums what a selection shows, or undefined where that is everything, or nothing. */
export function shownMember(members: readonly Member[], { hits, isPart }: Selection): Member | undefined {
  const total = members.find((member) => member.kind === 'total');
  if (!total || !isPart || hits.length === 0) return undefined;
  return {
    ...total,
    key: 'shown',
    kind: 'shown',
    name: 'Shown',
    contributions: (bucket) => hits.flatMap((hit) => hit.contributions(bucket)),
    pieces: hits.flatMap((hit) => hit.pieces),
    less: hits.flatMap((hit) => hit.less),
  };
}

const RANK: Record<Member['kind'], number> = { total: 0, matched: 0, shown: 1, member: 2, 'not broken down': 3, 'not matched': 4 };

/** A member as a row; `more` siblings come after it that the page does not hold. */
export function rowOf(member: Member, told: Pick<ComparisonRow, 'cells' | 'held' | 'hasChildren' | 'more'>): ComparisonRow {
  const { key, parent, kind, level, code, name, note, channel, depth } = member;
  return { key, parent, kind, level, code, name, note, channel, depth, ...told };
}
