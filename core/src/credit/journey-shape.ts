import { quantile } from 'simple-statistics';
import { type JourneyFlow, journeyFlow } from './flow';
import { distinctPaths } from './paths';
import type { Journeys } from './journeys';
import { placeEnd } from './places';

const DAY = 86_400;

/** How journeys that ended in an outcome went. Outcomes are by weight, values in millionths. */
export interface JourneyShape {
  /** Outcomes by the number of touches before them, from 1. */
  readonly byLength: readonly Band[];
  /** Outcomes by the whole days from the first touch. */
  readonly byDays: readonly Band[];
  /** In days: from the first touch to the outcome, and from one touch to the next; null where there are none. */
  readonly medianDays: number | null;
  readonly medianBetween: number | null;
  readonly meanLength: number | null;
  /** By the member of the first place, the most outcomes first; a first place shared by several counts for each by its part. */
  readonly byFirst: readonly FirstTouch[];
  /** The commonest ways, the most outcomes first. */
  readonly paths: readonly JourneyPath[];
  /** How many different ways there are. */
  readonly pathCount: number;
  /** All ways together, each from what began it to what finished it. */
  readonly flow: JourneyFlow;
  /** Outcomes by the members of the first place (row) and of the last (column), row by row; null for more members than can be looked at. */
  readonly firstByLast: Float64Array | null;
}

/** From so many up to so many, `to` null for no end. */
export interface Band {
  readonly from: number;
  readonly to: number | null;
  readonly outcomes: number;
  /** Of all outcomes with a touch. */
  readonly share: number;
}

export interface FirstTouch {
  readonly member: number;
  readonly outcomes: number;
  readonly value: number;
  readonly meanLength: number;
  readonly medianDays: number;
}

export interface JourneyPath {
  /** The members of each place in order. */
  readonly steps: readonly (readonly number[])[];
  readonly outcomes: number;
  readonly value: number;
  /** Of all outcomes with a touch. */
  readonly share: number;
  /** People who went this way and ended in nothing. */
  readonly unsold: number;
  /** Of all who went it, the share that ended in an outcome; null where fewer than five journeys of either kind say so. */
  readonly rate: number | null;
}

/** Journeys of either kind below which a path says nothing of how often it leads to an outcome. */
const LEAST_OF_EACH = 5;
/** Members up to which those of the first touch are crossed with those of the last. */
const MOST_CROSSED = 40;
/** Members that a flow tells apart. */
const MOST_TOLD_APART = 7;
const LENGTHS = [1, 2, 3, 4, 5, 10];
const DAYS = [0, 1, 2, 4, 8, 15, 31, 61];

/** The shape of journeys (calculations 15), with `most` of their paths; `once` takes what repeats at once in a path as one step. */
export function journeyShape(journeys: Journeys, { most, once }: { readonly most: number; readonly once: boolean }): JourneyShape {
  const { length, members, isSold, weight, value, touchesFrom, age, member } = journeys;
  const [lengths, days, between] = [new Weighed(), new Weighed(), new Weighed()];
  const firstByLast = members > MOST_CROSSED ? null : new Float64Array(members * members);
  const firsts = Array.from({ length: members }, () => ({ outcomes: 0, value: 0, touches: 0, days: new Weighed() }));
  for (let journey = 0; journey < length; journey++) {
    const [from, to] = [touchesFrom[journey] ?? 0, touchesFrom[journey + 1] ?? 0];
    if (isSold[journey] === 0 || from === to) continue;
    const times = weight[journey] ?? 0;
    const worth = Number.isNaN(value[journey]) ? 0 : (value[journey] ?? 0);
    const taken = (age[from] ?? 0) / DAY;
    lengths.add(to - from, times);
    days.add(taken, times);
    for (let touch = from + 1; touch < to; touch++) between.add(((age[touch - 1] ?? 0) - (age[touch] ?? 0)) / DAY, times);
    const opening = placeEnd(age, from, to);
    let closing = to - 1;
    while (closing > from && age[closing - 1] === age[to - 1]) closing -= 1;
    for (let first = from; first < opening; first++) {
      const own = firsts[member[first] ?? 0];
      const part = times / (opening - from);
      if (own) {
        own.outcomes += part;
        own.value += part * worth;
        own.touches += part * (to - from);
        own.days.add(taken, part);
      }
      if (!firstByLast) continue;
      for (let last = closing; last < to; last++) {
        const cell = (member[first] ?? 0) * members + (member[last] ?? 0);
        firstByLast[cell] = (firstByLast[cell] ?? 0) + part / (to - closing);
      }
    }
  }
  const paths = pathsOf(once ? withoutRepeats(journeys) : journeys);
  return {
    byLength: bandsOf(LENGTHS, lengths),
    byDays: bandsOf(DAYS, days),
    medianDays: days.median(),
    medianBetween: between.median(),
    meanLength: lengths.mean(),
    byFirst: firsts
      .map(({ outcomes, value: own, touches, days: taken }, place) => ({
        member: place,
        outcomes,
        value: own,
        meanLength: touches / outcomes,
        medianDays: taken.median() ?? 0,
      }))
      .filter(({ outcomes }) => outcomes > 0)
      .sort((a, b) => b.outcomes - a.outcomes),
    paths: paths.slice(0, most),
    pathCount: paths.length,
    flow: journeyFlow(paths, MOST_TOLD_APART),
    firstByLast,
  };
}

/** Numbers that each stand for so many. */
class Weighed {
  private readonly numbers: number[] = [];
  private readonly weights: number[] = [];
  total = 0;

  add(number: number, weight: number): void {
    this.numbers.push(number);
    this.weights.push(weight);
    this.total += weight;
  }

  /** The number with half of the weight below it; weights are nearly all the same, so that it is taken of the numbers. */
  median(): number | null {
    return this.numbers.length === 0 ? null : quantile(this.numbers, 0.5);
  }

  mean(): number | null {
    return this.total === 0 ? null : this.numbers.reduce((sum, number, at) => sum + number * (this.weights[at] ?? 0), 0) / this.total;
  }

  /** The weight of what is at least `from` and below `before`. */
  between(from: number, before: number): number {
    return this.numbers.reduce((sum, number, at) => sum + (number >= from && number < before ? (this.weights[at] ?? 0) : 0), 0);
  }
}

const bandsOf = (starts: readonly number[], of: Weighed): Band[] =>
  starts.map((from, at) => {
    const next = starts[at + 1];
    const outcomes = of.between(from, next ?? Infinity);
    return { from, to: next === undefined ? null : next - 1, outcomes, share: of.total === 0 ? 0 : outcomes / of.total };
  });

/** The different paths with a touch that ended in an outcome, the most outcomes first. */
function pathsOf(journeys: Journeys): JourneyPath[] {
  const { journeys: paths, pathOf } = distinctPaths(journeys);
  const worth = new Float64Array(paths.length);
  const seen = new Float64Array(paths.length);
  for (const [journey, path] of pathOf.entries()) {
    seen[path] = (seen[path] ?? 0) + 1;
    if (!Number.isNaN(journeys.value[journey]))
      worth[path] = (worth[path] ?? 0) + (journeys.value[journey] ?? 0) * (journeys.weight[journey] ?? 0);
  }
  const found = new Map<
    string,
    { steps: number[][]; outcomes: number; value: number; unsold: number; seen: [sold: number, unsold: number] }
  >();
  for (let path = 0; path < paths.length; path++) {
    const steps = stepsOf(paths, path);
    if (steps.length === 0) continue;
    const key = steps.map((step) => step.join('+')).join(' ');
    const own = found.get(key) ?? { steps, outcomes: 0, value: 0, unsold: 0, seen: [0, 0] };
    found.set(key, own);
    if (paths.isSold[path] === 1) {
      own.outcomes += paths.weight[path] ?? 0;
      own.value += worth[path] ?? 0;
      own.seen[0] += seen[path] ?? 0;
    } else {
      own.unsold += paths.weight[path] ?? 0;
      own.seen[1] += seen[path] ?? 0;
    }
  }
  const sold = [...found.values()].filter(({ outcomes }) => outcomes > 0);
  const all = sold.reduce((sum, { outcomes }) => sum + outcomes, 0);
  return sold
    .map(({ seen: journeys, ...path }) => ({
      ...path,
      share: path.outcomes / all,
      rate: Math.min(...journeys) < LEAST_OF_EACH ? null : path.outcomes / (path.outcomes + path.unsold),
    }))
    .sort((a, b) => b.outcomes - a.outcomes || b.value - a.value);
}

function stepsOf({ touchesFrom, age, member }: Journeys, journey: number): number[][] {
  const steps: number[][] = [];
  const to = touchesFrom[journey + 1] ?? 0;
  for (let at = touchesFrom[journey] ?? 0, end = at; at < to; at = end) {
    end = placeEnd(age, at, to);
    steps.push([...member.subarray(at, end)].sort((a, b) => a - b));
  }
  return steps;
}

/** Journeys in which a member that was just met is not met again. */
function withoutRepeats(journeys: Journeys): Journeys {
  const { length, touchesFrom, member } = journeys;
  const isKept = new Uint8Array(member.length).fill(1);
  const from = new Uint32Array(length + 1);
  let kept = 0;
  for (let journey = 0; journey < length; journey++) {
    for (let touch = touchesFrom[journey] ?? 0; touch < (touchesFrom[journey + 1] ?? 0); touch++) {
      if (touch > (touchesFrom[journey] ?? 0) && member[touch] === member[touch - 1]) isKept[touch] = 0;
      kept += isKept[touch] ?? 0;
    }
    from[journey + 1] = kept;
  }
  const keep = <Column extends Uint8Array | Uint32Array>(column: Column): Column =>
    column.filter((_: number, touch: number) => isKept[touch] === 1) as Column;
  return {
    ...journeys,
    touchesFrom: from,
    touch: keep(journeys.touch),
    age: keep(journeys.age),
    member: keep(member),
    isAsked: keep(journeys.isAsked),
  };
}
