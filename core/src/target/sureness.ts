import { poissonInterval } from '../evidence/interval';
import { judge } from '../evidence/verdict';

/** How far a share of a target can be relied on: what the centre of a ring shows. */
export const SURENESS = ['supported', 'undecided', 'not yet mature'] as const;
export type Sureness = (typeof SURENESS)[number];

/** Whether a share of a target is short of it, and surely so. */
export const isSurelyMissed = (met: number | null, sureness: Sureness): boolean => met !== null && met < 1 && sureness === 'supported';

/** With less than this share of the late outcomes arrived, it is too early to say. */
const MATURE = 0.8;

/**
 * Whether the outcomes counted put a client clearly on one side of the target, by the Poisson
 * interval of their count alone. `met` is the share of the target met, `arrived` the share of the
 * outcomes of these clicks that has arrived (undefined where they do not come late).
 */
export function surenessOf(met: number | undefined, count: number | undefined, arrived: number | undefined): Sureness {
  if (arrived !== undefined && arrived < MATURE) return 'not yet mature';
  if (met === undefined || met <= 0 || count === undefined) return 'undecided';
  const { low, high } = poissonInterval(count);
  const atBar = count / met;
  const { verdict } = judge({ count, atBar, reached: { low: low / atBar, high: high / atBar }, clicks: 0, spend: 0 });
  return verdict === 'misses' || verdict === 'beats' ? 'supported' : 'undecided';
}
