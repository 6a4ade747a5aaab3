import type { Cursor, NameWord } from './cursor';
import { type Formula, operation } from './formula';
import { natureOfFormula } from './nature-of';
import type { Part } from './part';
import { mend, refuse } from './problem';
import type { Span } from './tokens';
import type { FormulaWords, PartOf } from './words';

/** Words that end a name nobody knows. */
const RESERVED = new Set(['and', 'or', 'not', 'when', 'then', 'otherwise', 'by', 'as', 'where', 'within', 'of']);

/** Reads names: of measures, metrics and targets, and parts of outcomes. */
export class NameReader {
  constructor(
    private readonly cursor: Cursor,
    private readonly words: FormulaWords,
  ) {}

  /** The longest name that comes next. */
  next(): Part {
    const { from } = this.cursor.next;
    const run = this.cursor.words(this.words.longest);
    for (let length = run.length; length > 0; length--) {
      const name = joined(run.slice(0, length));
      const part = this.cursor.isAt(['of'], length) ? this.words.partOf(name) : undefined;
      if (part) {
        this.cursor.take(length + 1);
        return this.ofOutcome(part, from);
      }
      const named = this.named(name, { from, to: run[length - 1]?.to ?? from });
      if (named) {
        this.cursor.take(length);
        return named;
      }
    }
    const end = run.findIndex(({ text }) => RESERVED.has(text.toLowerCase()));
    const unknown = end < 0 ? run : run.slice(0, Math.max(1, end));
    return this.refuse(joined(unknown), { from, to: unknown.at(-1)?.to ?? from });
  }

  /** A name in quotes, which comes next. */
  quoted(name: string): Part {
    const { from, to } = this.cursor.next;
    const part = this.cursor.isAt(['of'], 1) ? this.words.partOf(name) : undefined;
    this.cursor.take(part ? 2 : 1);
    return part ? this.ofOutcome(part, from) : (this.named(name, { from, to }) ?? this.refuse(name, { from, to }));
  }

  /** What a name stands for; undefined for a name of nothing. */
  named(name: string, span: Span): Part | undefined {
    const formula = this.words.formulaOf(name);
    if (typeof formula === 'string') return refuse(formula, span);
    return formula && { ...span, formula, nature: natureOfFormula(formula) };
  }

  refuse(name: string, span: Span): never {
    const parts = name.split(/[-−]/);
    const isDifference = parts.length > 1 && parts.every((each) => this.words.formulaOf(each) !== undefined);
    const near = isDifference ? [parts.join(' − ')] : this.words.nearest(name, ['measure', 'metric', 'target', 'client number', 'part']);
    return refuse(
      `Nothing is called “${name}”.`,
      span,
      near.map((each) => mend(span, each)),
    );
  }

  private ofOutcome(part: PartOf, from: number): Part {
    const { next } = this.cursor;
    const run = next.kind === 'quoted' ? [next] : this.cursor.words(this.words.longest);
    for (let length = run.length; length > 0; length--) {
      const outcomes = this.words.outcomesOf(joined(run.slice(0, length)));
      if (!outcomes) continue;
      this.cursor.take(length);
      const span = { from, to: this.cursor.taken };
      const formulas = outcomes.map(part);
      const isOfPeople = formulas.some((each) => each.kind === 'term' && each.term.kind === 'outcome' && each.term.part === 'people');
      if (isOfPeople && formulas.length > 1) refuse('People behind several outcomes may be the same ones: name one outcome.', span);
      const formula = formulas.reduce((sum: Formula | undefined, each) => (sum ? operation(sum, '+', each) : each), undefined);
      if (formula) return { ...span, formula, nature: natureOfFormula(formula) };
    }
    return this.refuseOutcome();
  }

  private refuseOutcome(): never {
    const { next } = this.cursor;
    if (next.kind !== 'word' && next.kind !== 'quoted')
      return refuse('Name an outcome after “of”.', { from: this.cursor.taken - 2, to: this.cursor.taken });
    const near = this.words.nearest(next.text, ['outcome']);
    return refuse(
      `No outcome is called “${next.text}”.`,
      next,
      near.map((each) => mend(next, each)),
    );
  }
}

const joined = (words: readonly Pick<NameWord, 'text'>[]): string => words.map(({ text }) => text).join(' ');
