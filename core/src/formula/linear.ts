import { addsUp } from '../measure/term';
import { type Formula, operation, term } from './formula';

/** Whether what several members come to, added up, is what they come to together. */
export function isAdditive(formula: Formula): boolean {
  switch (formula.kind) {
    case 'term':
      return addsUp(formula.term);
    case 'metric':
      return isAdditive(formula.of);
    case 'operation':
      return overOperation(formula, isAdditive) ?? false;
    default:
      return false;
  }
}

/** The formula with every value in it after the client's margin of its day; undefined where something in it is no value, or is no sum of values. */
export function timesMargin(formula: Formula): Formula | undefined {
  switch (formula.kind) {
    case 'term':
      return formula.term.kind === 'outcome' && formula.term.part === 'value' ? term({ ...formula.term, part: 'margin' }) : undefined;
    case 'metric':
      return timesMargin(formula.of);
    case 'operation': {
      const { left, operator, right } = formula;
      const [a, b] = [timesMargin(left), timesMargin(right)];
      if (operator === '+' || operator === '-') return a && b && operation(a, operator, b);
      if (operator === '*' && left.kind === 'number') return b && operation(left, '*', b);
      return (operator === '*' || operator === '/') && right.kind === 'number' ? a && operation(a, operator, right) : undefined;
    }
    default:
      return undefined;
  }
}

/** What a test says of the parts of an operation that keeps sums: of both of a sum, of what is multiplied by a number; undefined for others. */
function overOperation({ left, operator, right }: Formula & { kind: 'operation' }, test: (part: Formula) => boolean): boolean | undefined {
  if (operator === '+' || operator === '-') return test(left) && test(right);
  if (operator === '*' && left.kind === 'number') return test(right);
  return (operator === '*' || operator === '/') && right.kind === 'number' ? test(left) : undefined;
}
