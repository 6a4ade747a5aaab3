import { between, type Figure } from '../figure/figure';
import { type Formula, nodesOf, ownTermsOf, spelledOut } from '../formula/formula';
import { natureOfFormula } from '../formula/nature-of';
import { unitsOf } from '../formula/units';
import { formulaText } from '../formula/write';
import type { Visit } from '../grain/accumulate';
import type { WithoutClickDay } from '../grain/orders';
import type { SumNode } from '../grain/node';
import type { Piece } from './piece';
import { isListed } from '../grain/source';
import { newestCover } from '../grain/known-cells';
import { NONE } from '../rows/coding';
import type { ClientTables } from '../grain/tables';
import { type Credited, isCredited } from '../measure/counted-by';
import type { OutcomeId } from '../measure/outcome';
import { type ClosedTerm, termKey, termScale, termText, termUnit } from '../measure/term';
import type { Adding } from '../measure/measure';
import type { MetricId } from '../metric/metric';
import { bookOf } from '../metric/metric-book';
import type { Unit } from '../figure/text';
import type { Day, DayRange } from '../time/day';
import type { Names } from '../question/names';
import { keptSpend, type KeptSpend } from './kept';
import { readsPlace } from './around';
import { answer, keptBy, memberNamed, periodsFor, selectionOf } from './answer';
import { closedFormula } from './pledge';
import type { Member } from './member';
import type { Filter } from '../question/filter';
import type { Question } from '../question/question';

/** What one feed put into a term: rows read, their sum in whole units, the imports they came with. */
export interface TraceSource {
  readonly feedId: number;
  readonly rows: number;
  readonly amount: Figure;
  readonly imports: readonly number[];
}

export interface TraceInput {
  readonly term: string;
  readonly unit: Unit;
  readonly figure: Figure;
  /** What of it the formula calculates with: a ratio, with the cells that measure all of it. */
  readonly used: Figure;
  readonly sources: readonly TraceSource[];
  /** What the filters of the term itself ask of, and what they do with the spend of the days; null without any. */
  readonly narrowed: { readonly fields: readonly string[]; readonly kept: KeptSpend } | null;
  /** What is credited, and how, where it is: its rows are then touches, each with its part of an outcome. */
  readonly credited: { readonly action: OutcomeId; readonly as: Credited } | null;
}

export interface Trace {
  readonly name: string;
  readonly figure: Figure;
  /** "value of purchase as ordered by sale date / spend" */
  readonly formula: string;
  readonly inputs: readonly TraceInput[];
  /** Lines of the imports behind it that could not be read: it is at least what the others say. */
  readonly unreadLines: number;
  /** Orders in the days looked at that carry no click date, when the figure is by click date. */
  readonly withoutClickDay: readonly WithoutClickDay[];
}

interface Tally {
  readonly adding: Adding;
  rows: number;
  least: number;
  most: number;
  readonly imports: Set<number>;
}

/**
 * How one figure of a comparison came about: the same sums once more, counting rows on the way.
 * Returns undefined when the question has no such row.
 */
export function trace(
  tables: ClientTables,
  question: Question,
  names: Names,
  { key, metric, lastDay }: { readonly key: string; readonly metric: MetricId; readonly lastDay: Day },
): Trace | undefined {
  const book = bookOf(tables.vocabulary);
  const metrics = [...(book.set(question.metricSet)?.metrics ?? []), metric];
  const formula = closedFormula(book, metric, question);
  const tallies = new Map<SumNode, Map<string, Tally>>();
  const answered = answer(tables, question, names, {
    metrics,
    ...periodsFor({ ...question, comparison: readsPlace(formula, 'previous') ? question.comparison : null }, metrics, book, lastDay),
    visit: (visit) => count(tallies, visit),
    lastDay,
  });
  const { sums } = answered;
  const found = memberNamed(answered, () => selectionOf(answered, question), key);
  if (!found) return undefined;
  const measured = answered.measured(found, 0);
  const used = measured.usedBy(formula);
  const terms = new Map(ownTermsOf(formula).map((term) => [termKey(term as ClosedTerm), term as ClosedTerm]));
  const inputs = [...terms.values()].map((term): TraceInput => {
    const at = sums.terms.findIndex((each) => termKey(each) === termKey(term));
    return {
      term: termText(term),
      unit: termUnit(term),
      figure: measured.figure({ kind: 'term', term }),
      used: used.figure({ kind: 'term', term }),
      sources: sourcesOf(tallies, found, at, termScale(term)),
      narrowed: term.where ? narrowedBy(tables, question, term.where, names) : null,
      credited: isListed(term) && isCredited(term.countedBy) ? { action: term.outcome.id, as: term.countedBy } : null,
    };
  });
  // What is read of other days, of a total, of a promise or of a number is told as it comes: its own rows are those of its own place.
  const elsewhere = nodesOf(formula).flatMap((part): TraceInput[] => {
    if (part.kind !== 'place' && part.kind !== 'target' && part.kind !== 'client number') return [];
    const [unit = 'number'] = unitsOf(natureOfFormula(part), true);
    const figure = measured.figure(part);
    return [{ term: formulaText(part), unit, figure, used: figure, sources: [], narrowed: null, credited: null }];
  });
  const byClick = [...terms.values()].some((term) => isListed(term) && term.basis === 'click');
  return {
    name: found.name,
    figure: measured.figure(formula),
    formula: formulaText(formula),
    inputs: [...inputs, ...elsewhere],
    unreadLines: unreadBehind(tables, inputs, found, question.period),
    withoutClickDay: byClick ? sums.withoutClickDay : [],
  };
}

function narrowedBy(tables: ClientTables, { period, where }: Question, own: readonly Filter[], names: Names): TraceInput['narrowed'] {
  const { has, dimension: named } = tables.vocabulary;
  return {
    fields: [...new Set(own.map(({ dimension }) => (has.dimension(dimension) ? named(dimension).label.toLowerCase() : dimension)))],
    kept: keptSpend(tables, period, keptBy(tables, { where: [...where, ...own] }, names)),
  };
}

/** Lines left out of the feeds a figure is made of, on its days and of its campaigns as far as they tell. */
function unreadBehind({ feeds, orders }: ClientTables, inputs: readonly TraceInput[], member: Member, { from, to }: DayRange): number {
  const used = new Set(inputs.flatMap(({ sources }) => sources.map(({ feedId }) => feedId)));
  const campaigns = new Set(member.pieces.flatMap(({ node }) => [...node.campaigns]));
  return [...feeds, ...orders]
    .filter(({ feedId }) => used.has(feedId))
    .flatMap(({ unread = [], covers }) => unread.filter(({ day, importId }) => day === null || newestCover(covers, NONE, day) === importId))
    .filter(({ day, campaign }) => (day === null || (day >= from && day <= to)) && (campaign === null || campaigns.has(campaign)))
    .reduce((sum, { lines }) => sum + lines, 0);
}

/** The formula with its numbers put in, as text: "£4,105 / £1,504"; `write` is given the text of each input. */
export const filledFormula = (formula: Formula, write: (input: string) => string): string =>
  formulaText(
    spelledOut(formula),
    (term) => write(termText(term)),
    (part) => write(formulaText(part)),
  );

function count(
  tallies: Map<SumNode, Map<string, Tally>>,
  { node, bucket, term, feedId, rows, imports, amount, most, adding }: Visit,
): void {
  let own = tallies.get(node);
  if (!own) {
    own = new Map();
    tallies.set(node, own);
  }
  const key = `${term} ${feedId} ${bucket}`;
  const tally = own.get(key) ?? emptyTally(adding);
  own.set(key, tally);
  include(tally, { least: amount, most });
  tally.rows += rows;
  for (const importId of imports) tally.imports.add(importId);
}

const emptyTally = (adding: Adding): Tally => ({ adding, rows: 0, least: 0, most: 0, imports: new Set() });

/** Takes an amount into a tally the way its measure combines: what cannot be added up is told as what is certain of it. */
function include(tally: Tally, { least, most }: Pick<Tally, 'least' | 'most'>, sign: 1 | -1 = 1): void {
  switch (tally.adding) {
    case 'adds':
    case 'weighted':
      tally.least += sign === 1 ? least : -most;
      tally.most += sign === 1 ? most : -least;
      break;
    case 'people':
    case 'trailing':
    case 'competing':
      tally.least = Math.max(tally.least, least);
      tally.most += most;
      break;
    case 'setting':
    case 'ordered':
      tally.least = tally.rows === 0 ? least : Math.min(tally.least, least);
      tally.most = tally.rows === 0 ? most : Math.max(tally.most, most);
  }
}

function sourcesOf(tallies: ReadonlyMap<SumNode, ReadonlyMap<string, Tally>>, member: Member, term: number, scale: number): TraceSource[] {
  const byFeed = new Map<number, Tally>();
  const collect = (pieces: readonly Piece[], sign: 1 | -1): void => {
    const own = pieces.flatMap(({ node, slice }) => [...(tallies.get(node) ?? [])].map(([key, tally]) => ({ key, tally, slice })));
    for (const { key, tally, slice } of own) {
      const [termAt, feedId, bucket = NONE] = key.split(' ').map(Number);
      if (termAt !== term || feedId === undefined || slice.buckets[0]?.includes(bucket) !== true) continue;
      const into = byFeed.get(feedId) ?? emptyTally(tally.adding);
      byFeed.set(feedId, into);
      include(into, tally, sign);
      into.rows += tally.rows;
      for (const importId of tally.imports) into.imports.add(importId);
    }
  };
  collect(member.pieces, 1);
  collect(member.less, -1);
  return [...byFeed].map(([feedId, { rows, least, most, imports }]) => ({
    feedId,
    rows,
    amount: between(least / scale, most / scale),
    imports: [...imports].sort((a, b) => a - b),
  }));
}
