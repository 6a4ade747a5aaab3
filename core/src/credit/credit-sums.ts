import { type CreditTotal, creditByPosition, type PositionCredit } from './by-position';
import { askedOf, type Journeys } from './journeys';
import { distinctPaths } from './paths';
import { chainOf, MOST_REMOVED, removalEffects } from './removal';
import { type CreditLack, type CreditRule, LEAST_SOLD, POSITION_RULES } from './rules';
import { MOST_EXACT, setsMet, shapleyOf, weighSets } from './shapley';

/** Credit of every rule, by the place of the member. Outcomes are whole ones, values in millionths. */
export interface CreditSums {
  readonly outcomes: Readonly<Record<CreditRule, Float64Array>>;
  readonly value: Readonly<Record<CreditRule, Float64Array>>;
  /** Outcomes that would not be without the member. */
  readonly lost: Float64Array;
}

/** Journeys ready to be credited, once and over again with other weights. */
export interface CreditGround {
  readonly journeys: Journeys;
  readonly halfLife: number;
  readonly position: PositionCredit;
  readonly sums: CreditSums;
  readonly lacks: Readonly<Record<'removal' | 'shapley', CreditLack | null>>;
  /** Standard errors of the credit by Shapley, where orders were drawn; null where every set was looked at. */
  readonly shapleyError: Float64Array | null;
  /** How many different sets of members journeys met. */
  readonly sets: number;
  /** Credits by removal and by Shapley with other weights of the journeys. */
  readonly again: (weight: Float64Array, touched: CreditTotal, how?: ChainedHow) => ChainedCredit;
}

export interface ChainedHow {
  /** Whether removal is left out. */
  readonly noRemoval?: boolean;
  /** As in shapleyOf. */
  readonly mostExact?: number;
  readonly orders?: number;
}

/** What needs all journeys together. */
export interface ChainedCredit {
  readonly removal: Float64Array;
  readonly shapley: Float64Array;
  readonly shapleyError: Float64Array;
  readonly lost: Float64Array;
}

/** Credits journeys by every rule (calculations 15). By click date removal and Shapley take the touches of the days asked for alone. */
export function creditGround(journeys: Journeys, halfLife: number): CreditGround {
  const position = creditByPosition(journeys, halfLife);
  const asked = askedOf(journeys);
  const { journeys: paths, pathOf } = distinctPaths(asked);
  const met = setsMet(paths);
  const lacks = lacksOf(journeys);
  const meanWeight = asked.length === 0 ? 1 : sumOf(asked.weight) / asked.length;
  const zeros = (): Float64Array => new Float64Array(journeys.members);
  const again = (weight: Float64Array, touched: CreditTotal, { noRemoval = false, ...how }: ChainedHow = {}): ChainedCredit => {
    const onPaths = new Float64Array(paths.length);
    for (let journey = 0; journey < pathOf.length; journey++) {
      const path = pathOf[journey] ?? 0;
      onPaths[path] = (onPaths[path] ?? 0) + (weight[journey] ?? 0);
    }
    const effects = lacks.removal || noRemoval ? zeros() : removalEffects(chainOf(paths, onPaths));
    const { parts, error } = lacks.shapley
      ? { parts: zeros(), error: zeros() }
      : shapleyOf(weighSets(met, paths, { weight: onPaths, meanWeight }), how);
    const scale = touched.outcomes / sumOf(parts);
    return {
      removal: scaled(effects, touched.outcomes / sumOf(effects)),
      shapley: scaled(parts, scale),
      shapleyError: scaled(error, Math.abs(scale)),
      lost: scaled(effects, touched.outcomes),
    };
  };
  const touched = touchedIn(asked);
  const { removal, shapley, shapleyError, lost } = again(asked.weight, touched);
  const each = valueOfEach(touched) ?? 0;
  const byPosition = (of: (total: CreditTotal) => number) =>
    Object.fromEntries(
      POSITION_RULES.map((rule) => [rule, Float64Array.from(zeros(), (_, member) => of(position.of(member, rule)))]),
    ) as Record<(typeof POSITION_RULES)[number], Float64Array>;
  return {
    journeys,
    halfLife,
    position,
    lacks,
    shapleyError: journeys.members > MOST_EXACT && !lacks.shapley ? shapleyError : null,
    sets: met.sets.length,
    again,
    sums: {
      outcomes: { ...byPosition(({ outcomes }) => outcomes), removal, shapley },
      value: { ...byPosition(({ value }) => value), removal: scaled(removal, each), shapley: scaled(shapley, each) },
      // Nobody can lose more than what met them.
      lost: lost.map((own, member) => Math.min(own, position.part(member, 'met'))),
    },
  };
}

/** Sold outcomes with a touch; `times` stands for the weights of journeys. */
export function touchedIn({ length, isSold, weight, value, touchesFrom }: Journeys, times: Float64Array = weight): CreditTotal {
  let [outcomes, worth, unvalued] = [0, 0, 0];
  for (let journey = 0; journey < length; journey++) {
    if (isSold[journey] === 0 || touchesFrom[journey] === touchesFrom[journey + 1]) continue;
    const own = times[journey] ?? 0;
    outcomes += own;
    if (Number.isNaN(value[journey])) unvalued += own;
    else worth += own * (value[journey] ?? 0);
  }
  return { outcomes, value: worth, unvalued };
}

/** The mean value of outcomes, in millionths, by those whose value is told; null where none is. */
export const valueOfEach = ({ outcomes, value, unvalued }: CreditTotal): number | null =>
  outcomes > unvalued ? value / (outcomes - unvalued) : null;

function lacksOf({ length, members, isSold, touchesFrom }: Journeys): CreditGround['lacks'] {
  let [sold, unsold] = [0, 0];
  for (let journey = 0; journey < length; journey++) {
    if (touchesFrom[journey] === touchesFrom[journey + 1]) continue;
    if (isSold[journey] === 1) sold += 1;
    else unsold += 1;
  }
  const lack: CreditLack | null = unsold === 0 ? 'no unsold journeys' : sold < LEAST_SOLD ? 'few sold journeys' : null;
  return { removal: lack ?? (members > MOST_REMOVED ? 'too many members' : null), shapley: lack };
}

const sumOf = (all: Float64Array): number => all.reduce((sum, each) => sum + each, 0);
const scaled = (all: Float64Array, by: number): Float64Array => all.map((each) => (Number.isFinite(by) ? each * by : 0));
