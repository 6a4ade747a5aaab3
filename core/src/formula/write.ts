import { type Term, termText } from '../measure/term';
import { ARITHMETIC, COMPARING, type Formula, type Operator } from './formula';
import { nameText } from './tokens';

/** The looser of two operators is read last. */
const strengthOf = (operator: Operator): number => {
  if (operator === 'or') return 1;
  if (operator === 'and') return 2;
  if (COMPARING.some((each) => each === operator)) return 4;
  return operator === '+' || operator === '-' ? 5 : 6;
};
/** Between “and” and the comparisons. */
const NOT = 3;

const SIGNS: Partial<Record<Operator, string>> = { '-': '−', '*': '×', '<=': '≤', '>=': '≥', '<>': '≠' };

/** What stands for what is read elsewhere than at the member; undefined for its own words. */
type WriteElse = (of: Formula & { kind: 'place' | 'target' | 'client number' }) => string | undefined;

/** Writes a formula the way it reads: "value of purchase / spend". What is read from it is the same formula. */
export function formulaText(formula: Formula, write: (of: Term) => string = termText, writeElse: WriteElse = () => undefined): string {
  const text = (part: Formula): string => formulaText(part, write, writeElse);
  const inside = (side: Formula, own: number): string => (strength(side) < own ? `(${text(side)})` : text(side));
  switch (formula.kind) {
    case 'term':
      return write(formula.term);
    case 'number':
      return String(formula.value);
    case 'operation': {
      const own = strengthOf(formula.operator);
      const isChained = ARITHMETIC.some((each) => each === formula.operator) || own < NOT;
      return `${inside(formula.left, isChained ? own : own + 1)} ${SIGNS[formula.operator] ?? formula.operator} ${inside(formula.right, own + 1)}`;
    }
    case 'not':
      return `not ${inside(formula.of, NOT)}`;
    case 'when':
      return `when ${text(formula.test)} then ${inside(formula.then, 1)} otherwise ${text(formula.otherwise)}`;
    case 'call':
      return `${formula.call} (${formula.of.map(text).join(', ')})`;
    case 'place':
      return writeElse(formula) ?? `${formula.place} (${text(formula.of)})`;
    case 'target':
      return writeElse(formula) ?? `target ${formula.metric}`;
    case 'client number':
      return writeElse(formula) ?? nameText(formula.of.name);
    case 'metric':
      return nameText(formula.name);
    case 'gap':
      return formula.gap;
  }
}

/** How firmly a formula holds together when it stands inside another. */
function strength(formula: Formula): number {
  if (formula.kind === 'operation') return strengthOf(formula.operator);
  if (formula.kind === 'term' && formula.term.times) return strengthOf('*');
  if (formula.kind === 'when') return 0;
  if (formula.kind === 'not') return NOT;
  return formula.kind === 'number' && formula.value < 0 ? 5 : 9;
}
