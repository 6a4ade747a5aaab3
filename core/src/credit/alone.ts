import { NONE } from '../rows/coding';
import type { DayRange } from '../time/day';
import { cutJourneys } from './journeys';
import { creditMembers } from './members';
import type { TouchLog } from './touch-log';

/** What outcomes are asked for, and of touches of which days. */
export interface AloneAsked {
  readonly action: string;
  readonly days: DayRange;
  /** Hours back from the outcome. */
  readonly lookback: number;
}

/**
 * Outcomes of people who met one member and nothing else, by its codes in some dimensions, joined by a space: what it brought
 * by itself, 0 for those that touches tell and that brought none; what no touch tells is not measured, and not there. Whoever met several is left out, as a claim of the last one goes also to what only stood on the way. Outcomes of
 * touches of some days, whenever they came.
 */
export function outcomesAlone(log: TouchLog, dimensions: readonly string[], { action, days, lookback }: AloneAsked): Map<string, number> {
  const members = creditMembers(log, dimensions);
  const journeys = cutJourneys(log, members, { action, days, lookback, basis: 'click', views: true, direct: false });
  const keys = members.codes.map((codes) => (codes && !codes.includes(NONE) ? codes.join(' ') : null));
  const alone = new Map<string, number>(keys.flatMap((key) => (key === null ? [] : [[key, 0]])));
  for (let journey = 0; journey < journeys.length; journey++) {
    if (journeys.isSold[journey] !== 1) continue;
    const [from, to] = [journeys.touchesFrom[journey] ?? 0, journeys.touchesFrom[journey + 1] ?? 0];
    const first = journeys.member[from];
    if (first === undefined || from === to) continue;
    if (journeys.member.subarray(from, to).some((each) => each !== first)) continue;
    const key = keys[first];
    if (key == null) continue;
    alone.set(key, (alone.get(key) ?? 0) + (journeys.weight[journey] ?? 0));
  }
  return alone;
}
