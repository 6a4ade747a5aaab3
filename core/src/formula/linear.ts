import type { ClientNumber } from '../measure/client-number';
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

/** The formula with each row of its sums multiplied by the client's number of its day; undefined where not all of it is sums. */
export function timesNumber(formula: Formula, times: ClientNumber): Formula | undefined {
  switch (formula.kind) {
    case 'term':
      return addsUp(formula.term) && !formula.term.times ? term({ ...formula.term, times }) : undefined;
    case 'metric':
      return timesNumber(formula.of, times);
    case 'operation': {
      const { left, operator, right } = formula;
      const [a, b] = [timesNumber(left, times), timesNumber(right, times)];
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
