import { type Target, TARGET_METRICS } from '../target/target';

/**
 * A promise of all orders as what campaigns must bring for each unit of money: value for a return, outcomes for a cost. `ratio` is
 * how many times what is promised of all must be reached by the orders that campaigns are matched with. A return of 3 at a ratio of
 * 0.8 → 2.4; a cost of 20 → 1 / 16.
 */
export const perMoney = (target: Target, promised: number, ratio: number): number =>
  isReturn(target) ? promised * ratio : 1 / (promised * ratio);

/** What is reached of all orders where campaigns bring so much for each unit of money; null where they bring nothing. */
export function reachedOfAll(target: Target, each: number, ratio: number): number | null {
  if (!(each > 0)) return null;
  return (isReturn(target) ? each : 1 / each) / ratio;
}

const isReturn = ({ metric }: Target): boolean => TARGET_METRICS[metric].bound === 'at least';
