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
      return isAdditiveOperation(formula);
    default:
      return false;
  }
}

/** The formula with the value in it after the client's margin of each day; undefined where what it calculates with is no value. */
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
      if (operator !== '*' && operator !== '/') return undefined;
      return a ? operation(a, operator, right) : operator === '*' ? b && operation(left, '*', b) : undefined;
    }
    default:
      return undefined;
  }
}

function isAdditiveOperation({ left, operator, right }: Formula & { kind: 'operation' }): boolean {
  if (operator === '+' || operator === '-') return isAdditive(left) && isAdditive(right);
  if (operator === '*' && left.kind === 'number') return isAdditive(right);
  return (operator === '*' || operator === '/') && right.kind === 'number' && isAdditive(left);
}
