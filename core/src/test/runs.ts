/**
 * How often a property or a statistic is tried: a tenth of it while Stryker asks of each mutant whether a test
 * goes red, which all in all asks thousands of times; but at least so often.
 */
export const runs = (many: number, least = 1): number =>
  'STRYKER_MUTATOR_WORKER' in process.env ? Math.max(least, Math.ceil(many / 10)) : many;
