import type { CreditRequest } from '@lens/contract';
import { codeTest, type CreditQuestion, type Names } from '@lens/core';

const HOURS = 24;

/** What is asked of journeys, as the core takes it: filters are asked of codes. */
export const journeyQuestion = (asked: CreditRequest, names: Names): CreditQuestion => ({
  ...asked,
  days: asked.period,
  lookback: asked.lookback * HOURS,
  where: asked.where.map((each) => codeTest(each, names)),
});
