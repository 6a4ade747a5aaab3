import type { OutcomeId } from './outcome';

const STEPS: Readonly<Record<OutcomeId, readonly OutcomeId[]>> = { purchase: ['checkout', 'cart'], booking: ['checkout', 'cart'] };

/** The outcomes that come on the way to an outcome, the deepest first. */
export const stepsBefore = (outcome: OutcomeId): readonly OutcomeId[] => STEPS[outcome] ?? [];
