import { draw, mix, normal, pick, runningShares } from '../world/random';
import type { ClientWorld } from '../world/spec';
import { P, S } from './purposes';

// Looked up once: see world/random.ts.
const { max } = Math;

const DEVICE_SHARES = runningShares([0.62, 0.32, 0.06]);
const DEVICE_QUALITY = [0.92, 1.14, 1];
const AGE_SHARES = runningShares([0.12, 0.26, 0.25, 0.2, 0.17]);
const AGE_QUALITY = [0.7, 1, 1.12, 1.1, 0.98];

/** Positions in the lists of devices and ages: what somebody uses, and how old they are. */
export const deviceOf = (seed: number): number => pick(DEVICE_SHARES, draw(seed, P.device));
export const ageOf = (seed: number): number => pick(AGE_SHARES, draw(seed, P.age));
/** What somebody of a device, or an age, is worth against others. */
export const deviceFactor = (device: number): number => DEVICE_QUALITY[device] ?? 1;
export const ageFactor = (age: number): number => AGE_QUALITY[age] ?? 1;
/** How much somebody wants what the client has, around 1. */
export const keenOf = (seed: number): number => max(0.1, 1 + 0.5 * normal(seed, P.keen));
/** What somebody buys for against the client's price, around 1. */
export const valueFactor = (seed: number): number => max(0.35, 1 + 0.35 * normal(seed, S.value));

const weighed = (shares: readonly number[], of: (place: number) => number): number =>
  shares.reduce((sum, upTo, place) => sum + (upTo - (shares[place - 1] ?? 0)) * of(place), 0);

/** The mean over many people of what has no mean in a closed form, because its ends are cut off. */
function meanOver(of: (seed: number) => number, people = 20_000): number {
  let sum = 0;
  for (let nth = 0; nth < people; nth++) sum += of(mix(nth, 1));
  return sum / people;
}
const MEAN_KEEN = meanOver(keenOf);
/** What an outcome is worth on average against the client's price. */
export const MEAN_VALUE = meanOver(valueFactor);

/** The factor on a campaign's outcome rate that people of all ages, devices and places make together. */
export function usualFactor({ places }: ClientWorld): number {
  const region = places.length === 0 ? 1 : weighed(runningShares(places.map(({ weight }) => weight)), (at) => places[at]?.quality ?? 1);
  return region * weighed(AGE_SHARES, ageFactor) * weighed(DEVICE_SHARES, deviceFactor) * MEAN_KEEN;
}
