import type { Figure } from '../figure/figure';
import { type Formula, termsOf } from '../formula/formula';
import type { Sums, Visitor } from '../grain/accumulate';
import { TermIndex } from '../grain/term-index';
import type { ClientTables } from '../grain/tables';
import { arrivalsOf } from '../maturity/arrivals';
import { type ClosedTerm, type Counting, termKey } from '../measure/term';
import type { Vocabulary } from '../measure/vocabulary';
import type { MetricId } from '../metric/metric';
import { bookOf, type MetricBook } from '../metric/metric-book';
import { judgedBy } from '../question/condition';
import { compileFilters, type Kept } from '../question/filter';
import type { Names } from '../question/names';
import { comparisonRange } from '../question/period';
import type { Question } from '../question/question';
import { COLUMN } from '../question/row-key';
import type { Day } from '../time/day';
import { type MeasuredIn, measuredIn, numberIn, promised, readsPlace } from './around';
import { shownMember } from './arrange';
import { countOf } from './chance';
import { acrossOf, type Across } from './across';
import { type Held, Holder } from './held';
import { type Member } from './member';
import { membersOf } from './members';
import { closedFormula, pledgesAsked } from './pledge';
import { TARGET_METRICS } from '../target/target';
import { type AskedBucket, type Passes, passesOf } from './passes';
import { select, type Selection } from './selection';
import { upTo as membersUpTo } from './up-to';

/** The terms all metrics need: also spend, as coverage is a share of it, and the count behind each value, which says how sure it is. */
function termsFor(formulas: readonly Formula[], { measureTerm }: Vocabulary): ClosedTerm[] {
  const named = formulas.flatMap((each) => termsOf(each) as ClosedTerm[]);
  const counts = named.flatMap((term) => (term.kind === 'outcome' ? [countOf(term)] : []));
  const all: ClosedTerm[] = [measureTerm('spend'), ...named, ...counts];
  return [...new Map(all.map((term) => [termKey(term), term])).values()];
}

/** No question sums more terms: what is measured of them is one bit each. */
export const MOST_TERMS = 31;

/** How many terms some metrics sum together. */
export const termsNeeded = (book: MetricBook, metrics: readonly MetricId[], counting: Counting): number =>
  termsFor(
    metrics.map((metric) => closedFormula(book, metric, counting)),
    book.vocabulary,
  ).length;

/** What a question's filters keep; words that have become others are asked of by those. */
export const keptBy = (tables: ClientTables, { where }: Pick<Question, 'where'>, names: Names): Kept =>
  compileFilters(
    where.map((each) => ({ ...each, dimension: tables.vocabulary.idOf(each.dimension) })),
    tables,
    names,
  );

/** The rows that count for each term that is narrowed to some. */
function narrowedBy(tables: ClientTables, terms: readonly ClosedTerm[], names: Names): ReadonlyMap<string, Kept> {
  const narrowed = terms.flatMap((term) => (term.where ? [[termKey(term), term.where] as const] : []));
  return new Map(narrowed.map(([key, where]) => [key, keptBy(tables, { where }, names)]));
}

/** What must be worked out of every member: what is shown, and what members are judged by. */
export const metricsAsked = (question: Question, metrics: readonly MetricId[]): MetricId[] => [
  ...metrics,
  ...judgedBy(question),
  ...(question.columns ? [question.columns.metric] : []),
];

/** The sums behind a question, and its members. */
export interface Answer {
  readonly sums: Sums;
  readonly terms: TermIndex;
  readonly members: readonly Member[];
  readonly formulaOf: (metric: MetricId) => Formula;
  readonly measured: MeasuredIn;
  readonly kept: Kept;
  /** How a member stands to what its client was promised; null where that says nothing of it. */
  readonly heldOf: (member: Member) => Held | null;
  /** Members cut by what columns are by; null without such columns. */
  readonly across: Across | null;
}

interface Asked {
  readonly metrics: readonly MetricId[];
  readonly buckets: readonly AskedBucket[];
  /** Which of them lies before one; undefined where none does. By default none does. */
  readonly before?: ((bucket: number) => number | undefined) | undefined;
  /** Which of them follow one another up to one, itself the last. By default each stands for itself. */
  readonly upTo?: ((bucket: number) => readonly number[]) | undefined;
  readonly visit?: Visitor;
  /** The last finished day, which the age of recent click days is counted to. */
  readonly lastDay: Day;
}

/**
 * Sums what some metrics, and those that members are judged by, need into the members a question asks for, without
 * figures yet: table, series and trace are all made of these.
 */
export function answer(
  tables: ClientTables,
  question: Question,
  names: Names,
  { metrics, buckets, before = () => undefined, upTo = (bucket) => [bucket], visit, lastDay }: Asked,
): Answer {
  const { vocabulary } = tables;
  const book = bookOf(vocabulary);
  const formulas = new Map(metricsAsked(question, metrics).map((metric) => [metric, closedFormula(book, metric, question)]));
  const terms = termsFor([...formulas.values()], vocabulary);
  const rows = question.rows.map(vocabulary.idOf);
  const kept = keptBy(tables, question, names);
  const ask = { terms, narrowed: narrowedBy(tables, terms, names), ...kept };
  const passesBy = (split: readonly string[]): Passes => passesOf(tables, split, buckets, ask, visit);
  const passes = passesBy(rows);
  const members = membersOf(passes, rows, names);
  const found = { sums: passes(0).sums, terms: new TermIndex(terms), members };
  const holder = new Holder(found, {
    pledges: pledgesAsked(tables, question),
    arrivals: arrivalsOf(tables, question.period, lastDay),
    isFiltered: question.where.length > 0,
    countedFor: ({ target: { metric, countedBy, basis } }, of) => {
      const everything = of === 'everything' ? { rows: ['channel'], where: [] } : {};
      const asked = { ...question, countedBy, basis, having: [], columns: null, comparison: null, ...everything };
      return answer(tables, asked, names, {
        metrics: [metric, TARGET_METRICS[metric].count],
        buckets: bucketsFor(asked, lastDay),
        lastDay,
      });
    },
  });
  const across = question.columns && acrossOf({ rows, by: vocabulary.idOf(question.columns.by), members, names, passesBy });
  const named = (key: string): Member | undefined => memberNamed({ members, across }, NOT_SELECTED, key);
  return {
    ...found,
    measured: measuredIn(found.terms, {
      formulas: [...formulas.values()],
      before,
      upTo,
      membersUpTo: (member) => membersUpTo(member, { members, across }, named),
      target: (metric) => promised(tables, question, metric),
      clientNumber: (of, bucket) => numberIn(tables, of, buckets[bucket] ?? question.period),
      named,
    }),
    heldOf: (member) => holder.of(member),
    kept,
    across,
    formulaOf: (metric) => formulas.get(metric) ?? closedFormula(book, metric, question),
  };
}

/** What a metric of a member comes to in a bucket asked for. */
export const figureIn = ({ measured, formulaOf }: Answer, member: Member, metric: MetricId, bucket: number): Figure =>
  measured(member, bucket).figure(formulaOf(metric));

/** The members that the question shows; the first bucket of the answer is its period. */
export const selectionOf = (found: Answer, question: Question): Selection =>
  select(found.members, question, (member, metric) => figureIn(found, member, metric, 0), found.heldOf);

/** Totals and members are there whatever is selected. */
export const NOT_SELECTED = (): never => {
  throw new Error('Only what is shown asks for the selection');
};

const keyed = new WeakMap<readonly Member[], ReadonlyMap<string, Member>>();

/** The members of an answer by their keys. */
function byKey(members: readonly Member[]): ReadonlyMap<string, Member> {
  const known = keyed.get(members) ?? new Map(members.map((each) => [each.key, each]));
  keyed.set(members, known);
  return known;
}

/** The member of a row key, `shown` for what a selection keeps; undefined where there is none. */
export function memberNamed(
  { members, across }: Pick<Answer, 'members' | 'across'>,
  selection: () => Selection,
  key: string,
): Member | undefined {
  const [row = '', column] = key.split(COLUMN);
  if (column !== undefined) {
    const own = memberNamed({ members, across }, selection, row);
    return own && across?.cut(own, column, selection);
  }
  if (key === 'shown') return shownMember(members, selection());
  // Where a metric counts no orders, all of it is matched.
  return byKey(members).get(key) ?? (key === 'matched' ? members.find(({ kind }) => kind === 'total') : undefined);
}

/**
 * By click date the earlier period is counted at the same age as the later one: only the sales it
 * had when as many days had passed since its last click (calculations, chapter 8).
 */
export function bucketsFor({ period, comparison }: Question, lastDay: Day): AskedBucket[] {
  // Sales of a day that has not ended are not known as a whole. A metric may count by click date in any question.
  const now = { ...period, knownBy: lastDay };
  if (!comparison) return [now];
  const earlier = Math.max(0, period.to - comparison.to);
  return [now, { ...comparison, shift: period.from - comparison.from, knownBy: lastDay - earlier }];
}

/** The days a question asks for as buckets; what was before is among them where it is compared, or where a metric reads it. */
export function periodsFor(
  question: Question,
  metrics: readonly MetricId[],
  book: MetricBook,
  lastDay: Day,
): Pick<Asked, 'buckets' | 'before'> {
  const isRead = metrics.some((metric) => readsPlace(book.named(metric).formula, 'previous'));
  const usual = isRead ? (comparisonRange(question.period, { mode: 'before' }) ?? null) : null;
  const buckets = bucketsFor({ ...question, comparison: question.comparison ?? usual }, lastDay);
  return { buckets, before: (bucket) => (bucket === 0 && buckets.length > 1 ? 1 : undefined) };
}
