import type { Figure } from '../figure/figure';
import { closeFormula, type Formula, termsOf } from '../formula/formula';
import type { WithoutClickDay } from '../grain/orders';
import type { Sums, Visitor } from '../grain/accumulate';
import { type Contribution, Measured } from '../grain/measured';
import type { ClientTables } from '../grain/tables';
import { type ClosedOutcomeTerm, type ClosedTerm, type Counting, termKey } from '../measure/term';
import type { MetricId } from '../metric/metric';
import { bookOf, type MetricBook } from '../metric/metric-book';
import { arrivalsOf } from '../maturity/arrivals';
import type { Vocabulary } from '../measure/vocabulary';
import type { Day } from '../time/day';
import { compileFilters } from '../question/filter';
import type { Names } from '../question/names';
import { arrange, isTotal, rowOf, shownMember } from './arrange';
import { type Change, changeBetween, countOf } from './change';
import { type Member, membersOf, type RowHead } from './members';
import type { Question } from '../question/question';
import { type AskedBucket, passesOf } from './passes';

export interface RowCell {
  readonly now: Figure;
  readonly before: Figure | null;
  /** Null when nothing is compared. */
  readonly change: Change | null;
}

export interface ComparisonRow extends RowHead {
  readonly hasChildren: boolean;
  readonly cells: readonly RowCell[];
}

export interface ComparisonTable {
  readonly metrics: readonly MetricId[];
  /** Parents before children, siblings in the order asked for; the totals come first. */
  readonly rows: readonly ComparisonRow[];
  readonly withoutClickDay: readonly WithoutClickDay[];
  /** By click date: share of the outcomes of the period's clicks that has arrived; null where not known. */
  readonly arrived: number | null;
}

/** The terms all metrics need: also spend, as coverage is a share of it, and the count behind each value, which says how sure it is. */
function termsFor(formulas: readonly Formula[], { measureTerm }: Vocabulary): ClosedTerm[] {
  const named = formulas.flatMap((each) => termsOf(each) as ClosedTerm[]);
  const counts = named.flatMap((term) => (term.kind === 'outcome' ? [countOf(term)] : []));
  const all: ClosedTerm[] = [measureTerm('spend'), ...named, ...counts];
  return [...new Map(all.map((term) => [termKey(term), term])).values()];
}

export const closedFormula = (book: MetricBook, metric: MetricId, counting: Counting): Formula =>
  closeFormula(book.named(metric).formula, counting);

/** The sums behind a question, and its members. */
export interface Answer {
  readonly sums: Sums;
  readonly measured: Measured;
  readonly members: readonly Member[];
}

/** Sums what some metrics need into the members a question asks for, without figures yet: table, series and trace are all made of these. */
export function answer(
  tables: ClientTables,
  question: Question,
  names: Names,
  {
    metrics,
    buckets,
    visit,
  }: { readonly metrics: readonly MetricId[]; readonly buckets: readonly AskedBucket[]; readonly visit?: Visitor },
): Answer {
  const { vocabulary } = tables;
  const formulas = metrics.map((metric) => closedFormula(bookOf(vocabulary), metric, question));
  const terms = termsFor(formulas, vocabulary);
  const rows = question.rows.map(vocabulary.idOf);
  const passes = passesOf(tables, rows, buckets, { terms, ...compileFilters(question.where, tables.accounts, names) }, visit);
  return { sums: passes(0).sums, measured: new Measured(terms), members: membersOf(passes, rows, names) };
}

/** The member of a row key, `shown` for what the question's filter keeps; undefined where there is none. */
export function memberNamed(members: readonly Member[], { named }: Question, key: string): Member | undefined {
  if (key === 'shown') return shownMember(members, named);
  // Where a metric counts no orders, all of it is matched.
  return members.find((each) => each.key === key) ?? (key === 'matched' ? members.find(({ kind }) => kind === 'total') : undefined);
}

/**
 * Answers a comparison: members as a tree, every metric of the set, with its change. `lastDay` is
 * the last finished day, which the age of recent click days is counted to.
 */
export function compare(tables: ClientTables, question: Question, names: Names, lastDay: Day): ComparisonTable {
  const { members, cells, ...table } = figures(tables, question, names, lastDay);
  return { ...table, rows: arrange(members, question, table.metrics, cells) };
}

/** The same of the totals alone, however many members there are. */
export function totalsOf(tables: ClientTables, question: Question, names: Names, lastDay: Day): ComparisonTable {
  const { members, cells, ...table } = figures(tables, { ...question, rows: ['channel'] }, names, lastDay);
  return { ...table, rows: members.filter(({ kind }) => isTotal(kind)).map((each) => rowOf(each, cells(each), false)) };
}

interface Figures extends Omit<ComparisonTable, 'rows'> {
  readonly members: readonly Member[];
  /** The cells of a member, worked out when they are asked for. */
  readonly cells: (member: Member) => RowCell[];
}

function figures(tables: ClientTables, question: Question, names: Names, lastDay: Day): Figures {
  const book = bookOf(tables.vocabulary);
  const metrics = book.set(question.metricSet)?.metrics ?? [];
  const { sums, measured, members } = answer(tables, question, names, { metrics, buckets: bucketsFor(question, lastDay) });
  const outcome = book.outcomeOf(question.metricSet);
  const arrivals = arrivalsOf(tables, question.period, lastDay);
  const formulas = metrics.map((metric) => {
    const formula = closedFormula(book, metric, question);
    return { formula, late: claimedByClick(formula) };
  });
  const compared = question.comparison !== null;
  const cells = (member: Member): RowCell[] => {
    const now = member.contributions(0);
    const before = compared ? member.contributions(1) : null;
    const campaigns = new Set(member.pieces.flatMap(({ node }) => [...node.campaigns]));
    return formulas.map(({ formula, late }) => {
      const cell = cellOf(measured, formula, now, before);
      const settled = late.every((term) => (arrivals.of(term, campaigns)?.share ?? 1) >= SETTLED);
      return settled || !cell.change ? cell : { ...cell, change: { ...cell.change, beyondChance: false } };
    });
  };
  return {
    metrics,
    members,
    cells,
    withoutClickDay: sums.withoutClickDay,
    arrived:
      outcome && question.basis === 'click'
        ? (arrivals.of({ outcome, part: 'count', countedBy: question.countedBy })?.share ?? null)
        : null,
  };
}

function cellOf(measured: Measured, formula: Formula, now: Contribution[], before: Contribution[] | null): RowCell {
  const figure = measured.figure(formula, now);
  if (!before) return { now: figure, before: null, change: null };
  return { now: figure, before: measured.figure(formula, before), change: changeBetween(measured, formula, now, before) };
}

/**
 * By click date the earlier period is counted at the same age as the later one: only the sales it
 * had when as many days had passed since its last click (calculations, chapter 8).
 */
export function bucketsFor({ period, comparison, basis }: Question, lastDay: Day): AskedBucket[] {
  // Sales of a day that has not ended are not known as a whole.
  const now = basis === 'click' ? { ...period, knownBy: lastDay } : period;
  if (!comparison) return [now];
  const earlier = period.to - comparison.to;
  const before = { ...comparison, shift: period.from - comparison.from };
  return [now, basis === 'click' && earlier > 0 ? { ...before, knownBy: lastDay - earlier } : before];
}

/** Below this share of the late outcomes arrived, a claim by click date is no news yet. */
const SETTLED = 0.95;

/**
 * The outcomes of a metric that a channel claims by click date. It restates what it claims for recent
 * click days and does not say when each sale came, so that its earlier days cannot be counted at the same
 * age: changes are told only of members most of whose own outcomes have arrived.
 */
const claimedByClick = (formula: Formula): ClosedOutcomeTerm[] =>
  (termsOf(formula) as ClosedTerm[]).filter(
    (term): term is ClosedOutcomeTerm => term.kind === 'outcome' && term.countedBy === 'claims' && term.basis === 'click',
  );
