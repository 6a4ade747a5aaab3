import type { Measure } from '../measure';

/** Money beside spend and value. */
export const MONEY: readonly Measure[] = [
  {
    id: 'refunds',
    name: 'refunds',
    label: 'Refunds',
    unit: 'money',
    adding: 'adds',
    better: 'lower',
    definition: 'What was paid back.',
    headers: ['refunds', 'refunded', 'refund amount', 'erstattungen', 'remboursements', 'reembolsos'],
  },
  {
    id: 'tax',
    name: 'tax',
    label: 'Tax',
    unit: 'money',
    adding: 'adds',
    better: 'neither',
    definition: 'Tax on top of the value.',
    headers: ['tax', 'taxes', 'vat', 'steuer', 'mwst', 'tva', 'impuestos'],
  },
  {
    id: 'shipping',
    name: 'shipping',
    label: 'Shipping',
    unit: 'money',
    adding: 'adds',
    better: 'neither',
    definition: 'What was paid for sending the goods.',
    headers: ['shipping', 'delivery cost', 'postage', 'versand', 'frais de port', 'envío'],
  },
  {
    id: 'fees',
    name: 'fees',
    label: 'Fees',
    unit: 'money',
    adding: 'adds',
    better: 'lower',
    definition: 'What is charged on top of spend.',
    headers: ['fees', 'fee', 'service fee', 'platform fee', 'gebühren', 'frais', 'tarifas'],
  },
];
