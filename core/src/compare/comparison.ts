import type { Interval } from '../evidence/interval';
import type { Figure } from '../figure/figure';
import { type Formula, termsOf } from '../formula/formula';
import type { Measured } from '../grain/measured';
import type { WithoutClickDay } from '../grain/orders';
import type { ClientTables } from '../grain/tables';
import { arrivalsOf } from '../maturity/arrivals';
import { SETTLED } from '../maturity/maturity';
import type { ClosedOutcomeTerm, ClosedTerm } from '../measure/term';
import type { MetricId } from '../metric/metric';
import { bookOf } from '../metric/metric-book';
import { judgedBy } from '../question/condition';
import type { Names } from '../question/names';
import type { Question } from '../question/question';
import type { Day } from '../time/day';
import { answer, type Answer, periodsFor, selectionOf } from './answer';
import { arrange, rowOf } from './arrange';
import { type Change, changeBetween } from './change';
import { doubtOf } from './doubt';
import type { Held } from './held';
import { keptSpend, type KeptSpend } from './kept';
import { acrossTable, type AcrossTable } from './across-table';
import { campaignsOf, isTotal, type Member, type RowHead } from './member';
import { untold } from './untold';

export interface RowCell {
  readonly now: Figure;
  readonly before: Figure | null;
  /** Null when nothing is compared. */
  readonly change: Change | null;
  /** Between which it surely lies, where that is far from it; null where it is near. */
  readonly doubt: Interval | null;
}

export interface ComparisonRow extends RowHead {
  readonly hasChildren: boolean;
  /** Siblings that come after it and that the page does not hold. */
  readonly more: number;
  /** How it stands to what its client was promised; null where that says nothing of it. */
  readonly held: Held | null;
  readonly cells: readonly RowCell[];
}

export interface ComparisonTable {
  readonly metrics: readonly MetricId[];
  /** Parents before children, siblings in the order asked for; the totals come first. */
  readonly rows: readonly ComparisonRow[];
  /** One metric in further columns; null where none are asked for. */
  readonly across: AcrossTable | null;
  /** Members that could not be judged by what is asked of them, and are not shown. */
  readonly unknown: number;
  readonly withoutClickDay: readonly WithoutClickDay[];
  /** Dimensions asked of at once that no report tells together; null where there are none. */
  readonly untold: readonly string[] | null;
  /** What the filters do with the spend of the period; null without filters. */
  readonly kept: KeptSpend | null;
  /** By click date: share of the outcomes of the period's clicks that has arrived; null where not known. */
  readonly arrived: number | null;
}

/**
 * Answers a comparison: members as a tree, every metric of the set, with its change. `lastDay` is
 * the last finished day, which the age of recent click days is counted to.
 */
export const compare = (tables: ClientTables, question: Question, names: Names, lastDay: Day): ComparisonTable =>
  tableOf(prepare(tables, question, names, { lastDay }), question);

/** What a question asks of the sums, apart from what it asks of the members made of them. */
export const sumsAsked = ({ named: _, sort, page: __, having, ...sums }: Question): unknown => ({
  ...sums,
  judged: judgedBy({ having }),
  isHeld: sort.by === 'target' || having.some(({ kind }) => kind === 'target'),
});

/** The table of a question whose sums are there: they are those of every question that asks the same of them (see sumsAsked). */
export function tableOf({ found, cell, cells, ...table }: Prepared, question: Question): ComparisonTable {
  const selection = selectionOf(found, question);
  const rows = arrange(found.members, selection, { question, metrics: table.metrics, cell, cells, heldOf: found.heldOf });
  const across = question.columns && acrossTable(found, question, rows, selection, cell);
  return { ...table, unknown: selection.unknown, rows, across };
}

/** The same of the totals alone, however many members there are. */
export function totalsOf(tables: ClientTables, question: Question, names: Names, lastDay: Day): ComparisonTable {
  const {
    found,
    cell: _,
    cells,
    ...table
  } = prepare(tables, { ...question, rows: ['channel'], having: [], columns: null }, names, { lastDay });
  const totals = found.members.filter(({ kind }) => isTotal(kind));
  return {
    ...table,
    unknown: 0,
    across: null,
    rows: totals.map((each) => rowOf(each, { cells: cells(each), held: found.heldOf(each), hasChildren: false, more: 0 })),
  };
}

/** Sums with the cells that can be had of them. */
export interface Prepared extends Omit<ComparisonTable, 'rows' | 'unknown' | 'across'> {
  readonly found: Answer;
  /** A cell of a member, worked out when it is asked for. */
  readonly cell: (member: Member, metric: MetricId) => RowCell;
  /** All of them, by metric of the set. */
  readonly cells: (member: Member) => readonly RowCell[];
}

/** Of `metrics`; without them of those of its set. */
export function prepare(
  tables: ClientTables,
  question: Question,
  names: Names,
  { lastDay, metrics: own }: { readonly lastDay: Day; readonly metrics?: readonly MetricId[] | undefined },
): Prepared {
  const book = bookOf(tables.vocabulary);
  const metrics = own ?? book.set(question.metricSet)?.metrics ?? [];
  const found = answer(tables, question, names, { metrics, ...periodsFor(question, metrics, book, lastDay), lastDay });
  const outcome = book.outcomeOf(question.metricSet);
  const arrivals = arrivalsOf(tables, question.period, lastDay);
  const late = new Map(
    [...metrics, question.columns?.metric ?? 'spend'].map((metric) => [metric, claimedByClick(found.formulaOf(metric))]),
  );
  const isCompared = question.comparison !== null;
  const partsOf = (member: Member): Parts => ({
    now: found.measured(member, 0),
    before: isCompared ? found.measured(member, 1) : null,
  });
  const ownCampaigns = once(campaignsOf);
  const cellOf = (member: Member, { now, before }: Parts, metric: MetricId): RowCell => {
    const formula = found.formulaOf(metric);
    const told = { now: now.figure(formula), doubt: doubtOf(formula, now) };
    if (!before) return { ...told, before: null, change: null };
    const change = changeBetween(formula, now, before);
    const isSettled = (late.get(metric) ?? []).every((term) => (arrivals.of(term, ownCampaigns(member))?.share ?? 1) >= SETTLED);
    return {
      ...told,
      before: before.figure(formula),
      change: isSettled ? change : { ...change, beyondChance: false },
    };
  };
  const cell = (member: Member, metric: MetricId): RowCell => cellOf(member, partsOf(member), metric);
  // Only rows that are shown are kept: what others are sorted by is not asked for again.
  const cells = once((member: Member) => {
    const parts = partsOf(member);
    return metrics.map((metric) => cellOf(member, parts, metric));
  });
  return {
    metrics,
    found,
    cell,
    cells,
    withoutClickDay: found.sums.withoutClickDay,
    untold: untold(
      tables,
      question.rows.map(tables.vocabulary.idOf),
      question.where.map(({ dimension }) => tables.vocabulary.idOf(dimension)),
    ),
    kept: question.where.length > 0 ? keptSpend(tables, question.period, found.kept) : null,
    arrived:
      outcome && question.basis === 'click'
        ? (arrivals.of({ outcome, part: 'count', countedBy: question.countedBy })?.share ?? null)
        : null,
  };
}

/** What a member measured in the period, and in the one it is compared with. */
interface Parts {
  readonly now: Measured;
  readonly before: Measured | null;
}

/** Works something out of a member the first time it is asked for. */
function once<T>(of: (member: Member) => T): (member: Member) => T {
  const known = new Map<Member, T>();
  return (member) => {
    const own = known.get(member) ?? of(member);
    known.set(member, own);
    return own;
  };
}

/**
 * The outcomes of a metric that a channel claims by click date. It restates what it claims for recent
 * click days and does not say when each sale came, so that its earlier days cannot be counted at the same
 * age: changes are told only of members most of whose own outcomes have arrived.
 */
const claimedByClick = (formula: Formula): ClosedOutcomeTerm[] =>
  (termsOf(formula) as ClosedTerm[]).filter(
    (term): term is ClosedOutcomeTerm => term.kind === 'outcome' && term.countedBy === 'claims' && term.basis === 'click',
  );
