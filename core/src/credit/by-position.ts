import type { Journeys } from './journeys';
import { placeEnd } from './places';
import { POSITION_RULES, type PositionRule } from './rules';

/** Days in which the credit of a touch halves, where nobody says otherwise. */
export const HALF_LIFE = 7;

/** Of an outcome with touches in three places or more: each end, and all between. */
const [END, BETWEEN] = [0.4, 0.2];

/** What a member is summed for beside its credit. */
export const PARTS = ['assisting', 'assisted', 'carried', 'met'] as const;
export type JourneyPart = (typeof PARTS)[number];

const RULES = POSITION_RULES.length;
/** A member's sums lie side by side: outcomes by rule, their value, outcomes whose value is not told, and the parts. */
const [VALUE, UNVALUED, PART] = [RULES, 2 * RULES, 3 * RULES];
const WIDTH = 3 * RULES + PARTS.length;
/** In the order of PARTS. */
const [ASSISTING, ASSISTED, CARRIED, MET] = [0, 1, 2, 3];

/** Outcomes, their value in millionths, and those whose value is not told. */
export interface CreditTotal {
  readonly outcomes: number;
  readonly value: number;
  readonly unvalued: number;
}

/** Sums over members by their place; by click date of the touches asked for. */
export interface PositionCredit {
  readonly members: number;
  of(member: number, rule: PositionRule): CreditTotal;
  /**
   * `assisting`: touches before the last place of journeys that ended in an outcome. Outcomes in whose journey the
   * member stands before the last place (`assisted`), between the first and the last (`carried`), or at all (`met`).
   */
  part(member: number, part: JourneyPart): number;
  /** Outcomes with a touch, and those without one that is known. */
  readonly touched: CreditTotal;
  readonly untouched: CreditTotal;
}

/**
 * Credits outcomes by all rules in one pass (calculations 15). Touches of one moment share a place, so that the order
 * of lines in a log never matters. `halfLife` in days.
 */
export function creditByPosition(journeys: Journeys, halfLife = HALF_LIFE): PositionCredit {
  const pass = new PositionPass(journeys, halfLife);
  for (let journey = 0; journey < journeys.length; journey++)
    if (journeys.isSold[journey] === 1) pass.add(journey, journeys.weight[journey] ?? 0);
  return pass;
}

type Total = { -readonly [Key in keyof CreditTotal]: number };

/** The sums while journeys are added one by one. */
export class PositionPass implements PositionCredit {
  readonly members: number;
  readonly touched: Total = { outcomes: 0, value: 0, unvalued: 0 };
  readonly untouched: Total = { outcomes: 0, value: 0, unvalued: 0 };
  private readonly sums: Float64Array;
  /** The last journey in which a member was found at all, assisting and carrying. */
  private readonly found: Int32Array;
  private readonly cooling: number;
  private readonly heat: Float64Array;

  constructor(
    private readonly journeys: Journeys,
    halfLife: number,
  ) {
    this.members = journeys.members;
    this.sums = new Float64Array(this.members * WIDTH);
    this.found = new Int32Array(this.members * PARTS.length).fill(-1);
    this.cooling = Math.LN2 / (halfLife * 86_400);
    this.heat = new Float64Array(longest(journeys));
  }

  of(member: number, rule: PositionRule): CreditTotal {
    const at = member * WIDTH + POSITION_RULES.indexOf(rule);
    const { sums } = this;
    return { outcomes: sums[at] ?? 0, value: sums[at + VALUE] ?? 0, unvalued: sums[at + UNVALUED] ?? 0 };
  }

  part(member: number, part: JourneyPart): number {
    return this.sums[member * WIDTH + PART + PARTS.indexOf(part)] ?? 0;
  }

  /** Begins anew with a member. */
  forget(member: number): void {
    this.sums.fill(0, member * WIDTH, (member + 1) * WIDTH);
  }

  /** What a rule gives each place of a journey whose members are its places. */
  sharesOf(journey: number, rule: PositionRule): number[] {
    const { touchesFrom } = this.journeys;
    const length = (touchesFrom[journey + 1] ?? 0) - (touchesFrom[journey] ?? 0);
    this.sums.fill(0, 0, length * WIDTH);
    this.add(journey, 1);
    const at = POSITION_RULES.indexOf(rule);
    return Array.from({ length }, (_, place) => this.sums[place * WIDTH + at] ?? 0);
  }

  add(journey: number, weight: number): void {
    const { age, touchesFrom, value } = this.journeys;
    const from = touchesFrom[journey] ?? 0;
    const to = touchesFrom[journey + 1] ?? 0;
    const worth = value[journey] ?? NaN;
    addTo(from === to ? this.untouched : this.touched, weight, worth);
    if (from === to) return;
    const { sums, heat, cooling } = this;
    const { member, isAsked } = this.journeys;
    const [oldest, newest] = [age[from] ?? 0, age[to - 1] ?? 0];
    let [firsts, lasts, places, warmth] = [0, 0, 0, 0];
    for (let at = from; at < to; at++) {
      const own = age[at] ?? 0;
      if (own === oldest) firsts += 1;
      if (own === newest) lasts += 1;
      if (at === from || own !== age[at - 1]) places += 1;
      const warm = own === newest ? 1 : Math.exp((newest - own) * cooling);
      heat[at - from] = warm;
      warmth += warm;
    }
    const equal = weight / (to - from);
    const hasAlike = places < to - from;
    let alike = 1;
    for (let at = from; at < to; at++) {
      const own = age[at] ?? 0;
      if (hasAlike && (at === from || own !== age[at - 1])) alike = placeEnd(age, at, to) - at;
      if (isAsked[at] === 0) continue;
      const isFirst = own === oldest;
      const isLast = own === newest;
      const sum = (member[at] ?? 0) * WIDTH;
      // In the order of POSITION_RULES.
      if (isLast) credit(sums, sum, weight / lasts, worth);
      if (isFirst) credit(sums, sum + 1, weight / firsts, worth);
      credit(sums, sum + 2, equal, worth);
      credit(sums, sum + 3, (weight * (heat[at - from] ?? 0)) / warmth, worth);
      credit(sums, sum + 4, (weight * endsShare(places, isFirst || isLast)) / alike, worth);
      const of = member[at] ?? 0;
      this.once(of, MET, journey, weight);
      if (isLast) continue;
      sums[sum + PART + ASSISTING] = (sums[sum + PART + ASSISTING] ?? 0) + weight;
      this.once(of, ASSISTED, journey, weight);
      if (!isFirst) this.once(of, CARRIED, journey, weight);
    }
  }

  private once(member: number, part: number, journey: number, weight: number): void {
    const mark = member * PARTS.length + part;
    if (this.found[mark] === journey) return;
    this.found[mark] = journey;
    const at = member * WIDTH + PART + part;
    this.sums[at] = (this.sums[at] ?? 0) + weight;
  }
}

/** Adds a part of an outcome, and of what it is worth. */
function credit(sums: Float64Array, at: number, part: number, worth: number): void {
  sums[at] = (sums[at] ?? 0) + part;
  if (worth === worth) sums[at + VALUE] = (sums[at + VALUE] ?? 0) + part * worth;
  else sums[at + UNVALUED] = (sums[at + UNVALUED] ?? 0) + part;
}

function longest({ length, touchesFrom }: Journeys): number {
  let most = 0;
  for (let journey = 0; journey < length; journey++) most = Math.max(most, (touchesFrom[journey + 1] ?? 0) - (touchesFrom[journey] ?? 0));
  return most;
}

/** What a place is credited: of one all, of two a half each, else the ends' and a part of what is between them. */
function endsShare(places: number, isEnd: boolean): number {
  if (places <= 2) return 1 / places;
  return isEnd ? END : BETWEEN / (places - 2);
}

function addTo(total: Total, weight: number, worth: number): void {
  total.outcomes += weight;
  if (Number.isNaN(worth)) total.unvalued += weight;
  else total.value += worth * weight;
}
