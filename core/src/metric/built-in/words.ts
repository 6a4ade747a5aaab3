import { type Formula, formulaOf, term } from '../../formula/formula';
import { MARGIN } from '../../measure/client-number';
import type { CountedBy } from '../../measure/counted-by';
import type { DateBasis, OutcomeId, OutcomePart } from '../../measure/outcome';
import { BUILT_IN } from '../../measure/vocabulary';

export const measure = (id: string): Formula => term(BUILT_IN.measureTerm(id));
/** An average of many rows: what is kept is average × weight. */
export const average = (id: string): Formula => formulaOf(BUILT_IN.measureTerm(id));
export const outcome = (part: OutcomePart, id: OutcomeId, fixed: { countedBy?: CountedBy; basis?: DateBasis } = {}): Formula =>
  term(BUILT_IN.outcomeTerm(part, id, fixed));
/** What outcomes earned after the client's margin of each day. */
export const earned = (id: OutcomeId, fixed: { countedBy?: CountedBy; basis?: DateBasis } = {}): Formula =>
  term({ ...BUILT_IN.outcomeTerm('value', id, fixed), times: MARGIN });
/** Orders do not know about carts or calls, so what only channels see is always their own count. */
export const claimed = { countedBy: 'claims', basis: 'click' } as const;
export const spend = measure('spend');
export const impressions = measure('impressions');
export const clicks = measure('clicks');
