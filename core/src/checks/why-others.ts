import { arrivalsOf } from '../maturity/arrivals';
import { wilson } from '../evidence/interval';
import { lowerFirst } from '../text/lower-first';
import type { DayRange } from '../time/day';
import { metricsOf, read, resultOf, type Situation } from './situation';
import { isTold } from './campaign-parts';
import { asking, membersOf, metricOf, partsOf, type Sums, totalOf } from './why-parts';
import { formatNumber } from '../figure/text';
import { listed, Words } from './words';

/** What reports of channels may tell a change by, beside channels and campaigns. */
const TOLD_BY = ['product', 'device', 'place'];
const MOST_PARTS = 2;

/**
 * What products, devices and places say of a change, by the channels’ own claims of what they tell by them, and whether surely
 * more or fewer of those who came were there for the first time.
 */
export function othersOf(situation: Situation, before: DayRange): string[] {
  return [...TOLD_BY.flatMap((dimension) => byDimension(situation, before, dimension)), ...newCustomers(situation, before)];
}

function byDimension(situation: Situation, before: DayRange, dimension: string): string[] {
  if (!isTold(situation, dimension)) return [];
  const claimed = membersOf(situation, asking(situation, before)([dimension], { countedBy: 'claims', basis: 'click' }), dimension);
  // What is claimed by click date is not known at an age: both periods are taken as all that comes of them.
  const [matured, maturedBefore] = [maturing(situation, situation.days), maturing(situation, before)];
  const told = {
    ...claimed,
    told: claimed.told.map(({ name, both }) => ({ name, both: { now: matured(both.now), before: maturedBefore(both.before) } })),
  };
  const sums = totalOf(told.told.map(({ both }) => both));
  if (told.told.length < 2 || !(sums.before.spend > 0) || !(sums.now.count > 0)) return [];
  const { unit } = metricsOf(situation).named(metricOf(situation));
  const parts = partsOf(situation, told)
    .toSorted((a, b) => Math.abs(b.amount) - Math.abs(a.amount))
    .slice(0, MOST_PARTS)
    .map(({ words, amount }) => `${words} (${amount < 0 ? '−' : '+'}${formatNumber(Math.abs(amount), unit, situation.style)})`);
  const { label } = situation.tables.vocabulary.dimension(dimension);
  return [
    `By ${lowerFirst(label)}, of the ${new Words(situation.style).money(sums.now.spend)} that tell it and as the channels claim, most: ${listed(parts)}.`,
  ];
}

/** Claims of some days as all that will come of them. */
function maturing(situation: Situation, days: DayRange): (sums: Sums) => Sums {
  const arrivals = arrivalsOf(situation.tables, days, situation.lastDay);
  const shareOf = (part: 'count' | 'value'): number =>
    arrivals.of({ outcome: resultOf(situation).outcome, part, countedBy: 'claims' })?.share ?? 1;
  const [counts, values] = [shareOf('count'), shareOf('value')];
  return (sums) => ({ ...sums, count: sums.count / counts, value: sums.value === null ? null : sums.value / values });
}

/** Outcomes of which it is told whether they are somebody’s first, with what their metrics begin with. */
const FIRST: Readonly<Record<string, string>> = { purchase: 'order', booking: 'booking' };

function newCustomers(situation: Situation, before: DayRange): string[] {
  const { outcome, many, count } = resultOf(situation);
  const first = FIRST[outcome.id];
  if (first === undefined) return [];
  const { members, value } = read(situation, [`${first}-new-customers`, count], { countedBy: 'orders', comparison: before });
  const whole = members.find(({ kind }) => kind === 'total');
  const [now, earlier] = [0, 1].map((bucket) => {
    const [own, all] = [`${first}-new-customers`, count].map((metric) => (whole ? value(whole, metric, bucket) : null));
    return own != null && all != null && all > 0 && own <= all ? { share: own / all, ...wilson(own, all) } : null;
  });
  if (!now || !earlier) return [];
  // Intervals that lie apart: rather too seldom told than too often.
  if (now.low <= earlier.high && now.high >= earlier.low) return [];
  const words = new Words(situation.style);
  return [
    `${words.share(now.share)} of all ${many} are somebody’s first, against ${words.share(earlier.share)} before: ${now.share > earlier.share ? 'more new and fewer returning' : 'fewer new and more returning'} customers.`,
  ];
}
