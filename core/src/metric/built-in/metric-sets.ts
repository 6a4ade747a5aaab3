import type { MetricId } from '../metric';
import { LATE_SALES_IDS } from './late-sales';
import type { MetricSet } from '../metric-set';

/** What comes before any result. */
export const DELIVERY_METRICS: readonly MetricId[] = ['spend', 'impressions', 'cpm', 'clicks', 'ctr', 'cpc'];

const inFull = (prefix: string): MetricId[] =>
  [
    ...['tax', 'shipping', 'gross-value', 'refunds', 'refund-rate', 'value-kept'],
    ...['new-customers', 'new-customer-share', 'cost-per-new-customer'],
  ].map((id) => prefix + id);

export const BUILT_IN_METRIC_SETS: readonly MetricSet[] = [
  {
    id: 'shop',
    label: 'Shop funnel',
    outcome: 'purchase',
    metrics: [...DELIVERY_METRICS, 'carts', 'checkouts', 'purchases', 'cpa', 'value', 'aov', 'roas', 'profit'],
  },
  {
    id: 'leads',
    label: 'Leads funnel',
    outcome: 'lead',
    metrics: [...DELIVERY_METRICS, 'leads', 'lead-rate', 'cost-per-lead', 'accepted-leads', 'accepted-share', 'cost-per-accepted-lead'],
  },
  {
    id: 'bookings',
    label: 'Bookings funnel',
    outcome: 'booking',
    metrics: [...DELIVERY_METRICS, 'carts', 'checkouts', 'bookings', 'booking-rate', 'cost-per-booking', 'booking-value', 'booking-roas'],
  },
  {
    id: 'installs',
    label: 'App funnel',
    outcome: 'install',
    metrics: [
      ...DELIVERY_METRICS,
      'installs',
      'install-rate',
      'cost-per-install',
      'subscriptions',
      'cost-per-subscription',
      'install-value',
      'install-roi',
    ],
  },
  { id: 'orders', label: 'Orders in full', outcome: 'purchase', metrics: ['spend', 'purchases', 'value', ...inFull('order-')] },
  {
    id: 'bookings-in-full',
    label: 'Bookings in full',
    outcome: 'booking',
    metrics: ['spend', 'bookings', 'booking-value', ...inFull('booking-')],
  },
  { id: 'late-sales', label: 'Late sales', outcome: null, metrics: ['spend', ...LATE_SALES_IDS] },
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
  {
    id: 'video',
    label: 'Video',
    outcome: null,
    metrics: [
      ...['spend', 'impressions', 'video-starts', 'start-rate', 'hold-25', 'hold-50', 'hold-75', 'hold-100'],
      ...['watched-each', 'cost-per-start', 'cost-per-hold', 'claims-after-a-view'],
    ],
  },
  {
    id: 'listing',
    label: 'Local listing',
    outcome: null,
    metrics: ['listing-views', 'calls', 'call-rate', 'directions', 'directions-rate', 'messages', 'site-clicks'],
  },
  {
    id: 'auction',
    label: 'Auction',
    outcome: null,
    metrics: [
      ...['spend', 'impressions', 'share-won', 'share-lost-to-budget', 'share-lost-to-rank', 'average-position'],
      ...['bid', 'daily-budget', 'budget-of-days', 'budget-spent', 'clicks', 'ctr', 'cpc'],
    ],
  },
  {
    id: 'ads',
    label: 'Ads and their grades',
    outcome: null,
    metrics: ['spend', 'impressions', 'clicks', 'ctr', 'cpc', 'grade', 'engagement-actions', 'people-reached-7', 'people-reached-30'],
  },
  {
    id: 'visits',
    label: 'Visits',
    outcome: null,
    metrics: ['visits', 'new-visitors', 'stay-rate', 'bounce-rate', 'pages-per-visit', 'time-on-site', 'page-deliveries', 'unique-views'],
  },
  {
    id: 'site-results',
    label: 'Site results',
    outcome: null,
    metrics: [
      ...['visits', 'new-visitors', 'stay-rate', 'spend', 'cost-per-visit', 'purchases', 'value', 'value-per-visit'],
      ...['value-per-click', 'roi', 'roi-after-margin'],
    ],
  },
  {
    id: 'bought-traffic',
    label: 'Traffic bought in lots',
    outcome: null,
    metrics: [
      ...['spend', 'visits', 'cost-per-visit', 'outcome sign-up', 'outcome sign-up rate', 'outcome sign-up cost'],
      ...['purchases', 'cpa', 'value', 'value-per-visit', 'value-per-sign-up', 'purchases-of-sign-ups', 'roi'],
    ],
  },
  {
    id: 'search-detail',
    label: 'Search detail',
    outcome: null,
    metrics: [
      ...['spend', 'impressions', 'share-won', 'average-position', 'clicks', 'ctr', 'cpc', 'visits-per-click', 'stay-rate'],
      ...['purchases', 'cpa', 'value-per-click'],
    ],
  },
  {
    id: 'marketplace',
    label: 'Marketplace',
    outcome: null,
    metrics: [...DELIVERY_METRICS, 'purchases', 'cpa', 'value', 'aov', 'ad-cost-share', 'roi-after-margin'],
  },
  {
    id: 'people',
    label: 'People instead of events',
    outcome: null,
    metrics: [
      ...['spend', 'people-reached', 'cost-per-thousand-people', 'people-who-clicked'],
      ...['cart', 'checkout', 'purchase'].flatMap((step) => [`${step}-people`, `cost-per-${step}-person`]),
    ],
  },
];
