import type { JourneysReply, JourneysRequest } from '@lens/contract';
import {
  codeAt,
  compacted,
  creditMembers,
  cutJourneys,
  type CreditMembers,
  type Journeys,
  journeyShape,
  journeysWith,
  lookbacks,
  MILLIONTHS,
  type Names,
  NONE,
  touchedIn,
  type TouchLog,
} from '@lens/core';
import type { ClientData } from './client-data';
import { journeyQuestion } from './journey-question';
import { knownTouches } from './known-touches';

const HOURS = 24;
/** Lookbacks beside the one asked for, in days. */
const LOOKBACKS = [7, 14, 30, 60, 90];
const MOST_PATHS = 25;
const MOST_FOUND = 50;
/** What is told of each touch of a journey, where it is known. */
const TOLD = ['channel', 'campaign', 'ad', 'keyword', 'source', 'device', 'landing page'];

/** How the journeys to a client's outcomes went. */
export function journeysOf(data: ClientData, client: string, asked: JourneysRequest): JourneysReply {
  const loaded = data.load(client, asked.knownOn);
  const { log } = loaded.touches();
  const names = data.namesOf(loaded);
  const question = journeyQuestion(asked, names);
  const members = creditMembers(log, question.by, question.where);
  const { journeys, places } = compacted(cutJourneys(log, members, question));
  const called = places.map((place) => nameOf(members, place, asked.by, names));
  const shape = journeyShape(journeys, { most: MOST_PATHS, once: asked.once });
  const touched = touchedIn(journeys);
  const days = [...new Set([...LOOKBACKS, asked.lookback])].sort((a, b) => a - b);
  const wide = compacted(cutJourneys(log, members, { ...question, lookback: Math.max(...days) * HOURS }));
  return {
    ...knownTouches(log, loaded.tables.vocabulary),
    members: called,
    outcomes: soldIn(journeys),
    touched: touched.outcomes,
    ...shape,
    byFirst: shape.byFirst.map((each) => ({ ...each, value: each.value / MILLIONTHS })),
    paths: shape.paths.map((each) => ({ ...each, value: each.value / MILLIONTHS })),
    firstByLast: shape.firstByLast && crossed(shape.firstByLast, called.length),
    lookbackMembers: wide.places.map((place) => nameOf(members, place, asked.by, names)),
    lookbacks: lookbacks(
      wide.journeys,
      days.map((each) => each * HOURS),
    ).map(({ hours, met, ...each }) => ({ ...each, days: hours / HOURS, met: [...met] })),
    found: foundIn(log, journeys, called, { containing: asked.containing, names }),
  };
}

/** A table of so many rows and columns that lies row by row. */
const crossed = (cells: Float64Array, members: number): number[][] =>
  Array.from({ length: members }, (_, row) => [...cells.subarray(row * members, (row + 1) * members)]);

const soldIn = ({ isSold, weight }: Journeys): number => weight.reduce((sum, each, journey) => sum + (isSold[journey] === 1 ? each : 0), 0);

/** What a member is called: empty where touches do not tell, null for all that is not asked for. */
function nameOf({ codes }: CreditMembers, place: number, by: readonly string[], names: Names): string | null {
  const all = codes[place];
  if (!all) return null;
  const own = all.map((code, at) => (code === NONE ? '' : names(by[at] ?? '', code)));
  return own.every((name) => name === '') ? '' : own.map((name) => (name === '' ? '–' : name)).join(' · ');
}

interface Sought {
  readonly containing: readonly string[];
  readonly names: Names;
}

/** Journeys that hold all that is sought, the newest with all of their touches. */
function foundIn(
  log: TouchLog,
  journeys: Journeys,
  called: readonly (string | null)[],
  { containing, names }: Sought,
): JourneysReply['found'] {
  const groups = containing.map((text) => {
    const sought = text.toLocaleLowerCase();
    return new Set(called.flatMap((name, member) => (name?.toLocaleLowerCase().includes(sought) ? [member] : [])));
  });
  const lastOf = (journey: number): number => journeys.touch[(journeys.touchesFrom[journey + 1] ?? 1) - 1] ?? 0;
  const { touchesFrom, age, isSold, value } = journeys;
  const endOf = (journey: number): number => (log.moment[lastOf(journey)] ?? 0) + (age[(touchesFrom[journey + 1] ?? 1) - 1] ?? 0);
  const found = journeysWith(journeys, groups, { most: MOST_FOUND, endOf });
  return {
    sold: found.sold,
    unsold: found.unsold,
    value: found.value / MILLIONTHS,
    journeys: found.places.map((journey) => ({
      isSold: isSold[journey] === 1,
      day: journeys.day[journey] ?? 0,
      value: isSold[journey] === 1 && !Number.isNaN(value[journey]) ? (value[journey] ?? 0) / MILLIONTHS : null,
      touches: Array.from({ length: (touchesFrom[journey + 1] ?? 0) - (touchesFrom[journey] ?? 0) }, (_, nth) => {
        const at = (touchesFrom[journey] ?? 0) + nth;
        return toldOf(log, journeys.touch[at] ?? 0, { before: age[at] ?? 0, names });
      }),
    })),
  };
}

function toldOf(
  log: TouchLog,
  touch: number,
  { before, names }: { readonly before: number; readonly names: Names },
): JourneysReply['found']['journeys'][number]['touches'][number] {
  const told = TOLD.flatMap((dimension) => {
    const coding = log.codes.get(dimension);
    const code = coding ? codeAt(coding, log[coding.of][touch] ?? 0) : NONE;
    return code === NONE ? [] : [names(dimension, code)];
  });
  return {
    day: log.day[touch] ?? 0,
    daysBefore: before / 86_400,
    hoursBefore: before / 3600,
    isView: log.isView[touch] === 1,
    names: told,
  };
}
