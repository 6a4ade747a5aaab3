import { splitChange } from '../compare/why';
import { formatNumber, type Unit } from '../figure/text';
import { comparisonRange } from '../question/period';
import { lowerFirst } from '../text/lower-first';
import type { DayRange } from '../time/day';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding } from './finding';
import { metricsOf, resultOf, type Situation } from './situation';
import { ratioSpread } from './ratio-spread';
import { othersOf } from './why-others';
import { asking, type Both, isValued, membersOf, metricOf, partsOf, type Reason, type Sums, totalOf } from './why-parts';
import { listed, Words } from './words';

/** Parts that are told: enough to say most. */
const MOST_PARTS = 3;

/**
 * Why what the client is held to changed against the days before (calculations 8): exactly in basket, rate and price of a
 * click, then by which channels and campaigns, in money moved among them (mix) and in what each of them brings (rate).
 */
export function checkWhy(situation: Situation): Looked {
  const before = comparisonRange(situation.days, { mode: 'before' });
  if (!before) return lacking('why', 'there are no days before these to compare with');
  const asked = asking(situation, before);
  const channels = membersOf(situation, asked(['channel']), 'channel');
  const sums = totalOf(channels.told.map(({ both }) => both));
  if (!(sums.before.spend > 0) || !(sums.before.count > 0) || !(sums.now.count > 0))
    return lacking('why', 'spend, clicks and results are not measured of both these days and those before');
  const campaigns = membersOf(situation, asked(['channel', 'campaign']), 'campaign');
  const finding = findingOf(situation, {
    before,
    sums,
    channels: partsOf(situation, channels),
    campaigns: partsOf(situation, campaigns),
    silent: channels.silent,
    others: othersOf(situation, before),
  });
  const looked = `${isValued(situation) ? 'basket, ' : ''}rate and price of a click, by channel, campaign and what else is told`;
  return { check: 'why', looked, findings: finding ? [finding] : [], lacks: '' };
}

interface Known {
  readonly before: DayRange;
  readonly sums: Both;
  readonly channels: readonly Reason[];
  readonly campaigns: readonly Reason[];
  /** Channels that spend and do not tell what came of it. */
  readonly silent: readonly string[];
  /** What products, devices, places and customers say of it, a sentence each. */
  readonly others: readonly string[];
}

function findingOf(situation: Situation, { before: days, sums, channels, campaigns, silent, others }: Known): OtherFinding | undefined {
  const metric = metricOf(situation);
  const { label, unit } = metricsOf(situation).named(metric);
  const words = new Words(situation.style);
  const split = splitOf(situation, sums);
  if (!split) return undefined;
  const { was, is, reasons } = split;
  const isChance = Math.abs(Math.log(is / was)) <= ratioSpread(sums.before.count, sums.now.count);
  const isWorse = isValued(situation) ? is < was : is > was;
  const write = (amount: number): string => signed(amount, unit, situation);
  const byMost = reasons.toSorted((a, b) => Math.abs(b.amount) - Math.abs(a.amount));
  const most = (parts: readonly Reason[]): Reason[] =>
    parts
      .filter(({ amount }) => Math.sign(amount) === Math.sign(is - was))
      .toSorted((a, b) => Math.abs(b.amount) - Math.abs(a.amount))
      .slice(0, MOST_PARTS);
  const text = (parts: readonly Reason[]): string => listed(parts.map(({ words: what, amount }) => `${what} (${write(amount)})`));
  const told = `${label} ${is < was ? 'fell' : 'rose'} from ${formatNumber(was, unit, situation.style)} to ${formatNumber(is, unit, situation.style)} against ${words.days(days)}`;
  return {
    check: 'why',
    trouble: isChance ? 'as chance makes it' : isWorse ? 'worse' : 'better',
    key: findingKey('why', metric),
    about: { kind: 'Client', name: `Why ${label === label.toUpperCase() ? label : lowerFirst(label)} changed`, path: [] },
    group: isChance || !isWorse ? 'fine' : 'worth watching',
    money: isChance ? 0 : moneyOf(situation, sums, was),
    days: situation.days,
    since: null,
    says: isChance
      ? `${told}: no more than chance makes of so few ${resultOf(situation).many}.`
      : `${told}: ${listed(byMost.map(({ words: what, amount }) => `${write(amount)} by ${what}`))}.`,
    evidence: [
      ...(isChance ? [`What it is made of: ${listed(byMost.map(({ words: what, amount }) => `${write(amount)} by ${what}`))}.`] : []),
      `By channel, most: ${text(most(channels))}.`,
      `By campaign, most: ${text(most(campaigns))}.`,
      ...others,
      `Of orders matched to campaigns; parts of one kind add up to the change.${silent.length > 0 ? ` Without ${listed(silent)}, which ${silent.length === 1 ? 'does' : 'do'} not tell clicks and results.` : ''}`,
    ],
    advice: adviceOf(byMost[0], isChance, isWorse),
    happened: [],
    picture: {
      kind: 'parts',
      title: `What the change of ${formatNumber(is - was, unit, situation.style)} is made of`,
      parts: [...byMost, ...most(channels)].map(({ words: name, amount }) => ({ name, amount, text: write(amount) })),
    },
    rows: { screen: 'compare', metric, rows: ['channel', 'campaign'], where: [], period: situation.days },
  };
}

/** The change as a product: basket × rate / price of a click, or price of a click / rate. Null where it cannot be told. */
function splitOf(
  situation: Situation,
  { before, now }: Both,
): { readonly was: number; readonly is: number; readonly reasons: readonly Reason[] } | null {
  const factors = ({ spend, clicks, count, value }: Sums): number[] =>
    isValued(situation) ? [(value ?? NaN) / count, count / clicks, clicks / spend] : [clicks / count, spend / clicks];
  const parts = splitChange(factors(before), factors(now));
  if (!parts) return null;
  const { one, many } = resultOf(situation);
  const [rise, fall] = [(a: number, b: number): boolean => b > a, (a: number, b: number): boolean => b < a];
  const rate = `${fall(before.count / before.clicks, now.count / now.clicks) ? 'fewer' : 'more'} ${many} from clicks`;
  const price = `${rise(before.spend / before.clicks, now.spend / now.clicks) ? 'dearer' : 'cheaper'} clicks`;
  const basket = `what one ${one} is worth`;
  const names = isValued(situation) ? [basket, rate, price] : [rate, price];
  const ratio = ({ spend, count, value }: Sums): number => (isValued(situation) ? (value ?? NaN) / spend : spend / count);
  return { was: ratio(before), is: ratio(now), reasons: parts.map((amount, at) => ({ amount, words: names[at] ?? '' })) };
}

/** What the same spend would have brought more, or the same results cost less, had it stayed as it was. */
const moneyOf = (situation: Situation, { now }: Both, was: number): number =>
  Math.abs(isValued(situation) ? was * now.spend - (now.value ?? 0) : now.spend - was * now.count);

function adviceOf(most: Reason | undefined, isChance: boolean, isWorse: boolean): string {
  if (isChance) return 'Change nothing for it.';
  if (!isWorse) return 'See what did it, and keep it.';
  const what = most?.words ?? '';
  if (what.startsWith('what one'))
    return 'See whether other products are bought, or prices changed, before doubting the people the ads bring.';
  if (what.includes('from clicks')) return 'See at which step it broke, and in which channels, before changing bids.';
  return 'See in which channels clicks cost more, and what they were bid.';
}

function signed(amount: number, unit: Unit, { style }: Situation): string {
  const text = formatNumber(Math.abs(amount), unit, style);
  return `${amount < 0 ? '−' : '+'}${text}`;
}
