import { daysOf } from './lived';
import { dayOf, holds } from '../world/calendar';
import type { ClientWorld, WorldEvent } from '../world/spec';

/** An event of more days than this is how things are from then on. */
const PASSING = 62;
const DAYS = 28;

const alters = ({ outcomes, demand, price }: WorldEvent): boolean => outcomes !== undefined || demand !== undefined || price !== undefined;

/**
 * The last 28 days (or as many as there are) before a day on which things were as they are: none of a passing
 * event that alters what people do, and none before what has come to stay.
 */
export function usualDays(world: ClientWorld, today: number): number[] {
  const altering = world.events.filter(alters);
  const isPassing = ({ from, to }: WorldEvent): boolean => dayOf(to) - dayOf(from) < PASSING;
  const since = altering.filter((event) => !isPassing(event) && dayOf(event.from) < today).map(({ from }) => dayOf(from));
  const from = Math.max(dayOf(world.from), ...since);
  const passing = altering.filter(isPassing);
  return daysOf({ from, to: today - 1 })
    .filter((day) => !passing.some((event) => holds(event, day)))
    .slice(-DAYS);
}
