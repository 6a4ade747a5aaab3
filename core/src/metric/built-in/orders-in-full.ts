import { type Formula, operation } from '../../formula/formula';
import type { OutcomeId } from '../../measure/outcome';
import { BUILT_IN } from '../../measure/vocabulary';
import type { Metric } from '../metric';
import { outcome, spend } from './words';

/** What lists tell of outcomes beside their value. */
const beside = (measure: string, of: OutcomeId): Formula => outcome(BUILT_IN.measure(measure), of);

/** What orders or bookings come to once tax, shipping and what is paid back are counted. */
function moneyOf(of: OutcomeId, prefix: string): Metric[] {
  const many = BUILT_IN.outcome(of).label.toLowerCase();
  const value = outcome('value', of);
  const [tax, shipping] = [beside('tax', of), beside('shipping', of)];
  const refunds = beside('refunds', of);
  const money = { unit: 'money', better: 'neither' } as const;
  return [
    { ...money, id: `${prefix}tax`, label: 'Tax', formula: tax, definition: `Tax on ${many}, on top of their value.` },
    {
      ...money,
      id: `${prefix}shipping`,
      label: 'Shipping',
      formula: shipping,
      definition: `What was paid for sending, on top of the value.`,
    },
    {
      ...money,
      id: `${prefix}gross-value`,
      label: 'Gross value',
      better: 'higher',
      formula: operation(operation(value, '+', tax), '+', shipping),
      definition: 'Value with tax and shipping: what was paid.',
    },
    {
      ...money,
      id: `${prefix}refunds`,
      label: 'Refunded',
      better: 'lower',
      formula: refunds,
      definition: `What was paid back of ${many}, on the day of each, not of the refund: of recent ones more will follow.`,
    },
    {
      id: `${prefix}refund-rate`,
      label: 'Refund rate',
      unit: 'share',
      better: 'lower',
      formula: operation(refunds, '/', value),
      definition: 'Refunds as a share of the value.',
    },
    {
      ...money,
      id: `${prefix}value-kept`,
      label: 'Value kept',
      better: 'higher',
      formula: operation(value, '-', refunds),
      definition: 'Value less what was paid back.',
    },
  ];
}

/** Who placed them. */
function customersOf(of: OutcomeId, prefix: string): Metric[] {
  const { label } = BUILT_IN.outcome(of);
  const newCustomers = beside('new customers', of);
  return [
    {
      id: `${prefix}new-customers`,
      label: 'New customers',
      unit: 'count',
      better: 'higher',
      formula: newCustomers,
      definition: `${label} of customers who had none before.`,
    },
    {
      id: `${prefix}new-customer-share`,
      label: 'New, share',
      unit: 'share',
      better: 'higher',
      formula: operation(newCustomers, '/', outcome('count', of)),
      definition: `New customers for each of the ${label.toLowerCase()}.`,
    },
    {
      id: `${prefix}cost-per-new-customer`,
      label: 'Cost per new customer',
      unit: 'money',
      better: 'lower',
      formula: operation(spend, '/', newCustomers),
      definition: 'Spend for each new customer.',
    },
  ];
}

const accepted = beside('accepted', 'lead');

/** What comes with orders, bookings and leads, as the client's own lists tell it. */
export const ORDERS_IN_FULL: readonly Metric[] = [
  ...(['purchase', 'booking'] as const).flatMap((of) => {
    const prefix = of === 'purchase' ? 'order-' : 'booking-';
    return [...moneyOf(of, prefix), ...customersOf(of, prefix)];
  }),
  {
    id: 'accepted-leads',
    label: 'Accepted leads',
    unit: 'count',
    better: 'higher',
    formula: accepted,
    definition: 'Leads the client took as real.',
  },
  {
    id: 'accepted-share',
    label: 'Accepted, share',
    unit: 'share',
    better: 'higher',
    formula: operation(accepted, '/', outcome('count', 'lead')),
    definition: 'Accepted leads for each lead.',
  },
  {
    id: 'cost-per-accepted-lead',
    label: 'Cost per accepted lead',
    unit: 'money',
    better: 'lower',
    formula: operation(spend, '/', accepted),
    definition: 'Spend for each lead the client took as real.',
  },
];
