import type { Span } from './tokens';

/** Another text for a place of a formula, which may have been meant. */
export interface Mend extends Span {
  readonly text: string;
}

/** What is wrong with a formula, where, in words for a person, and what may have been meant. */
export interface FormulaProblem extends Span {
  readonly message: string;
  readonly mends: readonly Mend[];
}

/** Ends the reading of a formula. */
export class FormulaRefusal extends Error {
  constructor(readonly problem: FormulaProblem) {
    super(problem.message);
  }
}

export function refuse(message: string, { from, to }: Span, mends: readonly Mend[] = []): never {
  const asked = mends.length > 0 ? ` Did you mean ${mends.map(({ text }) => `“${text}”`).join(' or ')}?` : '';
  throw new FormulaRefusal({ message: message + asked, from, to, mends });
}

/** One text instead of what stands at a place. */
export const mend = ({ from, to }: Span, text: string): Mend => ({ from, to, text });
