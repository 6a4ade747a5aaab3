import type { Operator } from './formula';
import { type Span, type Token, tokensOf } from './tokens';

/** A word of a name, or a number in it. */
export interface NameWord extends Span {
  readonly text: string;
}

/** A place among the tokens of a formula that moves on as they are taken. */
export class Cursor {
  private readonly tokens: readonly Token[];
  private at = 0;

  constructor(readonly text: string) {
    this.tokens = tokensOf(text);
  }

  get next(): Token {
    return this.tokens[this.at] as Token;
  }

  atEnd(): boolean {
    return this.next.kind === 'end';
  }

  /** The character behind the token that was taken last. */
  get taken(): number {
    return this.tokens[this.at - 1]?.to ?? 0;
  }

  take(count = 1): void {
    this.at += count;
  }

  said = ({ from, to }: Span): string => this.text.slice(from, to);

  /** Whether these words come next, `skipping` so many tokens. */
  isAt(words: readonly string[], skipping = 0): boolean {
    return words.every((word, nth) => {
      const token = this.tokens[this.at + skipping + nth];
      return token?.kind === 'word' && token.text.toLowerCase() === word;
    });
  }

  /** Takes these words, if they come next. */
  tookWords(words: readonly string[]): boolean {
    const isThere = this.isAt(words);
    if (isThere) this.take(words.length);
    return isThere;
  }

  /** Takes these words, if they come next with a parenthesis after them. */
  tookBeforeParenthesis(words: readonly string[]): boolean {
    const after = this.tokens[this.at + words.length];
    return after?.kind === 'sign' && after.text === '(' && this.tookWords(words);
  }

  tookSign(sign: '-' | '(' | ')' | ','): boolean {
    const isThere = this.next.kind === 'sign' && this.next.text === sign;
    if (isThere) this.take();
    return isThere;
  }

  /** Takes “or”, if another text in quotes follows it. */
  tookOrQuoted(): boolean {
    return this.tokens[this.at + 1]?.kind === 'quoted' && this.tookWords(['or']);
  }

  /** Takes one of these operators, if one comes next. */
  tookOperator<Of extends Operator>(operators: readonly Of[]): Of | undefined {
    const { next } = this;
    const text = next.kind === 'sign' ? next.text : next.kind === 'word' ? next.text.toLowerCase() : '';
    const found = operators.find((each) => each === text);
    if (found) this.take();
    return found;
  }

  /** The words that come next, up to so many; behind the first there may be numbers among them. */
  words(most: number): NameWord[] {
    const run: NameWord[] = [];
    for (let token = this.next; run.length < most; token = this.tokens[this.at + run.length] as Token) {
      if (token.kind !== 'word' && (token.kind !== 'number' || run.length === 0)) break;
      run.push({ text: this.said(token), from: token.from, to: token.to });
    }
    return run;
  }
}
