import { operation } from '../../formula/formula';
import type { Metric } from '../metric';
import { claimed, measure, outcome } from './words';

/** What the local listing brings. */
export const LISTING: readonly Metric[] = [
  {
    id: 'listing-views',
    label: 'Listing views',
    unit: 'count',
    better: 'higher',
    formula: measure('listing views'),
    definition: 'How often the local listing was shown.',
  },
  {
    id: 'site-clicks',
    label: 'Clicks to the site',
    unit: 'count',
    better: 'higher',
    formula: measure('clicks to the site'),
    definition: 'Clicks that led to the client’s site.',
  },
  {
    id: 'calls',
    label: 'Calls',
    unit: 'count',
    better: 'higher',
    formula: outcome('count', 'call', claimed),
    definition: 'Calls, as the channels count them.',
  },
  {
    id: 'messages',
    label: 'Messages',
    unit: 'count',
    better: 'higher',
    formula: outcome('count', 'message', claimed),
    definition: 'Messages, as the channels count them.',
  },
  {
    id: 'directions',
    label: 'Directions',
    unit: 'count',
    better: 'higher',
    formula: outcome('count', 'directions', claimed),
    definition: 'Ways asked for, as the channels count them.',
  },
  {
    id: 'call-rate',
    label: 'Call rate',
    unit: 'share',
    better: 'higher',
    formula: operation(outcome('count', 'call', claimed), '/', measure('listing views')),
    definition: 'Calls for each view of the listing.',
  },
  {
    id: 'directions-rate',
    label: 'Directions rate',
    unit: 'share',
    better: 'higher',
    formula: operation(outcome('count', 'directions', claimed), '/', measure('listing views')),
    definition: 'Ways asked for, for each view of the listing.',
  },
];
