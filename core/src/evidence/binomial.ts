import { gammaln } from 'simple-statistics';

/** P(K ≤ count) for a binomial count of so many trials that each succeed with this share. Adds up `count` terms. */
export function binomialAtMost(count: number, trials: number, share: number): number {
  if (!(share >= 0 && share <= 1) || !(trials >= 0)) throw new RangeError(`No binomial of ${trials} trials at ${share}`);
  if (count >= trials || share === 0) return count < 0 ? 0 : 1;
  if (share === 1) return 0;
  let sum = 0;
  for (let k = 0; k <= count; k++)
    sum += Math.exp(
      gammaln(trials + 1) - gammaln(k + 1) - gammaln(trials - k + 1) + k * Math.log(share) + (trials - k) * Math.log(1 - share),
    );
  return Math.min(1, sum);
}
