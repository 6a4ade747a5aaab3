/**
 * How often a property or a statistic is tried: a tenth of it while Stryker asks of each mutant whether a test
 * goes red, which all in all asks thousands of times.
 */
export const runs = (many: number): number => ('STRYKER_MUTATOR_WORKER' in process.env ? Math.ceil(many / 10) : many);
