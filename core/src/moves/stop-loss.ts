export interface StopLossInput {
  /** Spend since the last change, on mature days. */
  readonly spend: number;
  /** How often the deepest measured early step was seen for that spend. */
  readonly steps: number;
  /** Early steps for one sale, from the parent. */
  readonly stepsPerSale: number;
  /** Break-even CPA, or the target CPA where stricter. */
  readonly bar: number;
  /** Share of the bar that may be lost before stopping; 0.5 by default. */
  readonly share?: number;
}

export interface StopLoss {
  readonly stop: boolean;
  readonly cap: number;
  /** The chance that a member exactly at the bar looks like this: exp(−spend × steps per sale / bar). */
  readonly chance: number;
}

/**
 * A loss cap, not a verdict (calculations, chapter 11): stop when the spend passes the cap and the
 * early step was never seen. Bar 20, three carts to a sale: after 10 of spend the chance is 22.3 %.
 */
export function stopLoss({ spend, steps, stepsPerSale, bar, share = 0.5 }: StopLossInput): StopLoss {
  const cap = share * bar;
  return { stop: steps === 0 && spend > cap, cap, chance: Math.exp((-spend * stepsPerSale) / bar) };
}
