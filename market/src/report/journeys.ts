import { isoDay, momentOf } from '../world/calendar';
import { DEVICES, DID, type Outcome, rowsOn, type Touch } from '../people/events';
import { always, type Cell, type Days, type Report } from './report';
import { pageOf, sourceOf } from './site';
import type { Source } from './source';
import type { ClientWorld } from '../world/spec';
import { idOf, outcomesOn, subscribed } from './till';

/** Of people without an outcome one in so many is kept. */
const KEPT = 100;
/** Whoever buys late is in the log from then on, with all that they met: an interest lasts weeks, and so may deciding. */
const RESTATES = 120;

/** What the addresses of some channels tell of where an ad stood: the placement, and the seller's sub-source. */
function partOf(world: ClientWorld, { campaign, group, place }: Touch): [placement: Cell, subSource: Cell] {
  const spec = world.campaigns[campaign];
  const name = spec?.groups[group]?.places[place]?.name ?? null;
  return [spec?.channel === 'hedgerow-display' ? name : null, spec?.channel === 'larkmail' ? name : null];
}

/**
 * The site's log of people: what they met and what they did in the end, in order of time. Everybody with an outcome
 * that the site knows of is in it, and a sample of the others, each with their weight.
 */
export function journeysReport(source: Source): Report {
  const { world, events } = source;
  const touchRow = (touch: Touch, weight: number): Cell[] => {
    const spec = world.campaigns[touch.campaign];
    const isPaid = spec !== undefined && spec.channel !== 'unpaid';
    return [
      isoDay(touch.day),
      touch.person.toString(36),
      momentOf(world.zone, touch.day, touch.minute),
      (touch.flags & DID.viewed) === 0 ? 'click' : 'view',
      sourceOf(world, touch.campaign, touch.person),
      isPaid ? spec.id : null,
      isPaid ? (spec.groups[touch.group]?.ads[touch.ad]?.id ?? null) : null,
      DEVICES[touch.device] ?? '',
      pageOf(world, touch),
      ...partOf(world, touch),
      weight,
      null,
      null,
    ];
  };
  const outcomeRow = (of: Outcome, kind: string, order: string): Cell[] => [
    isoDay(of.day),
    of.person.toString(36),
    momentOf(world.zone, of.day, of.minute),
    kind,
    ...Array.from({ length: 8 }, () => null),
    of.value > 0 ? of.value / 100 : null,
    order,
  ];
  const outcomeRows = (days: Days): Cell[][] => [
    ...outcomesOn(source, days, (of) => of).map((of) => outcomeRow(of, world.action, idOf(world, of))),
    ...(world.action === 'install'
      ? outcomesOn(source, days, subscribed).map((of) => outcomeRow(of, 'subscription', `${idOf(world, of)}-S`))
      : []),
  ];
  return {
    id: 'journeys',
    name: 'Journeys',
    restates: RESTATES,
    fields: [
      always('Day', 'day', 'Day of the touch or the outcome'),
      always('Visitor', 'text', 'Whose it is: a number for each person'),
      always('At', 'text', 'When'),
      always('Kind', 'text', 'click, view where it was seen and not clicked, or the outcome that the line is'),
      always('Source', 'text', 'Where it came from'),
      always('Campaign ID', 'text', 'The channel’s own number of the campaign'),
      always('Ad ID', 'text', 'The channel’s own number of the ad'),
      always('Device', 'text', 'What it was seen on'),
      always('Landing page', 'text', 'Where the visit began'),
      always('Placement', 'text', 'Where the ad stood, as the address that was clicked told'),
      always('Sub-source', 'text', 'The seller’s number of the place, as the address that was clicked told'),
      always('Weight', 'text', `How many people it stands for: of those without an outcome one in ${KEPT} is kept`),
      always('Value', 'text', 'Of an outcome, without tax and shipping'),
      always('Order', 'text', 'Of an outcome, its number at the till'),
    ],
    rows: ({ from, to }) => {
      const ended = new Set(outcomesOn(source, { from: 0, to }, (of) => of).map(({ person }) => person));
      const rows: Cell[][] = [];
      for (const row of rowsOn(events.touches, { from, to })) {
        const person = events.touches.get('person', row);
        const isSold = ended.has(person);
        if (isSold || person % KEPT === 0) rows.push(touchRow(events.touches.row(row), isSold ? 1 : KEPT));
      }
      // Moments are written alike, so that their texts are in their order.
      return [...rows, ...outcomeRows({ from, to })].sort(([, , a], [, , b]) => (String(a) < String(b) ? -1 : Number(a !== b)));
    },
  };
}
