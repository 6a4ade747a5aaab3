import { holds, isoDay, momentOf } from '../world/calendar';
import { draw } from '../world/random';
import type { ClientWorld } from '../world/spec';
import { DEVICES, DID, type Events, rowsOn, type Touches } from '../people/events';
import { lotLink } from './lots';
import { always, type Cell, type Days, type Report } from './report';

/** Ways the same source is written, as careless tagging leaves them. */
const SPELLINGS: Readonly<Record<string, readonly string[]>> = {
  'harbor-search': ['harbor / paid', 'Harbor Search', 'harbor-cpc'],
  'tern-search': ['tern / paid', 'ternsearch'],
  'wren-social': ['wren-mobile', 'go.wren.example', 'Wren Soc. paid', 'wren'],
  'cobble-video': ['cobble', 'cobble-video'],
  'hedgerow-display': ['hedgerow', 'display'],
  stallway: ['stallway'],
  larkmail: ['larkmail', 'letter', '(not set)'],
  doorstep: ['doorstep', 'maps'],
};

/** Visits by where they came from and where they landed, as the site's own analytics count them. */
export function visitsReport(world: ClientWorld, { touches }: Events): Report {
  return {
    id: 'visits',
    name: 'Visits by source and page',
    restates: 2,
    fields: [
      always('Day', 'day', 'Day of the visit'),
      always('Source', 'dimension', 'Where the visit says it came from'),
      always('Landing page', 'dimension', 'Where it began'),
      always('Visits', 'measure', 'Visits'),
      always('New visitors', 'measure', 'Not seen before'),
      always('Visits that stayed', 'measure', 'Longer than ten seconds'),
    ],
    rows: (days) => visitRows(world, touches, days, (touch) => [sourceOf(world, touch.campaign, touch.person), pageOf(world, touch)]),
  };
}

/** Visits by the tracked links of lots; those that came without one stand under an empty link. */
export function linksReport(world: ClientWorld, { touches }: Events): Report {
  return {
    id: 'links',
    name: 'Visits by tracked link',
    restates: 2,
    fields: [
      always('Day', 'day', 'Day of the visit'),
      always('Tracked link', 'dimension', 'The link it came by, empty for the others'),
      always('Visits', 'measure', 'Visits'),
      always('New visitors', 'measure', 'Not seen before'),
      always('Visits that stayed', 'measure', 'Longer than ten seconds'),
    ],
    rows: (days) =>
      visitRows(world, touches, days, ({ campaign, group, day }) => {
        const spec = world.campaigns[campaign];
        return [spec?.inLots === true ? lotLink(world, spec, group, day) : ''];
      }),
  };
}

type Touch = ReturnType<Touches['row']>;

/** Visits of the days by what `keysOf` says of each. */
function visitRows(world: ClientWorld, touches: Touches, { from, to }: Days, keysOf: (touch: Touch) => string[]): Cell[][] {
  const sums = new Map<string, { day: number; keys: string[]; visits: number; fresh: number; stayed: number }>();
  for (const row of rowsOn(touches, { from, to })) {
    const flags = touches.get('flags', row);
    if ((flags & DID.visit) === 0) continue;
    const touch = touches.row(row);
    const page = pageOf(world, touch);
    if (world.events.some((event) => event.lostTagPage === page && holds(event, touch.day))) continue;
    const keys = keysOf(touch);
    const key = [touch.day, ...keys].join(' ');
    const sum = sums.get(key) ?? { day: touch.day, keys, visits: 0, fresh: 0, stayed: 0 };
    sums.set(key, sum);
    sum.visits += 1;
    sum.fresh += (flags & DID.newVisitor) === 0 ? 0 : 1;
    sum.stayed += (flags & DID.stayed) === 0 ? 0 : 1;
  }
  return [...sums.values()]
    .sort((a, b) => a.day - b.day || a.keys.join(' ').localeCompare(b.keys.join(' '), 'en'))
    .map((sum) => [isoDay(sum.day), ...sum.keys, sum.visits, sum.fresh, sum.stayed]);
}

const pageOf = (world: ClientWorld, { page }: Touch): string => world.pages[page] ?? '';

function sourceOf(world: ClientWorld, campaign: number, person: number): string {
  const spec = world.campaigns[campaign];
  if (!spec || spec.channel === 'unpaid') return spec?.name ?? '';
  const spellings = SPELLINGS[spec.channel] ?? [spec.channel];
  return spellings[Math.floor(draw(person, 301) * spellings.length)] ?? spec.channel;
}

/** Touches in order: all journeys that ended in an outcome, one in `KEPT` of the others, each with its weight. */
const KEPT = 100;
export function journeysReport(world: ClientWorld, { touches, outcomes }: Events): Report {
  return {
    id: 'journeys',
    name: 'Journeys',
    restates: 30,
    fields: [
      always('Day', 'day', 'Day of the touch'),
      always('Journey', 'text', 'Whose touch it is: a number for each journey'),
      always('Touch', 'text', 'Its place in the journey, from 1'),
      always('At', 'text', 'When'),
      always('Kind', 'text', 'click, or view where it was seen and not clicked'),
      always('Source', 'text', 'Where it came from'),
      always('Campaign ID', 'text', 'The channel’s own number of the campaign'),
      always('Device', 'text', 'What it was seen on'),
      always('Weight', 'text', `How many journeys it stands for: of those without an outcome one in ${KEPT} is kept`),
      always('Outcome at', 'text', 'When the journey ended in an outcome; empty where it did not'),
    ],
    rows: ({ from, to }) => {
      const ended = new Map<number, number>();
      for (let row = 0; row < outcomes.length; row++) if (outcomes.get('day', row) <= to) ended.set(outcomes.get('person', row), row);
      const rows: Cell[][] = [];
      for (const row of rowsOn(touches, { from, to })) {
        const touch = touches.row(row);
        const outcome = ended.get(touch.person);
        if (outcome === undefined && touch.person % KEPT !== 0) continue;
        const spec = world.campaigns[touch.campaign];
        rows.push([
          isoDay(touch.day),
          touch.person.toString(36),
          touch.nth + 1,
          momentOf(world.zone, touch.day, touch.minute),
          (touch.flags & DID.viewed) === 0 ? 'click' : 'view',
          sourceOf(world, touch.campaign, touch.person),
          spec?.channel === 'unpaid' ? null : (spec?.id ?? null),
          DEVICES[touch.device] ?? '',
          outcome === undefined ? KEPT : 1,
          outcome === undefined ? null : momentOf(world.zone, outcomes.get('day', outcome), outcomes.get('minute', outcome)),
        ]);
      }
      return rows.sort((a, b) => String(a[3]).localeCompare(String(b[3]), 'en'));
    },
  };
}
