import { worthToClient } from '../market/src/demo/promises';
import { type Change, Settings } from '../market/src/people/settings';
import { mostProfit, worthOf } from '../market/src/truth/best-split';
import { crowdOf, planOf } from '../market/src/truth/crowd';
import { Expectation } from '../market/src/truth/expected';
import { heldBudgets, type Lived } from '../market/src/truth/lived';
import type { ClientWorld } from '../market/src/world/spec';

/** What it earned: value at the client's margin, or outcomes at what the target pays for one, less what was spent. */
export const earned = (world: ClientWorld, had: Lived): number => worthOf(worthToClient(world), had) - had.spend;

/** What is expected to be earned of the people born on some days under changes: the same without luck in who acts. */
export function earnsOnAverage(world: ClientWorld, changes: readonly Change[], days: readonly number[]): number {
  const crowd = crowdOf(world, new Settings(world, changes), days);
  return earned(world, new Expectation(crowd).of(planOf(crowd)));
}

/** The budgets within what so many weekly steps of a fifth can reach that are expected to earn most, as changes that hold on some days. */
export function bestBudgets(world: ClientWorld, days: readonly number[], steps: number): Change[] {
  const expectation = new Expectation(crowdOf(world, new Settings(world, []), days));
  const best = mostProfit(expectation, worthToClient(world), (budget) => ({ low: budget * 0.8 ** steps, high: budget * 1.2 ** steps }));
  return heldBudgets(world, days, best);
}
