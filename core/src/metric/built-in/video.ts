import { operation } from '../../formula/formula';
import type { Metric } from '../metric';
import { impressions, measure, spend } from './words';

/** How films are watched. */
export const VIDEO: readonly Metric[] = [
  {
    id: 'video-starts',
    label: 'Video starts',
    unit: 'count',
    better: 'neither',
    formula: measure('video starts'),
    definition: 'Films begun.',
  },
  {
    id: 'start-rate',
    label: 'Start rate',
    unit: 'share',
    better: 'higher',
    formula: operation(measure('video starts'), '/', impressions),
    definition: 'Films begun for each impression.',
  },
  {
    id: 'hold-25',
    label: 'Hold to 25 %',
    unit: 'share',
    better: 'higher',
    formula: operation(measure('views to 25 %'), '/', measure('video starts')),
    definition: 'Films watched to 25 % for each one begun.',
  },
  {
    id: 'hold-50',
    label: 'Hold to 50 %',
    unit: 'share',
    better: 'higher',
    formula: operation(measure('views to 50 %'), '/', measure('video starts')),
    definition: 'Films watched to 50 % for each one begun.',
  },
  {
    id: 'hold-75',
    label: 'Hold to 75 %',
    unit: 'share',
    better: 'higher',
    formula: operation(measure('views to 75 %'), '/', measure('video starts')),
    definition: 'Films watched to 75 % for each one begun.',
  },
  {
    id: 'hold-100',
    label: 'Hold to 100 %',
    unit: 'share',
    better: 'higher',
    formula: operation(measure('views to 100 %'), '/', measure('video starts')),
    definition: 'Films watched to 100 % for each one begun.',
  },
  {
    id: 'watched-each',
    label: 'Watched each',
    unit: 'seconds',
    better: 'higher',
    formula: operation(measure('watch time'), '/', measure('video starts')),
    definition: 'How long a film was watched for each one begun.',
  },
  {
    id: 'cost-per-start',
    label: 'Cost per start',
    unit: 'money',
    better: 'lower',
    formula: operation(spend, '/', measure('video starts')),
    definition: 'Spend for each film begun.',
  },
  {
    id: 'cost-per-hold',
    label: 'Cost per whole view',
    unit: 'money',
    better: 'lower',
    formula: operation(spend, '/', measure('views to 100 %')),
    definition: 'Spend for each film watched to the end.',
  },
];
