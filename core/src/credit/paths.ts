import type { Journeys } from './journeys';
import { placeEnd } from './places';

/** Journeys that went the same way and ended alike, one of each. */
export interface Paths {
  /** One journey of each path; its weight is that of all of them together. */
  readonly journeys: Journeys;
  /** The path of each journey. */
  readonly pathOf: Uint32Array;
}

/** Groups journeys by the members they met in order, those of one moment in no order, and by whether they were sold. */
export function distinctPaths(journeys: Journeys): Paths {
  const { length, weight, isSold } = journeys;
  const trail = new Trail(journeys);
  const known = new Map<number, number>();
  const first: number[] = [];
  const sums: number[] = [];
  const pathOf = new Uint32Array(length);
  for (let journey = 0; journey < length; journey++) {
    const end = trail.endOf(journey) * 2 + (isSold[journey] ?? 0);
    let path = known.get(end);
    if (path === undefined) {
      path = first.push(journey) - 1;
      sums.push(0);
      known.set(end, path);
    }
    pathOf[journey] = path;
    sums[path] = (sums[path] ?? 0) + (weight[journey] ?? 0);
  }
  return { journeys: picked(journeys, first, Float64Array.from(sums)), pathOf };
}

/** Numbers the ways that journeys go: each step from a numbered way leads to another. */
class Trail {
  private readonly steps = new Map<number, number>();
  private readonly together: number[] = [];

  constructor(private readonly journeys: Journeys) {}

  endOf(journey: number): number {
    const { touchesFrom, age, member, members } = this.journeys;
    const to = touchesFrom[journey + 1] ?? 0;
    let way = 0;
    for (let at = touchesFrom[journey] ?? 0, end = at; at < to; at = end) {
      end = placeEnd(age, at, to);
      this.together.length = 0;
      for (let touch = at; touch < end; touch++) this.together.push(member[touch] ?? 0);
      if (end - at > 1) this.together.sort((a, b) => a - b);
      for (const [nth, of] of this.together.entries()) way = this.next((way * members + of) * 2 + (nth === 0 ? 0 : 1));
    }
    return way;
  }

  private next(step: number): number {
    const known = this.steps.get(step) ?? this.steps.size + 1;
    this.steps.set(step, known);
    return known;
  }
}

/** Some of the journeys, by their places, with a weight of their own. */
function picked(journeys: Journeys, places: readonly number[], weight: Float64Array): Journeys {
  const { touchesFrom } = journeys;
  const touches: number[] = [];
  const from = Uint32Array.from([0, ...places], (_, at) => {
    const place = places[at - 1];
    if (place !== undefined) for (let touch = touchesFrom[place] ?? 0; touch < (touchesFrom[place + 1] ?? 0); touch++) touches.push(touch);
    return touches.length;
  });
  const of = <Column extends Uint8Array | Uint32Array | Int32Array | Float64Array>(column: Column, at: readonly number[]): Column => {
    const own = column.slice(0, at.length) as Column;
    for (const [to, place] of at.entries()) own[to] = column[place] ?? 0;
    return own;
  };
  return {
    length: places.length,
    person: of(journeys.person, places),
    day: of(journeys.day, places),
    weight,
    isSold: of(journeys.isSold, places),
    outcome: of(journeys.outcome, places),
    value: of(journeys.value, places),
    touchesFrom: from,
    touch: of(journeys.touch, touches),
    age: of(journeys.age, touches),
    member: of(journeys.member, touches),
    members: journeys.members,
    isAsked: of(journeys.isAsked, touches),
  };
}
