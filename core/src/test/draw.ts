/** A Poisson count (Knuth). For means of a few hundred at most. */
export function drawPoisson(random: () => number, mean: number): number {
  const end = Math.exp(-mean);
  let count = 0;
  for (let product = random(); product > end; product *= random()) count += 1;
  return count;
}
