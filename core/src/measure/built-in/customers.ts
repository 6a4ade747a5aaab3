import type { Measure } from '../measure';

/** What lists of outcomes tell of each beside its value and other money: mostly yes or no. */
export const CUSTOMERS: readonly Measure[] = [
  {
    id: 'new customers',
    name: 'new customers',
    label: 'New customers',
    unit: 'count',
    adding: 'adds',
    better: 'higher',
    definition: 'Outcomes of people who had none before, as the client’s own system knows them.',
    headers: [
      'new customers',
      'new customer',
      'first order',
      'first orders',
      'customer',
      'customer type',
      'new or returning',
      'neukunde',
      'neukunden',
    ],
  },
  {
    id: 'accepted',
    name: 'accepted',
    label: 'Accepted',
    unit: 'count',
    adding: 'adds',
    better: 'higher',
    definition: 'Outcomes the client took as real, instead of rejecting them.',
    headers: ['accepted', 'qualified', 'approved', 'angenommen', 'accepté', 'aceptado'],
  },
];
