/**
 * How a campaign answers to what it spends a day: what it brings follows spend to the power of the elasticity, above 0 and
 * below 1, so that each further part of its budget brings less than the one before (calculations, chapter 14). Money a day.
 */
export interface ResponseCurve {
  readonly spend: number;
  /** What comes of a day with that spend. */
  readonly brings: number;
  readonly elasticity: number;
}

/** What comes of a day with another spend: 100 that bring 400 at 0.5 → 80 bring 357.8. */
export const broughtBy = ({ spend, brings, elasticity }: ResponseCurve, other: number): number =>
  brings * Math.pow(other / spend, elasticity);

/** What the last unit of money brings at a spend: 100 that bring 400 at 0.5 → 2. */
export const lastMoneyAt = (curve: ResponseCurve, spend: number): number => (curve.elasticity * broughtBy(curve, spend)) / spend;

/** The spend at which the last unit of money brings so much: the inverse of lastMoneyAt. */
export const spendWhereLastBrings = (curve: ResponseCurve, bar: number): number =>
  curve.spend * Math.pow(lastMoneyAt(curve, curve.spend) / bar, 1 / (1 - curve.elasticity));
