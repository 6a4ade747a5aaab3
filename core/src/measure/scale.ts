/** Stored units of one: money and counts of outcomes are whole numbers of millionths, so that sums are exact below 2^53 (calculations, chapter 5). */
export const MILLIONTHS = 1_000_000;
