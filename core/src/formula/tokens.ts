import type { Operator } from './formula';

/** A place in a text: from a character up to, not including, another. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

export type Token = Span &
  (
    | { readonly kind: 'word'; readonly text: string }
    /** A name in quotes, whatever is in it. */
    | { readonly kind: 'quoted'; readonly text: string }
    | { readonly kind: 'number'; readonly value: number }
    | { readonly kind: 'sign'; readonly text: Operator | '(' | ')' | ',' }
    /** A character that means nothing. */
    | { readonly kind: 'unknown'; readonly text: string }
    | { readonly kind: 'end' }
  );

/** A word may have hyphens and apostrophes inside: sign-up, week's. Letters of any script. */
const TOKEN =
  /\s*(?:(?<number>\d+(?:\.\d+)?(?:e[+-]?\d+)?|\.\d+)|(?<word>[\p{L}_][\p{L}\p{N}_]*(?:[-’'][\p{L}][\p{L}\p{N}_]*)*)|"(?<quoted>[^"]*)"|(?<sign><=|>=|<>|!=|[-+*/×÷−≤≥≠<>=(),])|(?<unknown>\S))/uy;

const SIGNS: Readonly<Record<string, Operator>> = { '×': '*', '÷': '/', '−': '-', '≤': '<=', '≥': '>=', '≠': '<>', '!=': '<>' };

/** Words, numbers and signs of a text in order, the end after them. In time linear in its length. */
export function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  TOKEN.lastIndex = 0;
  for (let found = TOKEN.exec(text); found; found = TOKEN.exec(text)) {
    const { number, word, quoted, sign, unknown } = found.groups ?? {};
    const to = TOKEN.lastIndex;
    const span = { from: to - found[0].trimStart().length, to };
    if (number !== undefined) tokens.push({ ...span, kind: 'number', value: Number(number) });
    else if (word !== undefined) tokens.push({ ...span, kind: 'word', text: word });
    else if (quoted !== undefined) tokens.push({ ...span, kind: 'quoted', text: quoted });
    else if (sign !== undefined) tokens.push({ ...span, kind: 'sign', text: SIGNS[sign] ?? (sign as Operator) });
    else tokens.push({ ...span, kind: 'unknown', text: unknown ?? '' });
  }
  return [...tokens, { kind: 'end', from: text.length, to: text.length }];
}

/** What a name is compared by: capitals and how it is spaced say nothing. */
export const nameKey = (name: string): string => name.trim().replace(/\s+/g, ' ').toLocaleLowerCase('en');

const PLAIN = /^[\p{L}_][\p{L}\p{N}_]*(?:[-’' ][\p{L}\p{N}_]+)*$/u;

/** A name as a formula writes it: in quotes where it has signs in it, or does not begin with a letter. */
export const nameText = (name: string): string => (PLAIN.test(name) && !/[-’']\p{N}/u.test(name) ? name : `"${name.replaceAll('"', '”')}"`);
