import { dayOf } from '../world/calendar';
import { draw } from '../world/random';
import type { ClientWorld } from '../world/spec';
import { NAMES } from '../people/person';
import type { Touch } from '../people/events';
import type { Field } from './report';

/** Something a report can be cut by: its columns, and the code and texts of a touch. */
export interface Dimension {
  readonly fields: readonly (readonly [name: string, kind: Field['kind'], about: string])[];
  /** The columns of a touch that decide it, outermost first. */
  readonly columns: readonly (keyof Touch)[];
  /** What decides it, where it is coarser than its column. */
  readonly code?: (touch: number) => number;
  readonly write: (world: ClientWorld, touch: Touch) => (string | number)[];
}

const groupOf = (world: ClientWorld, touch: Touch) => world.campaigns[touch.campaign]?.groups[touch.group];
const keywordOf = (world: ClientWorld, touch: Touch) => groupOf(world, touch)?.keywords[touch.keyword];

/** The name of a campaign as its channel reports it, which may rename it from a day on. */
export function campaignName(world: ClientWorld, campaign: number, day: number): string {
  const spec = world.campaigns[campaign];
  const renamed = world.events.find((event) => event.renames?.campaign === spec?.id && day >= dayOf(event.from));
  return renamed?.renames?.to ?? spec?.name ?? '';
}

export const DIMENSIONS = {
  campaign: {
    fields: [
      ['Campaign ID', 'member', 'The channel’s own number of the campaign'],
      ['Campaign', 'member', 'Its name on that day'],
    ],
    columns: ['campaign'],
    write: (world, touch) => [world.campaigns[touch.campaign]?.id ?? '', campaignName(world, touch.campaign, touch.day)],
  },
  group: {
    fields: [
      ['Ad group ID', 'member', 'Its number'],
      ['Ad group', 'member', 'Its name'],
    ],
    columns: ['campaign', 'group'],
    write: (world, touch) => [groupOf(world, touch)?.id ?? '', groupOf(world, touch)?.name ?? ''],
  },
  ad: {
    fields: [
      ['Ad ID', 'member', 'Its number'],
      ['Ad', 'member', 'Its first line, or the name of its picture'],
      ['Ad status', 'setting', 'enabled on the days it ran'],
    ],
    columns: ['campaign', 'group', 'ad'],
    write: (world, touch) => [groupOf(world, touch)?.ads[touch.ad]?.id ?? '', groupOf(world, touch)?.ads[touch.ad]?.name ?? '', 'enabled'],
  },
  keyword: {
    fields: [
      ['Keyword', 'member', 'What was bid on'],
      ['Match', 'dimension', 'exact, phrase or broad'],
    ],
    columns: ['campaign', 'group', 'keyword'],
    write: (world, touch) => [keywordOf(world, touch)?.name ?? '', keywordOf(world, touch)?.match ?? ''],
  },
  term: {
    fields: [['Search term', 'dimension', 'What was typed']],
    columns: ['campaign', 'group', 'keyword', 'term'],
    write: (world, touch) => [keywordOf(world, touch)?.terms[touch.term]?.name ?? ''],
  },
  placement: place('Placement', 'The site or app the ad stood in'),
  subSource: place('Sub-source', 'The seller’s number of one place of its own'),
  product: place('Product', 'What was advertised'),
  phrase: place('Search phrase', 'What was searched for'),
  device: coded('Device', 'device', 'phone, computer or tablet'),
  age: coded('Age', 'age', 'Age group, guessed by the channel'),
  sex: coded('Sex', 'sex', 'As stated or guessed'),
  browser: coded('Browser', 'browser', 'The browser, or the app the page opened in'),
  region: {
    fields: [['Place', 'dimension', 'Where the person was']],
    columns: ['region'],
    write: (world, touch) => [world.places[touch.region]?.name ?? ''],
  },
  hour: {
    fields: [['Hour', 'dimension', 'Hour of the day of the click, 0 to 23']],
    columns: ['minute'],
    code: (minute) => Math.floor(minute / 60),
    write: (_world, touch) => [Math.floor(touch.minute / 60)],
  },
  carrier: ofPerson('Carrier', 'Whose network the phone was in', ['Skylark', 'Kestrel Mobile', 'Dunlin', 'home or office'], 302),
  platform: ofPerson('Platform', 'Where in the network it was shown', ['phone app', 'phone site', 'computer'], 303),
  surface: {
    fields: [['Surface', 'dimension', 'Where the listing was found: maps or search, on which device']],
    columns: ['campaign', 'group', 'device'],
    write: (world, touch) => [`${groupOf(world, touch)?.name ?? ''}, ${NAMES.device[touch.device] ?? ''}`],
  },
  picture: {
    fields: [['Picture', 'text', 'Address of the ad’s picture']],
    columns: ['campaign', 'group', 'ad'],
    write: (world, touch) => [`pictures/${groupOf(world, touch)?.ads[touch.ad]?.id ?? ''}.svg`],
  },
  page: {
    fields: [['Landing page', 'dimension', 'Where the click led']],
    columns: ['page'],
    write: (world, touch) => [world.pages[touch.page] ?? ''],
  },
  position: {
    fields: [['Position', 'dimension', 'Place among the ads of a results page, from 1']],
    columns: ['position'],
    write: (_world, touch) => [touch.position],
  },
} as const satisfies Record<string, Dimension>;
export type DimensionId = keyof typeof DIMENSIONS;

function place(name: string, about: string): Dimension {
  return {
    fields: [[name, 'dimension', about]],
    columns: ['campaign', 'group', 'place'],
    write: (world, touch) => [groupOf(world, touch)?.places[touch.place]?.name ?? ''],
  };
}

function coded(name: string, column: 'device' | 'age' | 'sex' | 'browser', about: string): Dimension {
  return { fields: [[name, 'dimension', about]], columns: [column], write: (_world, touch) => [NAMES[column][touch[column]] ?? ''] };
}

/** Something about a person that nothing else depends on, so that it is not kept but drawn again. */
function ofPerson(name: string, about: string, names: readonly string[], purpose: number): Dimension {
  const code = (person: number): number => Math.floor(draw(person, purpose) ** 1.5 * names.length);
  return { fields: [[name, 'dimension', about]], columns: ['person'], code, write: (_world, touch) => [names[code(touch.person)] ?? ''] };
}
