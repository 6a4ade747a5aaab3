import { quantileSorted } from 'simple-statistics';
import { type Interval, poissonInterval } from './interval';
import { gammaVariate, seededRandom } from './random';

const DRAWS = 1000;

/**
 * 95 % interval of the value that the same advertising brings: the count as a gamma variate of
 * shape k + ½ (Jeffreys), the mean order value by bootstrap over the orders seen.
 * With fewer than 5 orders their mean says little: then the count interval times `usualValue`, the
 * parent's average order value.
 */
export function valueInterval(orderValues: readonly number[], usualValue: number, seed = 1): Interval {
  const count = orderValues.length;
  if (count < 5) {
    const { low, high } = poissonInterval(count);
    return { low: low * usualValue, high: high * usualValue };
  }
  const random = seededRandom(seed + count);
  const totals = Array.from({ length: DRAWS }, () => {
    let sum = 0;
    for (let draw = 0; draw < count; draw++) sum += orderValues[Math.floor(random() * count)] ?? 0;
    return (sum / count) * gammaVariate(count + 0.5, random);
  }).sort((a, b) => a - b);
  return { low: quantileSorted(totals, 0.025), high: quantileSorted(totals, 0.975) };
}
