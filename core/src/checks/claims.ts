import { quantity } from '../figure/text';
import { poissonInterval } from '../evidence/interval';
import { groupBy } from '../list/group-by';
import { MILLIONTHS } from '../measure/scale';
import { type Claim, type CountedOutcome, reconcile } from '../reconcile/reconcile';
import { type Day, daysOf, type DayRange } from '../time/day';
import { risenSince } from '../watch/rate-break';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding, Since } from './finding';
import { type ResultAsked, resultOf, type Situation } from './situation';
import { happenedAround, Words } from './words';

/** What can be wrong with what a channel claims one by one. */
export const CLAIM_TROUBLES = ['again', 'missing', 'without a value'] as const;
export type ClaimTrouble = (typeof CLAIM_TROUBLES)[number];

/** Since when there are so many. */
interface TroubledSince extends Since {
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
export function checkClaims(situation: ClaimsSituation): Looked {
  const { claims: told, days, style } = situation;
  if (!told.isListed) return lacking('claims', 'no list of the client’s own orders has come in. Bring one in under Intake');
  if (told.channels.length === 0)
    return lacking('claims', 'no channel’s list of claims, one by one, has come in. Bring one in under Intake');
  const ofChannels = dayByDay(told);
  const findings = told.channels.flatMap((channel, at): OtherFinding[] => {
    const own = ofChannels(at);
    const tally = tallyOf(own, days);
    const isTroubled = (trouble: ClaimTrouble): boolean =>
      tally.claims > 0 && poissonInterval(tally[trouble].count).low / tally.claims > LEAST_SHARE[trouble];
    return CLAIM_TROUBLES.filter(isTroubled).map((trouble) =>
      findingOf(situation, channel, { trouble, tally, since: sinceOf(own, trouble, days.to) }),
    );
  });
  return { check: 'claims', looked: `the claims of ${quantity(told.channels.length, 'channel', 'channels', style)}`, findings, lacks: '' };
}

type ClaimsSituation = Pick<Situation, 'claims' | 'days' | 'style' | 'happened'> & ResultAsked;

const ADVICE: Readonly<Record<ClaimTrouble, string>> = {
  again:
    'A tag that fires twice looks like this. See that it fires once for each order; until then judge this channel by the client’s own orders.',
  missing:
    'Orders that were cancelled or tried out, another shop’s, or numbers that the tag makes itself look like this. See which number the tag sends.',
  'without a value': 'See that the tag sends what the order is worth; until then its ROAS by claims is too low.',
};
const SHOWS = { again: 'claimed again', missing: 'no such outcome', 'without a value': 'all' } as const;

interface Troubled {
  readonly trouble: ClaimTrouble;
  readonly tally: Tally;
  readonly since: TroubledSince | null;
}

/** Writes down what is wrong with a channel's claims. */
function findingOf(
  situation: ClaimsSituation,
  { id, name }: ClaimsToCheck['channels'][number],
  { trouble, tally, since }: Troubled,
): OtherFinding {
  const { days, style } = situation;
  const words = new Words(style);
  const { many } = resultOf(situation);
  const { count, value } = tally[trouble];
  const worth = value > 0 ? `, worth ${words.money(value)}` : '';
  const says: Readonly<Record<ClaimTrouble, string>> = {
    again: `claims ${words.count(count)} ${many} a second time${worth}`,
    missing: `claims ${words.count(count)} ${many} that the client’s own list does not have${worth}`,
    'without a value': `does not say of ${words.count(count)} ${many} what they are worth`,
  };
  const of = trouble === 'again' ? 'of the orders it finds' : 'of its claims';
  return {
    check: 'claims',
    trouble,
    key: findingKey('claims', trouble, id),
    about: { kind: 'Channel', name, path: [] },
    group: 'not the advertising',
    money: value,
    days,
    since,
    says: `${name} ${says[trouble]}.`,
    evidence: [
      ...(since ? [`So ${words.since(since)}: ${words.share(since.now)} ${of}, before ${words.share(since.before)}.`] : []),
      `${words.days(days)}: ${words.count(tally.claims)} claims, of ${words.count(tally.found)} ${many} of the client’s own list.`,
    ],
    advice: ADVICE[trouble],
    happened: since ? happenedAround(situation, since.within, name) : [],
    picture: null,
    rows: { screen: 'claims', show: SHOWS[trouble], period: days },
  };
}

type Tally = { readonly claims: number; readonly found: number } & Readonly<Record<ClaimTrouble, { count: number; value: number }>>;

/** Outcomes by their day, and the claims of one channel by that of the outcome they are of, else their own. */
interface ByDay extends Pick<ClaimsToCheck, 'isCovered'> {
  readonly outcomes: ReadonlyMap<Day, readonly CountedOutcome[]>;
  readonly claims: ReadonlyMap<Day, readonly Claim[]>;
}

/** Outcomes and claims by day, of one channel or another. */
function dayByDay({ outcomes, claims, isCovered }: ClaimsToCheck): (channel: number) => ByDay {
  const dayOf = new Map(outcomes.map(({ id, day }) => [id, day]));
  const ofAll = groupBy(outcomes, ({ day }) => day);
  const byChannel = groupBy(claims, ({ channel }) => channel);
  return (channel) => {
    const own = (byChannel.get(channel) ?? []).map((claim) => ({ ...claim, channel: 0 }));
    return { outcomes: ofAll, claims: groupBy(own, ({ order, day }) => dayOf.get(order ?? '') ?? day), isCovered };
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
  const risen = risenSince(
    daily.map((day) => day && (trouble === 'again' ? day.found : day.claims)),
    daily.map((day) => day && day[trouble].count),
  );
  return (
    risen && {
      day: first + risen.at,
      within: { from: first + risen.within[0], to: first + risen.within[1] },
      until: risen.until === null ? null : first + risen.until,
      before: risen.before,
      now: risen.now,
    }
  );
}
