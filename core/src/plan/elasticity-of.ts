import type { Ranged } from '../moves/finding';
import { ELASTICITY } from '../moves/response';

/** A week of one campaign: what it spent and brought to a site, and how much it could have been shown. */
export interface AnsweredWeek {
  readonly campaign: number;
  readonly week: number;
  readonly spend: number;
  readonly clicks: number;
  /** Impressions it had and those its budget lost: what was wanted of it, whatever it spent. */
  readonly demand: number;
}

/** What is known before any week is seen: most markets, with half of that for one campaign against the others. */
const USUAL = { middle: 1 - ELASTICITY.middle, spread: 0.13, between: 0.08 };
/** Weeks are observed, not tried: no range is narrower than this on either side. */
const LEAST_SPREAD = 0.05;
const [LEAST, MOST] = [0.3, 0.95];
const LEAST_WEEKS = 8;
/** Weeks that vary by less in what is wanted for a unit of money tell chance: what is wanted is measured no better. */
const LEAST_VARIED = 0.1;
/** Weeks that follow one another are alike: so many of them tell as much as one that stands for itself. */
const ALIKE = 4;
const SURE = 1.96;

interface Slope {
  readonly slope: number;
  readonly variance: number;
}

/**
 * How clicks follow the spend of each campaign, as the power of a curve, from weeks in which it met more or less demand.
 * Of a market twice as large twice the money buys twice as much, so clicks for money depend on how much is wanted for each
 * unit of money alone: log(clicks / spend) = a + week + (1 − elasticity) log(demand / spend). What all campaigns share in a
 * week, as a season's prices, is taken out; slopes are drawn towards that of all, and that towards the usual response
 * (calculations, chapter 14). A campaign that is not among the weeks is answered with what holds of all.
 */
export function elasticities(weeks: readonly AnsweredWeek[]): (campaign: number) => Ranged {
  const points = centred(weeks.filter(({ spend, clicks, demand }) => spend > 0 && clicks > 0 && demand > 0));
  const prior = { slope: USUAL.middle, variance: USUAL.spread ** 2 };
  const all = blended(prior, slopeOf(points));
  const own = new Map<number, Slope>();
  for (const campaign of new Set(points.map((point) => point.campaign)))
    own.set(
      campaign,
      blended(
        { slope: all.slope, variance: all.variance + USUAL.between ** 2 },
        slopeOf(points.filter((point) => point.campaign === campaign)),
      ),
    );
  return (campaign) => rangedOf(own.get(campaign) ?? { slope: all.slope, variance: all.variance + USUAL.between ** 2 });
}

interface Point {
  readonly campaign: number;
  readonly x: number;
  readonly y: number;
}

/** Logarithms less what their campaign and their week share, of campaigns seen in enough weeks beside others. */
function centred(weeks: readonly AnsweredWeek[]): Point[] {
  const perCampaign = countedBy(weeks, 'campaign');
  const seen = weeks.filter(({ campaign }) => (perCampaign.get(campaign) ?? 0) >= LEAST_WEEKS);
  const perWeek = countedBy(seen, 'week');
  const used = seen.filter(({ week }) => (perWeek.get(week) ?? 0) > 1);
  let xs = used.map(({ demand, spend }) => Math.log(demand / spend));
  let ys = used.map(({ clicks, spend }) => Math.log(clicks / spend));
  // Campaigns and weeks are taken out by turns, as not every campaign runs in every week.
  for (let turn = 0; turn < 20; turn++)
    for (const part of ['campaign', 'week'] as const) {
      xs = withoutMeans(used, part, xs);
      ys = withoutMeans(used, part, ys);
    }
  return used.map(({ campaign }, at) => ({ campaign, x: xs[at] ?? 0, y: ys[at] ?? 0 }));
}

function countedBy(weeks: readonly AnsweredWeek[], part: 'campaign' | 'week'): Map<number, number> {
  const counts = new Map<number, number>();
  for (const each of weeks) counts.set(each[part], (counts.get(each[part]) ?? 0) + 1);
  return counts;
}

function withoutMeans(weeks: readonly AnsweredWeek[], part: 'campaign' | 'week', amounts: readonly number[]): number[] {
  const sums = new Map<number, { sum: number; count: number }>();
  weeks.forEach((each, at) => {
    const { sum, count } = sums.get(each[part]) ?? { sum: 0, count: 0 };
    sums.set(each[part], { sum: sum + (amounts[at] ?? 0), count: count + 1 });
  });
  return weeks.map((each, at) => {
    const { sum, count } = sums.get(each[part]) ?? { sum: 0, count: 1 };
    return (amounts[at] ?? 0) - sum / count;
  });
}

/** Least squares through the middle; undefined where too little varies. */
function slopeOf(points: readonly Point[]): Slope | undefined {
  const [xx, xy] = points.reduce(([a, b], { x, y }) => [a + x * x, b + x * y], [0, 0]);
  if (points.length < LEAST_WEEKS || Math.sqrt(xx / points.length) < LEAST_VARIED) return undefined;
  const slope = xy / xx;
  const rest = points.reduce((sum, { x, y }) => sum + (y - slope * x) ** 2, 0);
  return { slope, variance: Math.max(1e-6, (ALIKE * rest) / (points.length - 2) / xx) };
}

/** Two that are told apart by how sure they are (normal, known variances). */
function blended(prior: Slope, seen: Slope | undefined): Slope {
  if (!seen) return prior;
  const [a, b] = [1 / prior.variance, 1 / seen.variance];
  return { slope: (a * prior.slope + b * seen.slope) / (a + b), variance: 1 / (a + b) };
}

function rangedOf({ slope, variance }: Slope): Ranged {
  const clamped = (amount: number): number => Math.min(MOST, Math.max(LEAST, amount));
  const spread = SURE * Math.max(LEAST_SPREAD, Math.sqrt(variance));
  const middle = clamped(1 - slope);
  return { low: Math.min(middle, clamped(1 - slope - spread)), middle, high: Math.max(middle, clamped(1 - slope + spread)) };
}
