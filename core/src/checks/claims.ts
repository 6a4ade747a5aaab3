import { poissonInterval } from '../evidence/interval';
import { groupBy } from '../list/group-by';
import { MILLIONTHS } from '../measure/scale';
import { type Claim, type CountedOutcome, reconcile } from '../reconcile/reconcile';
import { type Day, daysOf, type DayRange } from '../time/day';
import { type RateBreak, rateBreak } from '../watch/rate-break';
import { lacking, type Looked } from './check';

/** What can be wrong with what a channel claims one by one. */
export const CLAIM_TROUBLES = ['again', 'missing', 'without a value'] as const;
export type ClaimTrouble = (typeof CLAIM_TROUBLES)[number];

/** More of a channel's claims than is usual are claims again, are of no such outcome, or say nothing of its worth. */
export interface ClaimsFinding {
  readonly check: 'claims';
  readonly key: string;
  /** Id of the channel, and what it is called. */
  readonly channel: string;
  readonly name: string;
  readonly trouble: ClaimTrouble;
  readonly days: DayRange;
  /** Claims of these days, those that are in trouble, and what these claim, in whole units of the client's currency. */
  readonly claims: number;
  readonly count: number;
  readonly value: number;
  /** Outcomes of the client's own list that it claims. */
  readonly found: number;
  /** Since when there are so many; null where no day can be told. */
  readonly since: TroubledSince | null;
}

export interface TroubledSince {
  readonly day: Day;
  /** The days that it may as well have been. */
  readonly within: DayRange;
  /** The last day of it; null where it goes on. */
  readonly until: Day | null;
  /** How many there were for each outcome found (each claim made, where it is not of claims again), before that day and since. */
  readonly before: number;
  readonly now: number;
}

/** Channels' claims and the client's own list, all that are known. */
export interface ClaimsToCheck {
  readonly outcomes: readonly CountedOutcome[];
  readonly claims: readonly Claim[];
  readonly channels: readonly { readonly id: string; readonly name: string }[];
  readonly isCovered: (day: Day) => boolean;
  readonly isListed: boolean;
}

/** A smaller share of a channel's claims is the usual untidiness: an order changed by hand, a page opened twice. */
const LEAST_SHARE: Readonly<Record<ClaimTrouble, number>> = { again: 0.02, missing: 0.05, 'without a value': 0.05 };
/** Days before the end that tell since when something is as it is. */
const LOOK_BACK = 70;

/**
 * Channels that claim outcomes again, claim outcomes that the client's own list does not have, or say nothing of what
 * they are worth, where the 95 % interval of how many lies above what is usual (calculations 16); and since which day.
 */
export function checkClaims(told: ClaimsToCheck, days: DayRange): Looked<ClaimsFinding> {
  if (!told.isListed) return lacking('claims', 'own list of outcomes');
  if (told.channels.length === 0) return lacking('claims', 'claims one by one');
  const findings = told.channels.flatMap(({ id, name }, channel): ClaimsFinding[] => {
    const own = dayByDay(told, channel);
    const tally = tallyOf(own, days);
    return CLAIM_TROUBLES.flatMap((trouble): ClaimsFinding[] => {
      const { count, value } = tally[trouble];
      if (tally.claims === 0 || poissonInterval(count).low / tally.claims <= LEAST_SHARE[trouble]) return [];
      const { claims, found } = tally;
      const since = sinceOf(own, trouble, days.to);
      return [{ check: 'claims', key: `claims/${id}/${trouble}`, channel: id, name, trouble, days, claims, count, value, found, since }];
    });
  });
  return { check: 'claims', things: told.channels.length, findings, lacks: null };
}

type Tally = { readonly claims: number; readonly found: number } & Readonly<Record<ClaimTrouble, { count: number; value: number }>>;

/** Outcomes by their day, and the claims of one channel by that of the outcome they are of, else their own. */
interface ByDay extends Pick<ClaimsToCheck, 'isCovered'> {
  readonly outcomes: ReadonlyMap<Day, readonly CountedOutcome[]>;
  readonly claims: ReadonlyMap<Day, readonly Claim[]>;
}

function dayByDay({ outcomes, claims, isCovered }: ClaimsToCheck, channel: number): ByDay {
  const dayOf = new Map(outcomes.map(({ id, day }) => [id, day]));
  const own = claims.flatMap((claim) => (claim.channel === channel ? [{ ...claim, channel: 0 }] : []));
  return {
    outcomes: groupBy(outcomes, ({ day }) => day),
    claims: groupBy(own, ({ order, day }) => dayOf.get(order ?? '') ?? day),
    isCovered,
  };
}

function tallyOf({ outcomes, claims, isCovered }: ByDay, days: DayRange): Tally {
  const all = daysOf(days);
  const [counted, claimed] = [all.flatMap((day) => outcomes.get(day) ?? []), all.flatMap((day) => claims.get(day) ?? [])];
  const [of] = reconcile(counted, claimed, { days, channels: 1, isCovered }).channels;
  if (!of) throw new RangeError('One channel was asked for');
  // Where no claim has a worth, as none of a lead has, nobody misses it.
  const isValued = of.claims.unvalued < of.claims.count;
  const money = (millionths: number): number => millionths / MILLIONTHS;
  return {
    claims: of.claims.count,
    found: of.found.count,
    again: { count: of.again.count, value: money(of.again.value) },
    missing: { count: of.missing.count, value: money(of.missing.value) },
    'without a value': { count: isValued ? of.claims.unvalued : 0, value: 0 },
  };
}

/** The day since which there are more, where that is beyond chance, and the day on which that ended. */
function sinceOf(own: ByDay, trouble: ClaimTrouble, last: Day): TroubledSince | null {
  const first = last - LOOK_BACK + 1;
  const daily = Array.from({ length: LOOK_BACK }, (_, at) =>
    own.isCovered(first + at) ? tallyOf(own, { from: first + at, to: first + at }) : null,
  );
  const breakIn = (from: number, to: number): RateBreak | undefined => {
    const asked = daily.map((day, at) => (at >= from && at < to ? day : null));
    return rateBreak(
      asked.map((day) => day && (trouble === 'again' ? day.found : day.claims)),
      asked.map((day) => day && day[trouble].count),
    );
  };
  const strongest = breakIn(0, LOOK_BACK);
  if (!strongest) return null;
  // What tells most may be that it has ended.
  const isEnd = strongest.now < strongest.before;
  const begun = isEnd ? breakIn(0, strongest.at) : strongest;
  const ended = isEnd ? strongest : breakIn(strongest.at, LOOK_BACK);
  if (!begun || begun.now <= begun.before) return null;
  return {
    day: first + begun.at,
    within: { from: first + begun.within[0], to: first + begun.within[1] },
    until: ended && ended.now < ended.before ? first + ended.at - 1 : null,
    before: begun.before,
    now: ended && !isEnd ? ended.before : begun.now,
  };
}
