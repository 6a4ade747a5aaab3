import type { Unit } from '../figure/text';
import { type Formula, nodesOf, partsOf } from './formula';
import { FormulaRefusal, type FormulaProblem, refuse } from './problem';
import { Reader } from './reader';
import { natureOf, natureText, quantityOf, unitsOf } from './units';
import type { FormulaWords } from './words';

/** A longer text is refused, and one that comes to more parts with the metrics it is made of. */
export const MOST_CHARACTERS = 2000;
const MOST_PARTS = 500;

/** A formula that was read, with the units it can be told in, the likeliest first. */
export interface FormulaRead {
  readonly formula: Formula;
  readonly units: readonly Exclude<Unit, object>[];
}

/** Reads a formula; what is wrong with one is told at its place. */
export function readFormula(text: string, words: FormulaWords): FormulaRead | FormulaProblem {
  try {
    return read(text, words);
  } catch (error) {
    if (error instanceof FormulaRefusal) return error.problem;
    throw error;
  }
}

export const isFormulaProblem = (read: FormulaRead | FormulaProblem): read is FormulaProblem => 'message' in read;

function read(text: string, words: FormulaWords): FormulaRead {
  if (text.length > MOST_CHARACTERS)
    refuse(`A formula has at most ${MOST_CHARACTERS} characters; this one has ${text.length}.`, { from: MOST_CHARACTERS, to: text.length });
  const { formula, nature, ...span } = new Reader(text, words).whole();
  if (nodesOf(formula).length > MOST_PARTS)
    refuse(`With the metrics it is made of, this comes to more than ${MOST_PARTS} parts. Take it apart.`, span);
  // How something compares with what it was before is told in per cent, also of money.
  const isOfBefore = nodesOf(formula).some((each) => each.kind === 'place' && each.place === 'previous');
  const units = unitsOf(nature, !isOfBefore && isOfMoney(formula));
  if (units.length === 0)
    refuse(`This comes to ${natureText(nature)}, which nothing is told in. Check what is multiplied or divided by what.`, span);
  return { formula, units };
}

/** Whether money is calculated with: a ratio of money is told as one, what is a share of things as a share. */
function isOfMoney(formula: Formula): boolean {
  if (formula.kind === 'term') return (quantityOf(natureOf(formula.term))?.money ?? 0) !== 0;
  return formula.kind !== 'place' && partsOf(formula).some(isOfMoney);
}
