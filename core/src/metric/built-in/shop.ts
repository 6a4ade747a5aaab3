import { operation } from '../../formula/formula';
import type { Metric } from '../metric';
import { claimed, earned, outcome, spend } from './words';

/** From the cart to the profit. */
export const SHOP: readonly Metric[] = [
  {
    id: 'carts',
    label: 'Carts',
    unit: 'count',
    better: 'higher',
    formula: outcome('count', 'cart', claimed),
    definition: 'Times something was put in the cart, as the channels claim it, by click date.',
  },
  {
    id: 'checkouts',
    label: 'Checkouts',
    unit: 'count',
    better: 'higher',
    formula: outcome('count', 'checkout', claimed),
    definition: 'Checkouts begun, as the channels claim them, by click date.',
  },
  {
    id: 'purchases',
    label: 'Purchases',
    unit: 'count',
    better: 'higher',
    formula: outcome('count', 'purchase'),
    definition: 'Orders placed.',
  },
  {
    id: 'cpa',
    label: 'CPA',
    unit: 'money',
    better: 'lower',
    formula: operation(spend, '/', outcome('count', 'purchase')),
    definition: 'Spend for each purchase.',
  },
  {
    id: 'value',
    label: 'Value',
    unit: 'money',
    better: 'higher',
    formula: outcome('value', 'purchase'),
    definition: 'What the orders were worth, without tax and shipping.',
  },
  {
    id: 'aov',
    label: 'AOV',
    unit: 'money',
    better: 'higher',
    formula: operation(outcome('value', 'purchase'), '/', outcome('count', 'purchase')),
    definition: 'Average value of an order.',
  },
  {
    id: 'roas',
    label: 'ROAS',
    unit: 'ratio',
    better: 'higher',
    formula: operation(outcome('value', 'purchase'), '/', spend),
    definition: 'Value for each unit of spend.',
  },
  {
    id: 'profit',
    label: 'Profit',
    unit: 'money',
    better: 'higher',
    formula: operation(earned('purchase'), '-', spend),
    definition: 'Value × margin, less spend.',
  },
];
