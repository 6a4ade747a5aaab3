import type { Unit } from '../figure/text';
import { type Formula, number, operation, term } from '../formula/formula';
import type { MeasureName } from '../measure/measure';
import type { Action, CountedBy, DateBasis, OutcomePart } from '../measure/outcome';

/** A named formula, with how to read it. */
export interface Metric {
  readonly id: string;
  readonly label: string;
  readonly unit: Unit;
  /** Which way is good; spend and impressions are neither. */
  readonly better: 'higher' | 'lower' | 'neither';
  readonly formula: Formula;
  readonly definition: string;
}

const measure = (name: MeasureName): Formula => term({ kind: 'measure', measure: name });
const outcome = (part: OutcomePart, action: Action, fixed: { countedBy?: CountedBy; basis?: DateBasis } = {}): Formula =>
  term({ kind: 'outcome', part, action, ...fixed });

const spend = measure('spend');
const impressions = measure('impressions');
const clicks = measure('clicks');
const people = measure('people reached');
const clickers = measure('people who clicked');
/** Orders do not know about carts, so the steps before a sale are always the channels' own count. */
const claimed = { countedBy: 'claims', basis: 'click' } as const;

/** The ordinary metrics of the trade (calculations, chapter 6). */
export const METRICS = [
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
    id: 'carts',
    label: 'Carts',
    unit: 'count',
    better: 'higher',
    formula: outcome('count', 'cart', claimed),
    definition: 'Times something was put in the cart, as the channels claim it, by click date.',
  },
  {
    id: 'checkouts',
    label: 'Checkouts',
    unit: 'count',
    better: 'higher',
    formula: outcome('count', 'checkout', claimed),
    definition: 'Checkouts begun, as the channels claim them, by click date.',
  },
  {
    id: 'purchases',
    label: 'Purchases',
    unit: 'count',
    better: 'higher',
    formula: outcome('count', 'purchase'),
    definition: 'Orders placed.',
  },
  {
    id: 'cpa',
    label: 'CPA',
    unit: 'money',
    better: 'lower',
    formula: operation(spend, '/', outcome('count', 'purchase')),
    definition: 'Spend for each purchase.',
  },
  {
    id: 'value',
    label: 'Value',
    unit: 'money',
    better: 'higher',
    formula: outcome('value', 'purchase'),
    definition: 'What the orders were worth, without tax and shipping.',
  },
  {
    id: 'aov',
    label: 'AOV',
    unit: 'money',
    better: 'higher',
    formula: operation(outcome('value', 'purchase'), '/', outcome('count', 'purchase')),
    definition: 'Average value of an order.',
  },
  {
    id: 'roas',
    label: 'ROAS',
    unit: 'ratio',
    better: 'higher',
    formula: operation(outcome('value', 'purchase'), '/', spend),
    definition: 'Value for each unit of spend.',
  },
  {
    id: 'profit',
    label: 'Profit',
    unit: 'money',
    better: 'higher',
    formula: operation(outcome('margin', 'purchase'), '-', spend),
    definition: 'Value × margin, less spend.',
  },
  {
    id: 'leads',
    label: 'Leads',
    unit: 'count',
    better: 'higher',
    formula: outcome('count', 'lead'),
    definition: 'People who asked for a trial or a call.',
  },
  {
    id: 'lead-rate',
    label: 'Lead rate',
    unit: 'share',
    better: 'higher',
    formula: operation(outcome('count', 'lead'), '/', clicks),
    definition: 'Leads for each click.',
  },
  {
    id: 'cost-per-lead',
    label: 'Cost per lead',
    unit: 'money',
    better: 'lower',
    formula: operation(spend, '/', outcome('count', 'lead')),
    definition: 'Spend for each lead.',
  },
  {
    id: 'bookings',
    label: 'Bookings',
    unit: 'count',
    better: 'higher',
    formula: outcome('count', 'booking'),
    definition: 'Bookings made.',
  },
  {
    id: 'booking-rate',
    label: 'Booking rate',
    unit: 'share',
    better: 'higher',
    formula: operation(outcome('count', 'booking'), '/', clicks),
    definition: 'Bookings for each click.',
  },
  {
    id: 'cost-per-booking',
    label: 'Cost per booking',
    unit: 'money',
    better: 'lower',
    formula: operation(spend, '/', outcome('count', 'booking')),
    definition: 'Spend for each booking.',
  },
  {
    id: 'booking-value',
    label: 'Booking value',
    unit: 'money',
    better: 'higher',
    formula: outcome('value', 'booking'),
    definition: 'What the bookings were worth, without tax.',
  },
  {
    id: 'booking-roas',
    label: 'ROAS',
    unit: 'ratio',
    better: 'higher',
    formula: operation(outcome('value', 'booking'), '/', spend),
    definition: 'Booking value for each unit of spend.',
  },
  {
    id: 'installs',
    label: 'Installs',
    unit: 'count',
    better: 'higher',
    formula: outcome('count', 'install'),
    definition: 'First starts of the app.',
  },
  {
    id: 'install-rate',
    label: 'Install rate',
    unit: 'share',
    better: 'higher',
    formula: operation(outcome('count', 'install'), '/', clicks),
    definition: 'Installs for each click.',
  },
  {
    id: 'cost-per-install',
    label: 'Cost per install',
    unit: 'money',
    better: 'lower',
    formula: operation(spend, '/', outcome('count', 'install')),
    definition: 'Spend for each install.',
  },
  {
    id: 'subscriptions',
    label: 'Subscriptions',
    unit: 'count',
    better: 'higher',
    formula: outcome('count', 'subscription'),
    definition: 'Installs that later paid for a subscription, on the day it began.',
  },
  {
    id: 'cost-per-subscription',
    label: 'Cost per subscription',
    unit: 'money',
    better: 'lower',
    formula: operation(spend, '/', outcome('count', 'subscription')),
    definition: 'Spend for each subscription.',
  },
  {
    id: 'install-value',
    label: 'Install value',
    unit: 'money',
    better: 'higher',
    formula: outcome('value', 'install'),
    definition: 'What installs have been worth so far.',
  },
  {
    id: 'install-roi',
    label: 'ROI',
    unit: 'share',
    better: 'higher',
    formula: operation(operation(outcome('value', 'install'), '-', spend), '/', spend),
    definition: 'What installs have been worth beyond their spend, as a share of it.',
  },
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
] as const satisfies readonly Metric[];

export type MetricId = (typeof METRICS)[number]['id'];
export const METRIC_IDS = METRICS.map((metric) => metric.id) as readonly MetricId[];

const byId = new Map<string, Metric>(METRICS.map((metric) => [metric.id, metric]));

/** Looks a metric up; throws a RangeError for an unknown id. */
export function metricNamed(id: MetricId): Metric {
  const metric = byId.get(id);
  if (!metric) throw new RangeError(`No metric is called "${id}"`);
  return metric;
}
