import { operation } from '../../formula/formula';
import type { Metric } from '../metric';
import { clicks, measure, earned, outcome, spend } from './words';

const value = outcome('value', 'purchase');
const visits = measure('visits');
const signUps = outcome('count', 'sign-up');

/** What is earned by what was bought: clicks, visits, sign-ups (calculations, chapter 6). */
export const EARNINGS: readonly Metric[] = [
  {
    ...{ id: 'ad-cost-share', label: 'Ad cost share', unit: 'share', better: 'lower', formula: operation(spend, '/', value) },
    definition: 'Spend as a share of the value it brought.',
  },
  {
    ...{
      id: 'roi',
      label: 'Return on spend',
      unit: 'share',
      better: 'higher',
      formula: operation(operation(value, '-', spend), '/', spend),
    },
    definition: 'Value less spend, for each unit of spend.',
  },
  {
    ...{ id: 'roi-after-margin', label: 'Return after margin', unit: 'share', better: 'higher' },
    formula: operation(operation(earned('purchase'), '-', spend), '/', spend),
    definition: 'Profit for each unit of spend.',
  },
  {
    ...{ id: 'value-per-click', label: 'Value per click', unit: 'money', better: 'higher', formula: operation(value, '/', clicks) },
    definition: 'Value for each click.',
  },
  {
    ...{ id: 'value-per-visit', label: 'Value per visit', unit: 'money', better: 'higher', formula: operation(value, '/', visits) },
    definition: 'Value for each visit.',
  },
  {
    ...{ id: 'cost-per-visit', label: 'Cost per visit', unit: 'money', better: 'lower', formula: operation(spend, '/', visits) },
    definition: 'Spend for each visit.',
  },
  {
    ...{ id: 'visits-per-click', label: 'Visits per click', unit: 'share', better: 'higher', formula: operation(visits, '/', clicks) },
    definition: 'Visits that the site counts for each click that the channel counts.',
  },
  {
    ...{ id: 'value-per-sign-up', label: 'Value per sign-up', unit: 'money', better: 'higher', formula: operation(value, '/', signUps) },
    definition: 'Value for each sign-up.',
  },
  {
    ...{ id: 'purchases-of-sign-ups', label: 'Purchases of sign-ups', unit: 'share', better: 'higher' },
    formula: operation(outcome('count', 'purchase'), '/', signUps),
    definition: 'Purchases for each sign-up.',
  },
];
