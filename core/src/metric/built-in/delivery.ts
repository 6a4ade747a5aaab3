import { number, operation } from '../../formula/formula';
import type { Metric } from '../metric';
import { clicks, impressions, measure, spend } from './words';

const people = measure('people reached');
const clickers = measure('people who clicked');

/** What was shown, clicked and paid. */
export const DELIVERY: readonly Metric[] = [
  { id: 'spend', label: 'Spend', unit: 'money', better: 'neither', formula: spend, definition: 'What the channels charged.' },
  {
    id: 'impressions',
    label: 'Impressions',
    unit: 'count',
    better: 'neither',
    formula: impressions,
    definition: 'How often ads were shown.',
  },
  {
    id: 'cpm',
    label: 'CPM',
    unit: 'money',
    better: 'lower',
    formula: operation(operation(spend, '/', impressions), '*', number(1000)),
    definition: 'Cost of a thousand impressions.',
  },
  { id: 'clicks', label: 'Clicks', unit: 'count', better: 'neither', formula: clicks, definition: 'Clicks of every kind.' },
  {
    id: 'ctr',
    label: 'CTR',
    unit: 'share',
    better: 'higher',
    formula: operation(clicks, '/', impressions),
    definition: 'Clicks for each impression.',
  },
  { id: 'cpc', label: 'CPC', unit: 'money', better: 'lower', formula: operation(spend, '/', clicks), definition: 'Cost of a click.' },
  {
    id: 'people-reached',
    label: 'People reached',
    unit: 'count',
    better: 'higher',
    formula: people,
    definition:
      'Different people who were shown an ad. Never added up: of several days or members at least the most of any, at most all together.',
  },
  {
    id: 'frequency',
    label: 'Frequency',
    unit: 'number',
    better: 'neither',
    formula: operation(impressions, '/', people),
    definition: 'How often each person was shown an ad.',
  },
  {
    id: 'cost-per-thousand-people',
    label: 'Cost per 1,000 people',
    unit: 'money',
    better: 'lower',
    formula: operation(operation(spend, '/', people), '*', number(1000)),
    definition: 'Spend for a thousand different people reached.',
  },
  {
    id: 'people-who-clicked',
    label: 'People who clicked',
    unit: 'count',
    better: 'higher',
    formula: clickers,
    definition: 'Different people who clicked; never added up.',
  },
  {
    id: 'share-who-clicked',
    label: 'Share who clicked',
    unit: 'share',
    better: 'higher',
    formula: operation(clickers, '/', people),
    definition: 'People who clicked of the people reached.',
  },
  {
    id: 'people-reached-7',
    label: 'Reached in 7 days',
    unit: 'count',
    better: 'higher',
    formula: measure('people reached in 7 days'),
    definition:
      'Different people who were shown an ad in the 7 days up to the last of the period; of several members at least the most, at most the sum.',
  },
  {
    id: 'people-reached-30',
    label: 'Reached in 30 days',
    unit: 'count',
    better: 'higher',
    formula: measure('people reached in 30 days'),
    definition:
      'Different people who were shown an ad in the 30 days up to the last of the period; of several members at least the most, at most the sum.',
  },
  {
    id: 'unique-views',
    label: 'Unique views',
    unit: 'count',
    better: 'higher',
    formula: measure('unique views'),
    definition: 'Different people who saw the page or letter; never added up.',
  },
  {
    id: 'page-deliveries',
    label: 'Page deliveries',
    unit: 'count',
    better: 'neither',
    formula: measure('page deliveries'),
    definition: 'How often the bought page was delivered.',
  },
  {
    id: 'claims-after-a-view',
    label: 'Claims after a view',
    unit: 'count',
    better: 'higher',
    formula: measure('claims after a view'),
    definition: 'Outcomes the channel claims from people who saw an ad and did not click it.',
  },
  {
    id: 'engagement-actions',
    label: 'Engagement actions',
    unit: 'count',
    better: 'higher',
    formula: measure('engagement actions'),
    definition: 'What people did with an ad beside clicking.',
  },
  {
    id: 'grade',
    label: 'Grade',
    unit: { grades: ['A', 'B', 'C', 'D', 'E'] },
    better: 'lower',
    formula: measure('grade'),
    definition: 'The channel’s own grade of an ad; over days and ads the range.',
  },
  { id: 'fees', label: 'Fees', unit: 'money', better: 'lower', formula: measure('fees'), definition: 'What is charged on top of spend.' },
  {
    id: 'refunds',
    label: 'Refunds',
    unit: 'money',
    better: 'lower',
    formula: measure('refunds'),
    definition: 'What was paid back, as reports say it.',
  },
];
