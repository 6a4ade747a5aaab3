import { countingAt } from './counting-reader';
import { Cursor } from './cursor';
import {
  type Call,
  CALLS,
  COMPARING,
  fixFormula,
  type Formula,
  narrowFormula,
  number,
  operation,
  type Operator,
  type Place,
  PLACES,
  soonFormula,
  termsOf,
} from './formula';
import { FilterReader } from './filter-reader';
import { isAdditive, timesNumber } from './linear';
import { NameReader } from './name-reader';
import type { Part } from './part';
import { type Mend, mend, refuse } from './problem';
import type { Span, Token } from './tokens';
import { combined, type Nature, natureText, NOTHING, quantityOf, together } from './units';
import type { FormulaWords } from './words';

/** Parentheses and the like inside each other. */
const MOST_DEPTH = 40;
const MOST_DECIMALS = 6;
const MOST_WITHIN = 400;

/** Reads one formula by recursive descent; each token is looked at a limited number of times. */
export class Reader {
  private readonly cursor: Cursor;
  private readonly names: NameReader;
  private readonly filters: FilterReader;
  private depth = 0;

  constructor(
    text: string,
    private readonly words: FormulaWords,
  ) {
    this.cursor = new Cursor(text);
    this.names = new NameReader(this.cursor, words);
    this.filters = new FilterReader(this.cursor, words);
  }

  whole(): Part {
    if (this.cursor.atEnd()) refuse('Write what is to be calculated.', this.cursor.next);
    const part = this.figure(this.either());
    if (!this.cursor.atEnd()) this.refuseNext();
    return part;
  }

  /** What operators say of what stands before and behind them, from the left. */
  private chain(read: () => Part, operators: readonly Operator[], join: (left: Part, operator: Operator, right: Part) => Part): Part {
    let left = read();
    for (let operator = this.cursor.tookOperator(operators); operator; operator = this.cursor.tookOperator(operators))
      left = { ...join(left, operator, read()), from: left.from, to: this.cursor.taken };
    return left;
  }

  private readonly either = (): Part => this.deeper(() => this.chain(this.both, ['or'], this.logic));
  private readonly both = (): Part => this.chain(this.negated, ['and'], this.logic);
  private readonly logic = (left: Part, operator: Operator, right: Part): Part => ({
    ...left,
    formula: operation(this.truth(left).formula, operator, this.truth(right).formula),
  });

  private readonly negated = (): Part => {
    const { from } = this.cursor.next;
    if (!this.cursor.tookWords(['not'])) return this.compared();
    const of = this.deeper(() => this.truth(this.negated()));
    return { ...of, formula: { kind: 'not', of: of.formula }, from };
  };

  private compared(): Part {
    const left = this.sum();
    const operator = this.cursor.tookOperator(COMPARING);
    return operator ? { ...this.alike(left, operator, this.sum(), 'compared'), nature: 'truth' } : left;
  }

  private readonly sum = (): Part =>
    this.chain(this.product, ['+', '-'], (left, operator, right) => this.alike(left, operator, right, 'added'));

  /** Two figures that must be of one nature. */
  private alike(first: Part, operator: Operator, second: Part, done: string): Part {
    const [left, right] = [this.figure(first), this.figure(second)];
    const span = { from: left.from, to: right.to };
    const nature = together(left.nature, right.nature);
    if (nature !== undefined) return { ...span, formula: operation(left.formula, operator, right.formula), nature };
    const [a, b] = [left, right].map((part) => `“${this.cursor.said(part)}” is ${natureText(part.nature)}`);
    return refuse(`${a} and ${b}: they cannot be ${done}.`, span, this.mends(left, right));
  }

  /** Where money meets a number of things, what they are worth may have been meant. */
  private mends(...parts: readonly Part[]): Mend[] {
    if (!parts.some(({ nature }) => quantityOf(nature)?.money === 1)) return [];
    return parts.flatMap((part) => {
      if (part.formula.kind !== 'term' || quantityOf(part.nature)?.count !== 1) return [];
      const { term } = part.formula;
      if (term.kind === 'outcome') return [mend(part, `value of ${term.outcome.name}`)];
      return term.measure.id === 'clicks' && this.words.formulaOf('CPC') ? [mend(part, `${this.cursor.said(part)} × CPC`)] : [];
    });
  }

  private readonly product = (): Part =>
    this.chain(this.signed, ['*', '/'], (left, operator, right) => {
      const [a, b] = [this.figure(left), this.figure(right)];
      const formula = (operator === '*' ? byRow(a.formula, b.formula) : undefined) ?? operation(a.formula, operator, b.formula);
      return { ...a, formula, nature: combined(a.nature, b.nature, operator === '*' ? 1 : -1) };
    });

  private readonly signed = (): Part => {
    const { from } = this.cursor.next;
    if (!this.cursor.tookSign('-')) return this.counted();
    const of = this.figure(this.deeper(this.signed));
    return { ...of, from, formula: of.formula.kind === 'number' ? number(-of.formula.value) : operation(number(-1), '*', of.formula) };
  };

  /** A part with what follows it: who counts, by which day, how soon, and of which rows alone. */
  private counted(): Part {
    let part = this.primary();
    for (;;) {
      const { formula } = part;
      const counting = countingAt(this.cursor);
      const within = counting ? undefined : this.within(part);
      const filter = counting || within !== undefined ? undefined : this.filters.next();
      if (counting) part = { ...part, formula: fixFormula(formula, counting) };
      else if (within !== undefined) part = { ...part, formula: soonFormula(formula, within) };
      else if (filter) part = { ...this.figure(part), formula: narrowFormula(formula, filter) };
      else return part;
      part = { ...part, to: this.cursor.taken };
    }
  }

  /** How many days after the click outcomes count; undefined where that is not said. */
  private within(part: Part): number | undefined {
    if (!this.cursor.tookWords(['within'])) return undefined;
    const { next } = this.cursor;
    if (!termsOf(part.formula).some(({ kind }) => kind === 'outcome'))
      return refuse('“within” is said of outcomes: count of purchase within 14 days.', part);
    if (next.kind !== 'number' || !Number.isInteger(next.value) || next.value > MOST_WITHIN)
      return refuse(`“within” is followed by a whole number of days, at most ${MOST_WITHIN}.`, next);
    this.cursor.take();
    if (!this.cursor.tookWords(['days']) && !this.cursor.tookWords(['day']))
      refuse('“days” is missing here: within 14 days.', this.cursor.next);
    return next.value;
  }

  private primary(): Part {
    const { next } = this.cursor;
    switch (next.kind) {
      case 'number':
        return this.literal(next);
      case 'quoted':
        return this.names.quoted(next.text);
      case 'word':
        return this.keyword() ?? this.names.next();
      case 'sign':
        return this.cursor.tookSign('(') ? this.grouped(next) : refuse(`Something is missing before “${next.text}”.`, next);
      case 'unknown':
        return refuseSign(next);
      case 'end':
        return refuse('Something is missing at the end.', { from: Math.max(0, next.from - 1), to: next.to });
    }
  }

  private literal({ value, from }: Token & { kind: 'number' }): Part {
    this.cursor.take();
    const { next } = this.cursor;
    const isShare = next.kind === 'unknown' && next.text === '%';
    if (isShare) this.cursor.take();
    return { formula: number(isShare ? value / 100 : value), nature: 'written', from, to: this.cursor.taken };
  }

  private grouped({ from }: Span): Part {
    const part = this.either();
    this.close(from);
    return { ...part, from, to: this.cursor.taken };
  }

  private keyword(): Part | undefined {
    const { from } = this.cursor.next;
    const part = this.keywordAt(from);
    return part && { ...part, to: this.cursor.taken };
  }

  private keywordAt(from: number): Part | undefined {
    const { cursor } = this;
    const part = { from, to: from };
    if (cursor.tookWords(['when'])) return this.when(from);
    if (cursor.tookWords(['too', 'little', 'data']))
      return { ...part, formula: { kind: 'gap', gap: 'too little data' }, nature: 'written' };
    const call = CALLS.find((each) => cursor.tookBeforeParenthesis(each.split(' ')));
    if (call) return this.call(call, from);
    const place = PLACES.find((each) => cursor.tookBeforeParenthesis(each.split(' ')));
    return place && this.place(place, from);
  }

  private when(from: number): Part {
    const test = this.truth(this.either());
    this.expect('then');
    const then = this.figure(this.either());
    this.expect('otherwise');
    const otherwise = this.figure(this.either());
    const nature = together(then.nature, otherwise.nature);
    if (nature !== undefined)
      return {
        formula: { kind: 'when', test: test.formula, then: then.formula, otherwise: otherwise.formula },
        nature,
        from,
        to: otherwise.to,
      };
    const [so, not] = [natureText(then.nature), natureText(otherwise.nature)];
    return refuse(`It is ${so} if so and ${not} otherwise: both must be of one kind.`, { from: then.from, to: otherwise.to });
  }

  private call(call: Call, from: number): Part {
    const parts = this.list();
    const span = { from, to: this.cursor.taken };
    const [first, second] = parts;
    const formula: Formula = { kind: 'call', call, of: parts.map((part) => part.formula) };
    if (call === 'rounded') {
      const decimals = second?.formula.kind === 'number' ? second.formula.value : second ? NaN : 0;
      if (!first || parts.length > 2) return refuse('“rounded” takes a figure and how many decimals it keeps.', span);
      if (!(Number.isInteger(decimals) && decimals >= 0 && decimals <= MOST_DECIMALS))
        return refuse(`How many decimals are kept is a whole number from 0 to ${MOST_DECIMALS}.`, second ?? span);
      return { ...span, formula, nature: first.nature };
    }
    if (parts.length < 2) return refuse(`“${call}” needs two figures at least, with a comma between them.`, span);
    const nature = parts.reduce(
      (so: Nature, part) =>
        together(so, part.nature) ??
        refuse(`“${this.cursor.said(part)}” is ${natureText(part.nature)}, what stands before it ${natureText(so)}.`, part),
      'written',
    );
    return { ...span, formula, nature };
  }

  private place(place: Place, from: number): Part {
    const [of, more] = this.list();
    const span = { from, to: this.cursor.taken };
    if (!of || more) return refuse(`“${place}” takes one figure in its parentheses.`, span);
    const formula: Formula = { kind: 'place', place, of: of.formula };
    if (place === 'previous' || place === 'cumulative') return { ...span, formula, nature: of.nature };
    if (!isAdditive(of.formula)) refuse(`Only what adds up can be a share of something; “${this.cursor.said(of)}” does not.`, of);
    return { ...span, formula, nature: NOTHING };
  }

  /** Figures in parentheses, with commas between them. */
  private list(): Part[] {
    const { from } = this.cursor.next;
    this.cursor.take();
    const parts = [this.figure(this.either())];
    while (this.cursor.tookSign(',')) parts.push(this.figure(this.either()));
    this.close(from);
    return parts;
  }

  private refuseNext(): never {
    const { next } = this.cursor;
    if (next.kind === 'sign' && next.text === ')') return refuse('This parenthesis closes nothing.', next);
    if (next.kind === 'unknown') return refuseSign(next);
    return refuse(`An operator (+ − × /) is missing before “${this.cursor.said(next)}”.`, next);
  }

  /** A part that is a figure. */
  private figure(part: Part): Part {
    const { cursor } = this;
    if (part.nature === 'truth')
      return refuse(`“${cursor.said(part)}” is so or not, which is no figure. Say: when … then … otherwise …`, part);
    if (part.nature === 'grade') return refuse(`“${cursor.said(part)}” has an order, but is no number to calculate with.`, part);
    return part;
  }

  private truth(part: Part): Part {
    if (part.nature === 'truth') return part;
    return refuse(`“${this.cursor.said(part)}” is ${natureText(part.nature)}; here stands what is so or not, like clicks > 100.`, part);
  }

  private expect(word: string): void {
    if (!this.cursor.tookWords([word])) refuse(`“${word}” is missing here: when … then … otherwise …`, this.cursor.next);
  }

  private close(from: number): void {
    if (this.cursor.tookSign(')')) return;
    if (this.cursor.atEnd()) refuse('This parenthesis is not closed.', { from, to: from + 1 });
    this.refuseNext();
  }

  private deeper(read: () => Part): Part {
    if (++this.depth > MOST_DEPTH)
      refuse(`More than ${MOST_DEPTH} parentheses or conditions lie in each other here. Make a metric of a part of it.`, this.cursor.next);
    const part = read();
    this.depth--;
    return part;
  }
}

const refuseSign = (token: Token & { kind: 'unknown' }): never => refuse(`“${token.text}” means nothing in a formula.`, token);

/** A number of the client's changes with the days: it multiplies the rows of a sum, where there is one. */
function byRow(left: Formula, right: Formula): Formula | undefined {
  if (left.kind === 'client number') return timesNumber(right, left.of);
  return right.kind === 'client number' ? timesNumber(left, right.of) : undefined;
}
