import { operation } from '../../formula/formula';
import type { Metric } from '../metric';
import { average, impressions, measure, spend } from './words';

/** What auctions say, and what members are set to. */
export const AUCTION: readonly Metric[] = [
  {
    id: 'share-won',
    label: 'Share won',
    unit: 'share',
    better: 'higher',
    formula: operation(impressions, '/', measure('eligible impressions')),
    definition: 'Impressions of those the ads could have had.',
  },
  {
    id: 'share-lost-to-budget',
    label: 'Lost to budget',
    unit: 'share',
    better: 'lower',
    formula: operation(measure('impressions lost to budget'), '/', measure('eligible impressions')),
    definition: 'Of the impressions the ads could have had, those lost because the daily budget was spent.',
  },
  {
    id: 'share-lost-to-rank',
    label: 'Lost to rank',
    unit: 'share',
    better: 'lower',
    formula: operation(measure('impressions lost to rank'), '/', measure('eligible impressions')),
    definition: 'Of the impressions the ads could have had, those lost to better places of others.',
  },
  {
    id: 'average-position',
    label: 'Average position',
    unit: 'number',
    better: 'lower',
    formula: average('average position'),
    definition: 'Place among the ads of a results page, weighted by impressions.',
  },
  {
    id: 'bid',
    label: 'Bid',
    unit: 'money',
    better: 'neither',
    formula: measure('bid'),
    definition: 'What a first click may cost; over days and campaigns the range.',
  },
  {
    id: 'daily-budget',
    label: 'Daily budget',
    unit: 'money',
    better: 'neither',
    formula: measure('daily budget'),
    definition: 'The most a campaign may spend on a day; over days and campaigns the range.',
  },
  {
    id: 'budget-of-days',
    label: 'Budget of the days',
    unit: 'money',
    better: 'neither',
    formula: measure('budget'),
    definition: 'What could have been spent: the daily budgets of the days on which it ran.',
  },
  {
    id: 'budget-spent',
    label: 'Budget spent',
    unit: 'share',
    better: 'neither',
    formula: operation(spend, '/', measure('budget')),
    definition: 'Spend of what the daily budgets of the days on which it ran came to.',
  },
  {
    id: 'balance',
    label: 'Balance',
    unit: 'money',
    better: 'neither',
    formula: measure('balance'),
    definition: 'What is left of what was paid in advance; over days the range.',
  },
];
