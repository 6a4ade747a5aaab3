import { poissonOne, seededRandom } from '../evidence/random';
import type { Day } from '../time/day';

/** How often each interval is drawn anew. */
export const DRAWS = 200;

/** How often a click day is taken in one resample: 0, 1, 2 … around a mean of 1. */
export type Times = (draw: number, clickDay: Day) => number;

/**
 * A bootstrap over click days in its Poisson form (Hanley & MacGibbon 2006). The same draw takes the
 * same days for every curve made with it, so that a campaign and the channel it is drawn towards vary
 * together.
 */
export function resampleDays(): Times {
  const known = new Map<Day, Uint8Array>();
  return (draw, clickDay) => {
    let times = known.get(clickDay);
    if (!times) {
      const random = seededRandom(clickDay + 7919);
      times = Uint8Array.from({ length: DRAWS }, () => poissonOne(random()));
      known.set(clickDay, times);
    }
    return times[draw] ?? 1;
  };
}
