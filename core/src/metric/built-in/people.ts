import { operation } from '../../formula/formula';
import type { Metric } from '../metric';
import { claimed, outcome, spend } from './words';

const STEPS = [
  ['cart', 'Carts', 'who put something in the cart'],
  ['checkout', 'Checkouts', 'who began to check out'],
  ['purchase', 'Purchases', 'who bought'],
] as const;

/** People instead of events: the same one may come several times. */
export const PEOPLE: readonly Metric[] = STEPS.flatMap(([id, label, who]): Metric[] => {
  const people = outcome('people', id, claimed);
  return [
    {
      ...{ id: `${id}-people`, label: `${label} by people`, unit: 'count', better: 'higher', formula: people },
      definition: `Different people ${who}, as the channels claim them; never added up.`,
    },
    {
      ...{
        id: `cost-per-${id}-person`,
        label: `Cost per ${id} by people`,
        unit: 'money',
        better: 'lower',
        formula: operation(spend, '/', people),
      },
      definition: `Spend for each different person ${who}, as the channels claim them.`,
    },
  ];
});
