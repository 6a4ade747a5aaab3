import { sum } from 'simple-statistics';

/**
 * What each factor of a product has to do with its change (calculations 8): R is the product of the factors, and b − a is
 * shared among them as the logarithms of their ratios, by the logarithmic mean of a and b; equal a and b take its limit, R.
 * The parts add up to the change. Null where a factor is not above 0 before or now.
 * AOV 60 → 48, rate 2.5 % → 3.0 %, clicks for 1 of money 2 → 1.667: −0.600, +0.490, −0.490.
 */
export function splitChange(before: readonly number[], now: readonly number[]): number[] | null {
  if (before.length !== now.length) throw new RangeError('As many factors before as now');
  if (![...before, ...now].every((factor) => factor > 0 && Number.isFinite(factor))) return null;
  const product = (factors: readonly number[]): number => factors.reduce((all, each) => all * each, 1);
  const [a, b] = [product(before), product(now)];
  const ratio = Math.log(b / a);
  const mean = Math.abs(ratio) < 1e-12 ? a : (b - a) / ratio;
  return now.map((factor, at) => mean * Math.log(factor / (before[at] ?? factor)));
}

/** What a member weighed and brought: spend and value, say. */
export interface Weighed {
  readonly weight: number;
  readonly amount: number;
}

/** What a member has to do with the change of a ratio of sums: by its share of the weight, and by its own ratio. */
export interface MixAndRate {
  readonly mix: number;
  readonly rate: number;
}

/**
 * Mix and rate of a ratio R = Σ amount / Σ weight over members (calculations 8): mix Σ Δw (r̄ − R̄), rate Σ w̄ Δr, where w
 * is a member's share of the weight, r its own ratio, and bars are means of the two periods; a member in one period only is
 * mix. The parts add up to the change of R. Null where one period weighs nothing.
 */
export function mixAndRate(members: readonly { readonly before: Weighed; readonly now: Weighed }[]): MixAndRate[] | null {
  const whole = (of: 'before' | 'now'): Weighed => ({
    weight: sum(members.map((each) => each[of].weight)),
    amount: sum(members.map((each) => each[of].amount)),
  });
  const [a, b] = [whole('before'), whole('now')];
  if (!(a.weight > 0) || !(b.weight > 0)) return null;
  const meanRatio = (a.amount / a.weight + b.amount / b.weight) / 2;
  return members.map(({ before, now }) => {
    const [wa, wb] = [before.weight / a.weight, now.weight / b.weight];
    const [ra, rb] = [ratioOf(before), ratioOf(now)];
    if (ra === null || rb === null)
      return { mix: (wb - wa) * ((rb ?? ra ?? meanRatio) - meanRatio) + unweighed(before, now, a, b), rate: 0 };
    return { mix: (wb - wa) * ((ra + rb) / 2 - meanRatio), rate: ((wa + wb) / 2) * (rb - ra) };
  });
}

const ratioOf = ({ weight, amount }: Weighed): number | null => (weight > 0 ? amount / weight : null);

/** What a member brings that weighs nothing: all of it is mix. */
const unweighed = (before: Weighed, now: Weighed, a: Weighed, b: Weighed): number =>
  (now.weight > 0 ? 0 : now.amount / b.weight) - (before.weight > 0 ? 0 : before.amount / a.weight);
