import { isoDay, momentOf } from '../world/calendar';
import { draw } from '../world/random';
import type { ClientWorld } from '../world/spec';
import { changed } from '../people/columns';
import type { Outcome } from '../people/events';
import { lotLink } from './lots';
import { always, type Cell, type Days, type Field, type Report } from './report';
import type { Source } from './source';

const money = (hundredths: number): number => hundredths / 100;
/** What one of its outcomes is called. */
export const ONE = { purchase: 'Order', booking: 'Booking', lead: 'Lead', install: 'Install' } as const;

/** Columns of the list beyond those every client has, with what one outcome says in them. */
type Column = readonly [Field, (world: ClientWorld, of: Outcome) => Cell];

const TAGS: readonly Column[] = [
  [
    always('Clicked at', 'text', 'The click its tags tell of; empty without tags'),
    (world, of) => (of.tags > 0 ? momentOf(world.zone, of.clickDay, of.clickMinute) : null),
  ],
  [
    always('Tag campaign', 'text', 'Campaign it is tagged with'),
    (world, of) => (of.tags > 0 ? (world.campaigns[of.campaign - 1]?.id ?? null) : null),
  ],
  [
    always('Tag ad', 'text', 'Ad it is tagged with'),
    (world, of) => (of.tags === 2 ? (world.campaigns[of.campaign - 1]?.groups[of.group]?.ads[of.ad]?.id ?? null) : null),
  ],
  [always('Tag link', 'text', 'Tracked link it came by, where traffic is bought in lots'), linkOf],
];

function linkOf(world: ClientWorld, of: Outcome): string | null {
  const campaign = world.campaigns[of.campaign - 1];
  return of.tags > 0 && campaign?.inLots === true ? lotLink(world, campaign, of.group, of.clickDay) : null;
}

const PRICED: readonly Column[] = [
  [always('Goods net', 'outcome', 'Without tax and shipping'), (_, { value }) => money(value)],
  [always('Tax', 'text', 'On top'), (_, { value }) => money(Math.round(value / 5))],
  [always('Shipping', 'text', 'On top'), (_, { value }) => (value >= 2500 ? 0 : 3.5)],
  [always('Refunded', 'text', 'Paid back later, of the goods'), (_, { value, person }) => (draw(person, 310) < 0.03 ? money(value) : 0)],
];

/** What becomes of a lead: the gym accepts it in opening hours, it comes, it joins. */
const FOLLOWED: readonly Column[] = [
  [always('Accepted', 'text', 'yes, or no where it came outside hours or was none'), (_, of) => (isAccepted(of) ? 'yes' : 'no')],
  [always('Attended at', 'text', 'Day of the trial visit'), (_, of) => (hasAttended(of) ? isoDay(of.day + 2 + (of.person % 9)) : null)],
  [
    always('Joined at', 'text', 'Day the membership began'),
    (_, of) => (hasAttended(of) && draw(of.person, 313) < 0.42 ? isoDay(of.day + 4 + (of.person % 19)) : null),
  ],
];
const isAccepted = ({ minute, person }: Outcome): boolean => minute >= 6 * 60 && minute < 21 * 60 && draw(person, 311) < 0.93;
const hasAttended = (of: Outcome): boolean => isAccepted(of) && draw(of.person, 312) < 0.58;

export const idOf = (world: ClientWorld, of: Outcome): string =>
  `${world.prefix}-${of.born.toString(36)}${of.person.toString(36)}`.toUpperCase();

/** The client's own list of orders, bookings, leads or installs: every one once, with the tags that survived. */
export function tillReport(source: Source): Report {
  const { world } = source;
  const columns: readonly Column[] = [
    [always(ONE[world.action], 'member', 'Its number'), idOf],
    [always('Ordered at', 'text', 'When'), (_, of) => momentOf(world.zone, of.day, of.minute)],
    ...(world.price > 0 ? PRICED : []),
    ...TAGS,
    [always('Customer', 'text', 'first or returning'), (_, { first }) => (first === 1 ? 'first' : 'returning')],
    ...(world.action === 'lead' ? FOLLOWED : []),
  ];
  return {
    id: 'till',
    name: `${ONE[world.action]}s`,
    restates: 30,
    fields: [always('Day', 'day', 'Day of the sale'), ...columns.map(([field]) => field)],
    rows: (days) => outcomesOn(source, days, (of) => of).map((of) => [isoDay(of.day), ...columns.map(([, write]) => write(world, of))]),
  };
}

const SUBSCRIBES = 0.11;
const PRICES = [399, 2499] as const;

/** What became of an install: a subscription, of some, days after it. */
export function subscribed(of: Outcome): Outcome | undefined {
  if (draw(of.person, 320) >= SUBSCRIBES) return undefined;
  const lag = 1 + Math.floor(draw(of.person, 321) ** 2 * 13);
  return changed(of, { day: of.day + lag, minute: Math.floor(draw(of.person, 322) * 1440), value: PRICES[of.person % 5 === 0 ? 1 : 0] });
}

/** Those who installed the app and later paid for it: when, and how much. */
export function subscriptionsReport(source: Source): Report {
  const { world } = source;
  const columns: readonly Column[] = [
    [always('Subscription', 'member', 'Its number'), (_, of) => `${idOf(world, of)}-S`],
    [always('Install', 'text', 'The install it followed'), (_, of) => idOf(world, of)],
    [always('Ordered at', 'text', 'When'), (_, of) => momentOf(world.zone, of.day, of.minute)],
    [always('Goods net', 'outcome', 'What was paid first'), (_, { value }) => money(value)],
    ...TAGS,
  ];
  return {
    id: 'subscriptions',
    name: 'Subscriptions',
    restates: 14,
    fields: [always('Day', 'day', 'Day it began'), ...columns.map(([field]) => field)],
    rows: (days) => outcomesOn(source, days, subscribed).map((of) => [isoDay(of.day), ...columns.map(([, write]) => write(world, of))]),
  };
}

/** Outcomes the client's own system knows of, as something makes them, that fall on these days; in order of time. */
export function outcomesOn({ events, hasPassed }: Source, { from, to }: Days, made: (of: Outcome) => Outcome | undefined): Outcome[] {
  const { outcomes } = events;
  const found: Outcome[] = [];
  for (let row = 0; row < outcomes.length; row++) {
    if (outcomes.get('elsewhere', row) === 1 || outcomes.get('day', row) > to) continue;
    const of = made(outcomes.row(row));
    if (of && of.day >= from && of.day <= to && hasPassed(of.day, of.minute)) found.push(of);
  }
  return found.sort((a, b) => a.day - b.day || a.minute - b.minute || a.person - b.person);
}
