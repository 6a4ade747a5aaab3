import type { MetricId } from './metric';
import type { MetricSet } from './metric-set';

/** What comes before any result. */
const DELIVERY: readonly MetricId[] = ['spend', 'impressions', 'cpm', 'clicks', 'ctr', 'cpc'];

export const BUILT_IN_METRIC_SETS: readonly MetricSet[] = [
  {
    id: 'shop',
    label: 'Shop funnel',
    outcome: 'purchase',
    metrics: [...DELIVERY, 'carts', 'checkouts', 'purchases', 'cpa', 'value', 'aov', 'roas', 'profit'],
  },
  {
    id: 'leads',
    label: 'Leads funnel',
    outcome: 'lead',
    metrics: [...DELIVERY, 'leads', 'lead-rate', 'cost-per-lead'],
  },
  {
    id: 'bookings',
    label: 'Bookings funnel',
    outcome: 'booking',
    metrics: [...DELIVERY, 'carts', 'checkouts', 'bookings', 'booking-rate', 'cost-per-booking', 'booking-value', 'booking-roas'],
  },
  {
    id: 'installs',
    label: 'App funnel',
    outcome: 'install',
    metrics: [
      ...DELIVERY,
      'installs',
      'install-rate',
      'cost-per-install',
      'subscriptions',
      'cost-per-subscription',
      'install-value',
      'install-roi',
    ],
  },
  {
    id: 'reach',
    label: 'Reach',
    outcome: null,
    metrics: [
      'spend',
      'impressions',
      'people-reached',
      'frequency',
      'cost-per-thousand-people',
      'clicks',
      'people-who-clicked',
      'share-who-clicked',
    ],
  },
];
