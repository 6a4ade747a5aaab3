import { type Figure, gap } from '../figure/figure';
import { compareFigures } from '../figure/order';
import { groupBy } from '../list/group-by';
import type { MetricId } from '../metric/metric';
import type { ComparisonRow, RowCell } from './comparison';
import type { Member } from './members';
import type { Question } from '../question/question';
import { isDayDimension } from '../question/dimensions';
import { ancestorsOf } from '../question/row-key';
import { MOST_MEMBERS, TooManyMembers } from './too-many';

/**
 * Puts members in the order asked for (parents before children, siblings sorted, what is not a
 * member last) and keeps those the filter names, with everything above and below them. A filter
 * adds a row that totals what it shows; the total of everything stays.
 */
export function arrange(
  members: readonly Member[],
  question: Question,
  metrics: readonly MetricId[],
  cells: (member: Member) => RowCell[],
): ComparisonRow[] {
  const total = members.find((member) => member.kind === 'total');
  const children = groupBy(
    members.filter(({ kind }) => !isTotal(kind)),
    (member) => member.parent ?? '',
  );
  const kept = keep(children, named(members, question.named));
  if (kept.length > MOST_MEMBERS) throw new TooManyMembers(kept.length);
  const figures = new Map(kept.map((member) => [member, cells(member)]));
  // Where spend is not asked for, members that only cost something have nothing to say.
  const tells = (own: readonly RowCell[]): boolean => metrics.includes('spend') || tellsAnything(own);
  const shown = new Set(kept.filter((member) => tells(figures.get(member) ?? [])));
  const sortAt = question.sort.by === 'name' ? -1 : metrics.indexOf(question.sort.by);
  const byOrder = (a: Member, b: Member): number => {
    if (a.kind !== b.kind) return RANK[a.kind] - RANK[b.kind];
    if (sortAt < 0) return (question.sort.direction === 'ascending' ? 1 : -1) * byName(a, b);
    const figureOf = (member: Member): Figure => figures.get(member)?.[sortAt]?.now ?? gap('not measured');
    return compareFigures(figureOf(a), figureOf(b), question.sort.direction) || byName(a, b);
  };
  const rows: ComparisonRow[] = [];
  const visit = (parent: string): void => {
    for (const member of (children.get(parent) ?? []).filter((each) => shown.has(each)).sort(byOrder)) {
      rows.push(
        rowOf(
          member,
          figures.get(member) ?? [],
          (children.get(member.key) ?? []).some((child) => shown.has(child)),
        ),
      );
      visit(member.key);
    }
  };
  visit('');
  const matched = members.find((member) => member.kind === 'matched' && tells(cells(member)));
  const totals = [total, matched, shownMember(members, question.named)].flatMap((each) => (each ? [rowOf(each, cells(each), false)] : []));
  return [...totals, ...rows];
}

/** Days come in their order, all else by name. */
const byName = (a: Member, b: Member): number =>
  isDayDimension(a.level) ? Number(a.code) - Number(b.code) : a.name.localeCompare(b.name, 'en');

const tellsAnything = (cells: readonly RowCell[]): boolean =>
  cells.some(({ now, before }) => [now, before].some((figure) => figure !== null && !isNotMeasured(figure)));

const isNotMeasured = (figure: Figure): boolean => figure.kind === 'gap' && figure.gap === 'not measured';

/** The member that sums what a filter shows, or undefined without a filter. */
export function shownMember(members: readonly Member[], filter: string): Member | undefined {
  const total = members.find((member) => member.kind === 'total');
  if (!total || filter.trim() === '') return undefined;
  const hits = named(members, filter);
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
export const isTotal = (kind: Member['kind']): boolean => kind === 'total' || kind === 'matched';

export function rowOf(member: Member, cells: readonly RowCell[], hasChildren: boolean): ComparisonRow {
  const { key, parent, kind, level, code, name, channel, depth } = member;
  return { key, parent, kind, level, code, name, channel, depth, hasChildren, cells };
}

/** Members the filter names, none inside another, so that their sum counts nothing twice. */
function named(members: readonly Member[], filter: string): Member[] {
  const wanted = filter.trim().toLocaleLowerCase('en');
  const rows = members.filter(({ kind }) => !isTotal(kind));
  if (wanted === '') return rows.filter((member) => member.parent === null);
  const hits = rows.filter((member) => member.name.toLocaleLowerCase('en').includes(wanted));
  const keys = new Set(hits.map((hit) => hit.key));
  return hits.filter((hit) => !ancestorsOf(hit.key).some((key) => keys.has(key)));
}

function keep(children: ReadonlyMap<string, readonly Member[]>, hits: readonly Member[]): Member[] {
  const above = new Set(hits.flatMap((hit) => ancestorsOf(hit.key)));
  const hitKeys = new Set(hits.map((hit) => hit.key));
  const kept: Member[] = [];
  const visit = (parent: string, inside: boolean): void => {
    for (const member of children.get(parent) ?? []) {
      const hit = inside || hitKeys.has(member.key);
      if (hit || above.has(member.key)) {
        kept.push(member);
        visit(member.key, hit);
      }
    }
  };
  visit('', false);
  return kept;
}
