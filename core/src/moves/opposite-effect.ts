import type { Effect, Ranged } from './finding';

/** What the opposite of a change does. */
export const oppositeEffect = ({ spend, outcomes, profit }: Effect, assumption: string): Effect => ({
  ...{ spend: negative(spend), outcomes: negative(outcomes), profit: profit && negative(profit), assumption },
});

const negative = ({ low, middle, high }: Ranged): Ranged => ({ low: 0 - high, middle: 0 - middle, high: 0 - low });
