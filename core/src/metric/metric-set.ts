import type { Action } from '../measure/outcome';
import type { MetricId } from './metric';

/** What comes before any result. */
const DELIVERY = ['spend', 'impressions', 'cpm', 'clicks', 'ctr', 'cpc'] as const satisfies readonly MetricId[];

/** Sets that are about a result a client can be held to. */
export type ResultSetId = 'shop' | 'leads' | 'bookings' | 'installs';

export interface MetricSet {
  readonly id: ResultSetId | 'reach';
  readonly label: string;
  /** The main outcome it is about; null where it is about none. */
  readonly action: Action | null;
  /** In funnel order: seen, clicked, put in the cart, bought. */
  readonly metrics: readonly MetricId[];
}

export const METRIC_SETS: readonly MetricSet[] = [
  {
    id: 'shop',
    label: 'Shop funnel',
    action: 'purchase',
    metrics: [...DELIVERY, 'carts', 'checkouts', 'purchases', 'cpa', 'value', 'aov', 'roas', 'profit'],
  },
  {
    id: 'leads',
    label: 'Leads funnel',
    action: 'lead',
    metrics: [...DELIVERY, 'leads', 'lead-rate', 'cost-per-lead'],
  },
  {
    id: 'bookings',
    label: 'Bookings funnel',
    action: 'booking',
    metrics: [...DELIVERY, 'carts', 'checkouts', 'bookings', 'booking-rate', 'cost-per-booking', 'booking-value', 'booking-roas'],
  },
  {
    id: 'installs',
    label: 'App funnel',
    action: 'install',
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
    action: null,
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

export type MetricSetId = MetricSet['id'];

/** The sets one of which says what counts as a result of a client. */
export const RESULT_SETS = METRIC_SETS.filter((set): set is MetricSet & { id: ResultSetId; action: Action } => set.action !== null);

/** The main outcome of a client whose results are those of a set. */
export const actionOf = (set: ResultSetId): Action => RESULT_SETS.find(({ id }) => id === set)?.action ?? 'purchase';
