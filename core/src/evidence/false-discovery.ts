/**
 * Which of several findings to keep so that at most `share` of the kept ones are expected to be
 * chance (Benjamini & Hochberg 1995). Takes p-values, returns a flag for each in the same order.
 */
export function keepDiscoveries(pValues: readonly number[], share = 0.1): boolean[] {
  const ordered = pValues.map((p, index) => ({ p, index })).sort((a, b) => a.p - b.p);
  let last = -1;
  ordered.forEach(({ p }, rank) => {
    if (p <= ((rank + 1) / ordered.length) * share) last = rank;
  });
  const keep = pValues.map(() => false);
  ordered.slice(0, last + 1).forEach(({ index }) => (keep[index] = true));
  return keep;
}
