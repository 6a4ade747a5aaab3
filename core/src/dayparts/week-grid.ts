import { sum } from 'simple-statistics';
import { gammaP } from '../evidence/gamma';
import { groupBy } from '../list/group-by';

/** What came of the clicks of one hour of a weekday (0 is Monday). */
export interface HourCell {
  readonly weekday: number;
  readonly hour: number;
  readonly spend: number;
  readonly clicks: number;
  readonly outcomes: number;
}

/** The same of one campaign. */
export interface CampaignHour extends HourCell {
  readonly campaign: string;
  /** Whether somebody takes what comes in then. */
  readonly isAccepting: boolean;
}

/** An hour of the week beside what its clicks would bring at the usual rate of their campaigns. */
export interface WeekHour extends HourCell {
  readonly isAccepting: boolean;
  readonly expected: number;
  /** What a click brings of what one of accepting hours does on average, shrunk towards its hour and its weekday. */
  readonly ratio: number;
  /** How surely that lies on its side of 1. */
  readonly surely: number;
}

/** How much hours vary is fitted on at least so many; they are never taken to vary more widely than this, which is what fewer are taken to. */
const LEAST_SIBLINGS = 5;
const WIDEST = 0.5;

/**
 * Hours of a week by what a click of each brings (calculations 13). Campaigns may have other hours than one another: what is
 * expected of an hour is what its clicks bring at the rate of their own campaigns in accepting hours. The ratio to that is
 * shrunk towards that of all days at its hour times that of all hours of its weekday, which are shrunk towards 1; how widely
 * each varies is fitted to them, beyond what Poisson counts do. Empty where accepting hours brought nothing.
 */
export function weekHours(cells: readonly CampaignHour[]): WeekHour[] {
  const rates = new Map(
    [...groupBy(cells, ({ campaign }) => campaign)].map(([campaign, own]) => {
      const accepting = own.filter(({ isAccepting }) => isAccepting);
      const clicks = sum(accepting.map((each) => each.clicks));
      return [campaign, clicks > 0 ? sum(accepting.map(({ outcomes }) => outcomes)) / clicks : 0];
    }),
  );
  const hours = [...groupBy(cells, ({ weekday, hour }) => weekday * 24 + hour).values()].flatMap((own) => {
    const [first] = own;
    const expected = sum(own.map(({ campaign, clicks }) => clicks * (rates.get(campaign) ?? 0)));
    if (!first || !(expected > 0)) return [];
    const total = (of: 'spend' | 'clicks' | 'outcomes'): number => sum(own.map((each) => each[of]));
    const { weekday, hour, isAccepting } = first;
    return [{ ...{ weekday, hour, isAccepting, expected }, spend: total('spend'), clicks: total('clicks'), outcomes: total('outcomes') }];
  });
  const byHour = marginOf(hours, ({ hour }) => hour);
  const byHours = hours.map((each) => ({ ...each, expected: each.expected * byHour(each.hour).ratio }));
  // What hours of all days bring is no matter of a weekday, nor is what comes while nobody answers.
  const byWeekday = marginOf(
    byHours.filter(({ isAccepting }) => isAccepting),
    ({ weekday }) => weekday,
  );
  const placed = hours.map((each) => {
    const [hour, weekday] = [byHour(each.hour), byWeekday(each.weekday)];
    return { ...each, usual: hour.ratio * weekday.ratio, variance: hour.variance + weekday.variance };
  });
  const own = spreadOf(
    placed.filter(({ isAccepting }) => isAccepting).map(({ outcomes, expected, usual }) => ({ outcomes, expected: expected * usual })),
  );
  return placed.map(({ usual, variance, ...each }) => {
    const apart = drawn(own, { outcomes: each.outcomes, expected: each.expected * usual });
    const [ratio, doubt] = [usual * apart.ratio, variance + apart.variance];
    // About a gamma of that mean and relative variance; where nothing varies, nothing is known to be unlike 1.
    const below = doubt > 0 ? gammaP(1 / doubt, 1 / doubt / ratio) : 0.5;
    return { ...each, ratio, surely: Math.max(below, 1 - below) };
  });
}

interface Counted {
  readonly outcomes: number;
  readonly expected: number;
}

/** A ratio to what is expected, shrunk towards 1, with its relative variance. */
interface Drawn {
  readonly ratio: number;
  readonly variance: number;
}

/** All that share an hour, or a weekday. */
function marginOf<T extends Counted & { readonly isAccepting: boolean }>(
  cells: readonly T[],
  of: (cell: T) => number,
): (which: number) => Drawn {
  const totalsOf = (some: readonly T[]): Map<number, Counted> =>
    new Map(
      [...groupBy(some, of)].map(([which, own]) => [
        which,
        { outcomes: sum(own.map((each) => each.outcomes)), expected: sum(own.map((each) => each.expected)) },
      ]),
    );
  const totals = totalsOf(cells);
  // How widely accepting hours vary is seen of them alone: nights that bring nothing make no day uncertain.
  const spread = spreadOf([...totalsOf(cells.filter(({ isAccepting }) => isAccepting)).values()]);
  return (which) => drawn(spread, totals.get(which) ?? { outcomes: 0, expected: 0 });
}

/** Drawn towards 1 by how widely its siblings vary (a gamma of mean 1 and that variance): all the way where they are all alike. */
function drawn(variance: number, { outcomes, expected }: Counted): Drawn {
  if (variance === 0) return { ratio: 1, variance: 0 };
  const shape = 1 / variance;
  return { ratio: (shape + outcomes) / (shape + expected), variance: 1 / (shape + outcomes) };
}

/** The relative variance of siblings beyond that of Poisson counts; 0 where chance alone makes them differ as much in one of a thousand. */
function spreadOf(cells: readonly Counted[]): number {
  if (cells.length < LEAST_SIBLINGS) return WIDEST;
  const apart = sum(cells.map(({ outcomes, expected }) => (outcomes - expected) ** 2 / expected));
  if (gammaP((cells.length - 1) / 2, apart / 2) < BEYOND_CHANCE) return 0;
  const beyond = sum(cells.map(({ outcomes, expected }) => (outcomes - expected) ** 2 - outcomes));
  return Math.min(WIDEST, Math.max(0, beyond / sum(cells.map(({ expected }) => expected ** 2))));
}
/** Three such looks are taken of each channel, every day anew: one of twenty would often find hours that are none. */
const BEYOND_CHANCE = 0.999;
