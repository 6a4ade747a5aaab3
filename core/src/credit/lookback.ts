import type { Journeys } from './journeys';

/** What is found by looking back so many hours. */
export interface Lookback {
  readonly hours: number;
  /** Outcomes with a touch. */
  readonly touched: number;
  /** Of all outcomes. */
  readonly share: number;
  /** Outcomes with a touch of each member. */
  readonly met: Float64Array;
  /** Of each member, the share of what the longest of them finds; null where that is nothing. */
  readonly kept: readonly (number | null)[];
}

const HOUR = 3600;

/** What shorter looks back would find of journeys that were cut by the longest of them; hours upwards. */
export function lookbacks(journeys: Journeys, hours: readonly number[]): Lookback[] {
  const { length, members, isSold, weight, touchesFrom, age, member } = journeys;
  const outcomes = weight.reduce((sum, each, journey) => sum + (isSold[journey] === 1 ? each : 0), 0);
  const found = hours.map((back) => {
    const met = new Float64Array(members);
    const lastIn = new Int32Array(members).fill(-1);
    let touched = 0;
    for (let journey = 0; journey < length; journey++) {
      if (isSold[journey] === 0) continue;
      let some = false;
      for (let touch = touchesFrom[journey] ?? 0; touch < (touchesFrom[journey + 1] ?? 0); touch++) {
        const of = member[touch] ?? 0;
        if ((age[touch] ?? 0) > back * HOUR) continue;
        some = true;
        if (lastIn[of] === journey) continue;
        lastIn[of] = journey;
        met[of] = (met[of] ?? 0) + (weight[journey] ?? 0);
      }
      if (some) touched += weight[journey] ?? 0;
    }
    return { hours: back, touched, share: outcomes === 0 ? 0 : touched / outcomes, met };
  });
  const longest = found.at(-1)?.met;
  return found.map((each): Lookback => ({
    ...each,
    kept: Array.from(each.met, (own, of) => (longest?.[of] ? own / longest[of] : null)),
  }));
}
