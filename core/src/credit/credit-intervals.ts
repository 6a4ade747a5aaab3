import { quantileSorted } from 'simple-statistics';
import type { Interval } from '../evidence/interval';
import { poissonOne, seededRandom } from '../evidence/random';
import { PositionPass } from './by-position';
import { type ChainedHow, type CreditGround, touchedIn, valueOfEach } from './credit-sums';
import type { Journeys } from './journeys';
import { CREDIT_RULES, type CreditRule, POSITION_RULES } from './rules';

/** Limits within which 95 of 100 resamples lie, by the place of the member; null where none were made. */
export interface CreditIntervals {
  readonly outcomes: Readonly<Record<CreditRule, readonly (Interval | null)[]>>;
  readonly value: Readonly<Record<CreditRule, readonly (Interval | null)[]>>;
  readonly carried: readonly (Interval | null)[];
  readonly lost: readonly (Interval | null)[];
  /** How many resamples there were. */
  readonly draws: number;
}

/** What all resamples together may take, in steps of some ten nanoseconds. */
const WORK = 7_000_000;
const [MOST_DRAWS, LEAST_DRAWS] = [160, 40];
/** Members beyond which removal is not resampled: each time takes a matrix of their square. */
const MOST_CHAINED = 120;
/** Members up to which resamples look at every set of them; beyond, orders that are the same in each. */
const MOST_SETS = 12;
const ORDERS = 20;

/** A resample's sums of one member: outcomes by rule, value by rule, carried, lost. */
const RULES = CREDIT_RULES.length;
const COLUMNS = 2 * RULES + 2;
const [CARRIED, LOST] = [COLUMNS - 2, COLUMNS - 1];
const [REMOVAL, SHAPLEY] = [CREDIT_RULES.indexOf('removal'), CREDIT_RULES.indexOf('shapley')];

/**
 * A bootstrap over people in its Poisson form (Hanley & MacGibbon 2006): each resample takes every person 0, 1, 2 …
 * times around a mean of 1, and credits anew by every rule. The same journeys give the same limits. `pause` is called
 * before each resample with the share of them that is done, and may throw where nobody waits any more.
 */
export function creditIntervals(ground: CreditGround, pause: (done: number) => void = () => undefined): CreditIntervals {
  const { journeys, sums, again } = ground;
  const { members } = journeys;
  const parts = partsOf(journeys, ground.halfLife);
  const draws = drawsFor(ground);
  const how = { noRemoval: members > MOST_CHAINED, mostExact: MOST_SETS, orders: ORDERS };
  const drawn = Array.from({ length: draws }, (_, draw) => {
    pause(draw / draws);
    return drawOnce(ground, parts, { draw, how });
  });
  // Few orders are off by as much in every resample: by what they are off for the journeys as they are.
  const quick = members > MOST_SETS ? again(journeys.weight, touchedIn(journeys), how).shapley : sums.outcomes.shapley;
  const each = valueOfEach(touchedIn(journeys)) ?? 0;
  const shiftOf = (member: number, column: number): number => {
    const shift = (sums.outcomes.shapley[member] ?? 0) - (quick[member] ?? 0);
    return column === SHAPLEY ? shift : column === RULES + SHAPLEY ? shift * each : 0;
  };
  const interval = (member: number, column: number): Interval | null => {
    if (how.noRemoval && [REMOVAL, REMOVAL + RULES, LOST].includes(column)) return null;
    const all = Float64Array.from(drawn, (own) => own[member * COLUMNS + column] ?? 0).sort();
    const shift = shiftOf(member, column);
    return { low: quantileSorted([...all], 0.025) + shift, high: quantileSorted([...all], 0.975) + shift };
  };
  const column = (at: number): (Interval | null)[] => Array.from({ length: members }, (_, member) => interval(member, at));
  const byRule = (from: number) =>
    Object.fromEntries(CREDIT_RULES.map((rule, at) => [rule, column(from + at)])) as unknown as Record<CreditRule, (Interval | null)[]>;
  return { outcomes: byRule(0), value: byRule(RULES), carried: column(CARRIED), lost: column(LOST), draws };
}

function drawsFor({ journeys: { touch, members }, lacks, sets }: CreditGround): number {
  const solved = lacks.removal || members > MOST_CHAINED ? 0 : 3 * members ** 3;
  const shared = lacks.shapley ? 0 : members > MOST_SETS ? ORDERS * (sets + members) : members * 2 ** members;
  return Math.round(Math.min(MOST_DRAWS, Math.max(LEAST_DRAWS, WORK / (5 * touch.length + solved + shared + 1))));
}

function drawOnce({ journeys, again }: CreditGround, parts: Parts, { draw, how }: { draw: number; how: ChainedHow }): Float64Array {
  const weight = resampled(journeys, draw);
  const sums = new Float64Array(journeys.members * COLUMNS);
  const { journey, member, shares } = parts;
  const width = POSITION_RULES.length + 1;
  for (let part = 0; part < journey.length; part++) {
    const of = journey[part] ?? 0;
    const times = weight[of] ?? 0;
    if (times === 0) continue;
    const worth = journeys.value[of] ?? NaN;
    const at = (member[part] ?? 0) * COLUMNS;
    for (let rule = 0; rule < POSITION_RULES.length; rule++) {
      const share = times * (shares[part * width + rule] ?? 0);
      sums[at + rule] = (sums[at + rule] ?? 0) + share;
      if (worth === worth) sums[at + RULES + rule] = (sums[at + RULES + rule] ?? 0) + share * worth;
    }
    sums[at + CARRIED] = (sums[at + CARRIED] ?? 0) + times * (shares[part * width + width - 1] ?? 0);
  }
  const touched = touchedIn(journeys, weight);
  const chained = again(weight, touched, how);
  const each = valueOfEach(touched) ?? 0;
  for (let of = 0; of < journeys.members; of++) {
    const at = of * COLUMNS;
    sums[at + REMOVAL] = chained.removal[of] ?? 0;
    sums[at + SHAPLEY] = chained.shapley[of] ?? 0;
    sums[at + RULES + REMOVAL] = (chained.removal[of] ?? 0) * each;
    sums[at + RULES + SHAPLEY] = (chained.shapley[of] ?? 0) * each;
    sums[at + LOST] = chained.lost[of] ?? 0;
  }
  return sums;
}

/** Weights of journeys in one resample: of one person all are taken as often. */
function resampled({ length, person, weight }: Journeys, draw: number): Float64Array {
  const random = seededRandom(draw * 7919 + 17);
  const drawn = new Float64Array(length);
  let times = 0;
  for (let journey = 0; journey < length; journey++) {
    if (journey === 0 || person[journey] !== person[journey - 1]) times = poissonOne(random());
    drawn[journey] = times * (weight[journey] ?? 0);
  }
  return drawn;
}

/** What each sold journey gives each of its members, by the rules of position and as carried, at a weight of 1. */
interface Parts {
  readonly journey: Uint32Array;
  readonly member: Uint32Array;
  readonly shares: Float32Array;
}

function partsOf(journeys: Journeys, halfLife: number): Parts {
  const pass = new PositionPass(journeys, halfLife);
  const [journey, member, shares]: [number[], number[], number[]] = [[], [], []];
  for (let of = 0; of < journeys.length; of++) {
    if (journeys.isSold[of] === 0) continue;
    pass.add(of, 1);
    const met = new Set(journeys.member.subarray(journeys.touchesFrom[of], journeys.touchesFrom[of + 1]));
    for (const each of met) {
      journey.push(of);
      member.push(each);
      for (const rule of POSITION_RULES) shares.push(pass.of(each, rule).outcomes);
      shares.push(pass.part(each, 'carried'));
      pass.forget(each);
    }
  }
  return { journey: Uint32Array.from(journey), member: Uint32Array.from(member), shares: Float32Array.from(shares) };
}
