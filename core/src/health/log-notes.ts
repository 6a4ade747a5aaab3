import { MILLIONTHS } from '../measure/scale';
import type { Reconciled } from '../reconcile/reconcile';
import type { DayRange } from '../time/day';
import { type HealthKind, type HealthNote, note } from './note';

/** What a log of touches says of itself. */
export interface LogFacts {
  readonly people: number;
  readonly touches: number;
  readonly onceTouched: number;
  readonly twice: number;
  /** Touches after the outcome they are said to have led to, and after today. */
  readonly late: number;
  readonly future: number;
  readonly unweighted: number;
  readonly weighedTwice: number;
  readonly outcomesTwice: number;
  /** Outcomes that no list of the client has; their value in millionths. */
  readonly unlisted: { readonly count: number; readonly value: number };
  readonly unknownChannel: number;
}

/** What is odd in a log of touches: it changes who is credited, and no total. */
export function logNotes(facts: LogFacts, feedId: number, days: DayRange): HealthNote[] {
  const some = (kind: HealthKind, count: number, of: number, money: number | null = null): HealthNote[] =>
    count === 0 ? [] : [note({ kind, serious: false, feedId, days, count, money, share: of > 0 ? count / of : null })];
  const { people, touches, unlisted } = facts;
  return [
    ...some('touches late', facts.late, touches),
    ...some('touches in the future', facts.future, touches),
    ...some('outcomes in two journeys', facts.outcomesTwice, 0),
    ...some('outcomes on no list', unlisted.count, 0, unlisted.value / MILLIONTHS),
    ...some('touches without a channel', facts.unknownChannel, touches),
    ...some('weights missing', facts.unweighted, people),
    ...some('weights differ', facts.weighedTwice, people),
    ...some('touches twice', facts.twice, touches),
    ...some('touched once', facts.onceTouched, people),
  ];
}

/** Channels that claim the same outcome more than once, on the days on which they do. `accountOf` gives a channel's account. */
export function claimNotes({ channels, told }: Reconciled, accountOf: (channel: number) => number): HealthNote[] {
  return channels.flatMap(({ again, claims }, channel) => {
    if (again.count === 0) return [];
    const days = told.flatMap(({ outcome, claims: own }) =>
      outcome && own.filter((claim) => claim.channel === channel).length > 1 ? [outcome.day] : [],
    );
    return [
      note({
        kind: 'claimed again',
        serious: false,
        account: accountOf(channel),
        days: { from: Math.min(...days), to: Math.max(...days) },
        count: again.count,
        money: again.unvalued === again.count ? null : again.value / MILLIONTHS,
        share: again.count / claims.count,
      }),
    ];
  });
}
