import { groupBy } from '../list/group-by';
import type { MetricId } from '../metric/metric';
import type { HeldWeek } from '../signals/held-weeks';
import type { Tried } from '../signals/try-signals';
import type { Situation } from './situation';

/** What is known of early signals of some ads: all of a client, or those of one stage. */
export interface KnownSignals {
  readonly situation: Situation;
  /** Where in the funnel the ads work; null where all are meant. */
  readonly stage: string | null;
  readonly steps: readonly MetricId[];
  /** What a result may cost. */
  readonly perResult: number;
  readonly tried: readonly Tried[];
  readonly soonest: Tried | undefined;
}

/** A signal with what became of its bars of the last weeks. */
export interface Held {
  readonly signal: Tried;
  readonly weeks: readonly HeldWeek[];
}

/** Of each step the strongest of those of use that have a bar, the deepest step first. */
export const strongestOf = ({ tried }: Pick<KnownSignals, 'tried'>): Tried[] =>
  [...groupBy(tried, ({ step }) => step).values()]
    .flatMap((own) =>
      own
        .filter(({ isUsable, bar }) => isUsable && bar !== null)
        .toSorted((a, b) => Math.abs(b.ranks?.r ?? 0) - Math.abs(a.ranks?.r ?? 0))
        .slice(0, 1),
    )
    .toReversed();
