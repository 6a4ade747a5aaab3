/** Counts of weeks vary by so much more than Poisson counts do. */
const VARIES = 1.5;
const Z95 = 1.96;

/** How far the logarithm of the ratio of two weekly counts lies by chance, in 95 of 100 cases: ± 1.96 √(1.5 (1 / a + 1 / b)). */
export const ratioSpread = (a: number, b: number): number => Z95 * Math.sqrt(VARIES * (1 / a + 1 / b));
