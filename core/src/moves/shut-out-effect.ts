import { poissonInterval } from '../evidence/interval';
import { ordered } from './effect';
import type { Effect, Ranged } from './finding';
import { EFFECT_DAYS, ELASTICITY } from './response';
import type { Worth } from './worth';

/** A part of a campaign that is to be shut out: a placement, words of searches, hours of the week. Money and outcomes a day. */
export interface ShutOut {
  readonly spend: number;
  readonly outcomes: number;
  /** Outcomes that this was counted from. */
  readonly seen: number;
  /** Outcomes a day that chance could hide where none were seen. */
  readonly mostUnseen: number;
  /** Outcomes that the rest of the campaign brings for each unit of money. */
  readonly rest: number;
  readonly campaignSpend: number;
  /** Share of the impressions the campaign could have that its budget loses; null where not measured. */
  readonly lostToBudget: number | null;
  /** What all that is shut out of the campaign with it spends: the rest can spend so much again once. */
  readonly together: number;
  /** Null where nothing says what an outcome is worth. */
  readonly worth: Worth | null;
}

/** How much of what is counted for a part that hardly brings anything is caused by it: it takes the last click of some who would have come. */
const CAUSED_BY_PART: Ranged = { low: 0, middle: 0.7, high: 1.2 };
/** How far its spend of the days to come may be from that of the days before. */
const OTHER_DAYS = { least: 0.5, most: 1.5 };

/**
 * What shutting a part out does a day: its money is saved, or spent by the rest of the campaign where its budget keeps that from
 * more; what it caused is lost, and what the rest brings for the money is gained. The money goes as far as the demand that the
 * budget loses, and brings by the usual response what the last money does (calculations, chapter 14).
 */
export function shutOutEffect({ spend, outcomes, seen, mostUnseen, rest, campaignSpend, lostToBudget, together, worth }: ShutOut): Effect {
  const again = spentAgain(together, campaignSpend, lostToBudget);
  const { low: least, high: most } = poissonInterval(seen);
  // What chance could hide goes by the rest's rate at most.
  const [fewest, many] = seen > 0 ? [(outcomes * least) / seen, (outcomes * most) / seen] : [0, Math.min(mostUnseen, spend * rest)];
  const lost = ordered(outcomes * CAUSED_BY_PART.middle, fewest * CAUSED_BY_PART.low, many * CAUSED_BY_PART.high);
  const gained = (part: keyof Ranged): number => spend * again[part] * rest * ELASTICITY[part];
  const chance = 2 * Math.sqrt((outcomes + gained('middle')) / EFFECT_DAYS);
  const middle = gained('middle') - lost.middle;
  const change: Ranged = {
    low: middle - Math.hypot(lost.high - lost.middle, gained('middle') - gained('low'), chance),
    middle,
    high: middle + Math.hypot(lost.middle - lost.low, gained('high') - gained('middle'), chance),
  };
  const saved: Ranged = {
    low: -spend * (1 - again.low) * OTHER_DAYS.most,
    middle: -spend * (1 - again.middle),
    high: -spend * (1 - again.high) * OTHER_DAYS.least,
  };
  const share = (part: number): string => `${Math.round(part * 100)} %`;
  return {
    spend: saved,
    outcomes: change,
    profit: worth?.isEarned ? profitOf(change, saved, worth.each) : null,
    assumption: `Of its money ${share(again.low)} to ${share(again.high)} is taken to be spent elsewhere in the campaign, by what the budget keeps it from; of what is counted for it, ${share(CAUSED_BY_PART.low)} to ${share(CAUSED_BY_PART.high)} would not come without it.`,
  };
}

/** The share of the money of all that is shut out that the rest of its campaign spends instead. */
function spentAgain(spend: number, campaignSpend: number, lostToBudget: number | null): Ranged {
  if (lostToBudget === null) return { low: 0, middle: 0.5, high: 1 };
  const wanted = (campaignSpend * lostToBudget) / Math.max(0.05, 1 - lostToBudget);
  const most = spend > 0 ? Math.min(1, wanted / spend) : 0;
  // Whether a channel gives the rest what is freed no report tells: all, some or none of it.
  return { low: 0, middle: most / 2, high: Math.min(1, 2 * most + 0.1) };
}

/** Money saved and outcomes lost come apart: each at its worst, and at its best. */
const profitOf = (outcomes: Ranged, spend: Ranged, each: number): Ranged => ({
  low: outcomes.low * each - spend.high,
  middle: outcomes.middle * each - spend.middle,
  high: outcomes.high * each - spend.low,
});
