import { TARGET_METRICS } from '../target/target';
import type { Formula } from './formula';
import { combined, type Nature, natureOf, natureOfNumber, NOTHING, together } from './units';

/** Of what kind a formula's figure is, where it is known to be one that can be read. */
export function natureOfFormula(formula: Formula): Nature {
  switch (formula.kind) {
    case 'term':
      return natureOf(formula.term);
    case 'operation': {
      const [left, right] = [natureOfFormula(formula.left), natureOfFormula(formula.right)];
      if (formula.operator === '*' || formula.operator === '/') return combined(left, right, formula.operator === '*' ? 1 : -1);
      return formula.operator === '+' || formula.operator === '-' ? (together(left, right) ?? left) : 'truth';
    }
    case 'when':
      return together(natureOfFormula(formula.then), natureOfFormula(formula.otherwise)) ?? 'written';
    case 'call':
      return formula.of.map(natureOfFormula).reduce<Nature>((so, each) => together(so, each) ?? so, 'written');
    case 'place':
      return formula.place === 'previous' || formula.place === 'cumulative' ? natureOfFormula(formula.of) : NOTHING;
    case 'metric':
      return natureOfFormula(formula.of);
    case 'not':
      return 'truth';
    case 'target':
      return TARGET_METRICS[formula.metric].bound === 'at most' ? { ...NOTHING, money: 1, count: -1 } : NOTHING;
    case 'client number':
      return natureOfNumber(formula.of);
    case 'number':
    case 'gap':
      return 'written';
  }
}
