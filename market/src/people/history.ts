import { holds } from '../world/calendar';
import { countAround, mix, seedOf } from '../world/random';
import type { ClientWorld } from '../world/spec';
import { type Events, LONGEST_INTEREST } from './events';
import { People } from './person';
import type { Settings } from './settings';

export interface LiveOptions {
  /** Days of birth to live through, both included. */
  readonly from: number;
  readonly to: number;
  /** Touches on this day and later are left out: they have not happened yet. */
  readonly before: number;
  /** Minutes of that day that have passed all the same; 0 unless said. */
  readonly passed?: number;
  /** A campaign that never runs. */
  readonly without?: string;
}

/**
 * Lives through the people born on each day, in order, and puts what they did at the end of
 * `events`. Outcomes are kept also when they lie ahead: whoever reads them knows what day it is.
 */
export function live(world: ClientWorld, settings: Settings, events: Events, options: LiveOptions): void {
  const people = new People(world, settings, options.without);
  for (let born = options.from; born <= options.to; born++)
    bornOn(people, born, (home, seed) => add(events, people.live(home, born, seed), options));
}

/** Tells of each person born on a day: the campaign whose market they are born in, and the number their draws begin from. */
export function bornOn(people: People, day: number, tell: (home: number, seed: number) => void): void {
  for (const [home, campaign] of people.world.campaigns.entries()) {
    if (!holds(campaign, day)) continue;
    const seed = mix(seedOf(people.world, campaign.id), day);
    const count = countAround(seed, 7, people.dayOf(home, day).births);
    for (let nth = 0; nth < count; nth++) tell(home, mix(seed, nth + 1));
  }
}

function add(events: Events, lived: ReturnType<People['live']>, { before, passed = 0 }: LiveOptions): void {
  if (!lived) return;
  const has = ({ day, minute }: { day: number; minute: number }): boolean => day < before || (day === before && minute < passed);
  for (const touch of lived.touches) if (has(touch)) events.touches.push(touch);
  // What a touch yet to come will bring has not begun either.
  const begun = lived.touches.length === 0 || lived.touches.some(has);
  if (lived.outcome && begun) events.outcomes.push(lived.outcome);
}

/**
 * Forgets what people born within the longest interest before a day did, and returns the first day
 * of birth to live through again: settings may have changed what they meet from that day on.
 */
export function rewind({ touches, outcomes }: Events, day: number): number {
  const from = day - LONGEST_INTEREST;
  touches.truncate(touches.firstAt('born', from));
  outcomes.truncate(outcomes.firstAt('born', from));
  return from;
}
