import { creditByPosition } from '../credit/by-position';
import { touchedIn } from '../credit/credit-sums';
import { askedOf, compacted, cutJourneys } from '../credit/journeys';
import { creditMembers } from '../credit/members';
import { distinctPaths } from '../credit/paths';
import { chainOf, MOST_REMOVED, removalEffects } from '../credit/removal';
import { LEAST_SOLD } from '../credit/rules';
import type { TouchLog } from '../credit/touch-log';
import type { Ranged } from '../moves/finding';
import { CAUSED } from '../moves/response';
import { NONE } from '../rows/coding';
import type { DayRange } from '../time/day';

/** Outcomes of a campaign's touches: those it was the last before, and those that would be lost without it, by removal. */
export interface Caused {
  readonly last: number;
  readonly lost: number;
}

const LOOKBACK = 90 * 24;

/**
 * What the log of a site says of each campaign's touches on some days, by its code; none where too few journeys are known, or
 * none that came to nothing, or so many members that removal is not solved. Removal takes every journey with a campaign in it for lost without it, so
 * it says what it causes at most; the last touch takes whatever others began as its own doing, and what it began as theirs.
 */
export function causedByCampaign(log: TouchLog, action: string, days: DayRange): Map<number, Caused> {
  const members = creditMembers(log, ['campaign']);
  const question = { action, days, lookback: LOOKBACK, basis: 'click', views: true, direct: false } as const;
  const { journeys, places } = compacted(cutJourneys(log, members, question));
  const asked = askedOf(journeys);
  const sold = asked.isSold.reduce((sum, each) => sum + each, 0);
  // Of a log that knows those alone who bought, removal would say that whoever is met buys.
  if (sold < LEAST_SOLD || sold === asked.length || asked.members > MOST_REMOVED) return new Map();
  const touched = touchedIn(asked);
  const position = creditByPosition(asked);
  const effects = removalEffects(chainOf(distinctPaths(asked).journeys));
  return new Map(
    places.flatMap((place, member) => {
      const [campaign = NONE] = members.codes[place] ?? [];
      const { outcomes: last } = position.of(member, 'last');
      const lost = Math.min((effects[member] ?? 0) * touched.outcomes, position.part(member, 'met'));
      return campaign === NONE ? [] : [[campaign, { last, lost }] as const];
    }),
  );
}

/** Outcomes as if so many more had been counted and caused alike: of a handful nothing is made. */
const DRAWN = 3;
/** How much further than the two ways to count the truth may lie. */
const FURTHER = { less: 0.8, more: 1.1 };

/**
 * How many times what is counted for a campaign is caused by it: between what it was the last before and what would be lost
 * without it, in the middle of the two as ratios. Without a log as the house takes it (calculations, chapter 14). Claims
 * counted twice cause less than they count.
 */
export function causedShare(counted: number, caused: Caused | undefined): Ranged {
  if (!caused) return CAUSED;
  const times = (outcomes: number): number => (outcomes + DRAWN) / (counted + DRAWN);
  const [low, high] = [Math.min(caused.last, caused.lost), Math.max(caused.last, caused.lost)].map(times) as [number, number];
  return { low: low * FURTHER.less, middle: Math.sqrt(low * high), high: high * FURTHER.more };
}

/** Tells by the code of a campaign how many times what is counted for it on some days is caused by it; undefined where no log says. */
export function causedShares(
  log: TouchLog | null,
  action: string,
  days: DayRange,
): (campaign: number, counted: number) => Ranged | undefined {
  const known = log ? causedByCampaign(log, action, days) : new Map<number, Caused>();
  return (campaign, counted) => {
    const caused = known.get(campaign);
    return caused && causedShare(counted, caused);
  };
}
