import { operation } from '../../formula/formula';
import type { Metric } from '../metric';
import { average, measure } from './words';

/** What the client’s own site counts. */
export const SITE: readonly Metric[] = [
  {
    id: 'visits',
    label: 'Visits',
    unit: 'count',
    better: 'higher',
    formula: measure('visits'),
    definition: 'Visits to the site, as its own analytics count them.',
  },
  {
    id: 'new-visitors',
    label: 'New visitors',
    unit: 'count',
    better: 'higher',
    formula: measure('new visitors'),
    definition: 'Visits by people the site had not seen before.',
  },
  {
    id: 'stay-rate',
    label: 'Visits that stayed',
    unit: 'share',
    better: 'higher',
    formula: operation(measure('visits that stayed'), '/', measure('visits')),
    definition: 'Visits longer than the analytics ask for, of all visits.',
  },
  {
    id: 'bounce-rate',
    label: 'Bounce rate',
    unit: 'share',
    better: 'lower',
    formula: operation(measure('bounces'), '/', measure('visits')),
    definition: 'Visits that ended on the page they began on, of all visits.',
  },
  {
    id: 'pages-per-visit',
    label: 'Pages per visit',
    unit: 'number',
    better: 'higher',
    formula: average('pages per visit'),
    definition: 'Pages looked at in a visit.',
  },
  {
    id: 'time-on-site',
    label: 'Time on site',
    unit: 'seconds',
    better: 'higher',
    formula: average('time on site'),
    definition: 'How long a visit lasted.',
  },
];
