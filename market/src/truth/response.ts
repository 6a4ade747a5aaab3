import { DEVICES } from '../people/events';
import { type Otherwise, type Plan, planWith } from './crowd';
import type { Expectation, Expected } from './expected';

/** A day with one campaign set otherwise: its own money and clicks, and what all people do more than without it. */
export interface Response extends Expected {
  /** The factor on the budget, bid or chance. */
  readonly times: number;
}

const BUDGETS = [0, 0.25, 0.5, 0.75, 1, 1.25, 1.5, 2, 3, 4];
const BIDS = [0.5, 0.75, 1, 1.25, 1.5, 2];
const ADJUSTED = [0.5, 0.75, 1, 1.25, 1.5];

/** What a campaign answers to other budgets, while all others stay. `budget` is the daily one in the account's currency. */
export const budgetResponse = (expectation: Expectation, plan: Plan, at: number, budget: number): Response[] =>
  responses(expectation, plan, at, BUDGETS, (times) => ({ budgets: new Map([[at, budget * times]]) }));

/** What it answers to other bids for the same budget. */
export const bidResponse = (expectation: Expectation, plan: Plan, at: number): Response[] =>
  responses(expectation, plan, at, BIDS, (times) => ({ bids: new Map([[at, times]]) }));

/** What it answers where people of a device are shown it more or less often. */
export const deviceResponse = (
  expectation: Expectation,
  plan: Plan,
  at: number,
): { readonly device: string; readonly points: Response[] }[] =>
  DEVICES.map((device, place) => ({
    device,
    points: responses(expectation, plan, at, ADJUSTED, (times) => ({ devices: new Map([[at, { device: place, times }]]) })),
  }));

function responses(
  expectation: Expectation,
  plan: Plan,
  at: number,
  factors: readonly number[],
  otherwise: (times: number) => Otherwise,
): Response[] {
  const { crowd } = expectation;
  const persons = crowd.metBy[at] ?? [];
  const days = crowd.days.length;
  const rest = expectation.of(plan, { persons, isOff: (campaign) => campaign === at });
  return factors.map((times) => {
    const tried = planWith(crowd, plan, at, otherwise(times));
    const all = expectation.of(tried, { persons });
    const own = expectation.of(tried, { persons, only: at });
    return {
      times,
      spend: own.spend / days,
      clicks: own.clicks / days,
      outcomes: (all.outcomes - rest.outcomes) / days,
      value: (all.value - rest.value) / days,
    };
  });
}
