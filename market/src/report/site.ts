import { holds, isoDay } from '../world/calendar';
import { draw } from '../world/random';
import type { ClientWorld } from '../world/spec';
import { DID, type Events, rowsOn, type Touches } from '../people/events';
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
  const lost = world.events.filter(({ lostTagPage }) => lostTagPage !== undefined);
  const allFlags = touches.column('flags');
  for (const row of rowsOn(touches, { from, to })) {
    const flags = allFlags[row] ?? 0;
    if ((flags & DID.visit) === 0) continue;
    const touch = touches.row(row);
    if (lost.some((event) => event.lostTagPage === pageOf(world, touch) && holds(event, touch.day))) continue;
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

export const pageOf = (world: ClientWorld, { page }: Pick<Touch, 'page'>): string => world.pages[page] ?? '';

/** How the visits of a person to a campaign are tagged: some careless spelling of its channel. */
export function sourceOf(world: ClientWorld, campaign: number, person: number): string {
  const spec = world.campaigns[campaign];
  if (!spec || spec.channel === 'unpaid') return spec?.name ?? '';
  const spellings = SPELLINGS[spec.channel] ?? [spec.channel];
  return spellings[Math.floor(draw(person, 301) * spellings.length)] ?? spec.channel;
}
