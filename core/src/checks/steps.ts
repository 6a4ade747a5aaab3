import { sum } from 'simple-statistics';
import { formatNumber } from '../figure/text';
import { lowerFirst, upperFirst } from '../text/lower-first';
import type { MetricId } from '../metric/metric';
import { type Day, type DayRange, lengthOf } from '../time/day';
import type { Lines } from '../watch/lines';
import { type RateBreak } from '../watch/rate-break';
import { breakOf, ofSoMany, type Step, stepBetween, stepsOf } from '../watch/steps';
import type { Daily } from '../watch/usual-day';
import { channelLines, daysOfLines, valueOf } from './channel-lines';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding, Since } from './finding';
import { metricsOf, resultOf, type Situation } from './situation';
import { happenedAround, listed, Words } from './words';

/** A break that is told of by less than this of the change within two weeks of it is a drift, and no event. */
const ABRUPT = 0.5;
/** One that may be of any of more days than these has no day that anybody could look up. */
const MOST_UNSURE = 14;
/** What is shown, clicked and paid for a click moves by less than this with every bid of others. */
const LEAST_OF_ADS = 0.1;
const BESIDE = 14;

/** A step to the result that changed on a day. */
interface Broken extends RateBreak {
  readonly step: Step;
  readonly since: Since;
}

/**
 * Steps on the way to the result of which since some day another share follows than before (calculations 8 and 17), with
 * what a result is worth and what a click costs as steps of their own; those of one day are one finding.
 */
export function checkSteps(situation: Situation): Looked {
  const [lines, { from: first }] = [channelLines(situation), daysOfLines(situation)];
  const steps = allSteps(situation, lines);
  const told = steps.filter(({ of }) => of.some((each) => each != null && each > 0));
  if (told.length === 0) return lacking('steps', 'nothing tells clicks and what followed day by day');
  const broken = told.flatMap((step): Broken[] => {
    const found = breakOf(step);
    if (!found || found.within[1] - found.within[0] >= MOST_UNSURE || !isAbrupt(step, found)) return [];
    if (isOfAds(step) && Math.abs(found.now / found.before - 1) < LEAST_OF_ADS) return [];
    const since = { day: first + found.at, within: { from: first + found.within[0], to: first + found.within[1] }, until: null };
    return [{ ...found, step, since }];
  });
  const earliest = situation.days.from - lengthOf(situation.days);
  const news = broken.filter(({ since }) => since.day >= earliest && since.day <= situation.days.to);
  const findings = together(news).map((own) => findingOf(situation, own, { lines, first, steps: told }));
  return { check: 'steps', looked: `${told.length} steps from what is shown to what it is worth`, findings, lacks: '' };
}

/** Impressions to clicks, each count to the next, what clicks cost, and what results are worth. */
function allSteps(situation: Situation, lines: readonly Lines[]): Step[] {
  const { count } = resultOf(situation);
  const line = (metric: MetricId | undefined): Lines | undefined => lines.find((each) => each.metric === metric);
  const between = (before: Lines | undefined, own: Lines | undefined): Step[] => (before && own ? [stepBetween(before, own)] : []);
  return [...stepsOf(lines), ...between(line('clicks'), line('spend')), ...between(line(count), line(valueOf(situation)))];
}

/** Whether most of it happened within two weeks of the day, and not little by little. */
function isAbrupt({ of, followed }: Step, { at, before, now }: RateBreak): boolean {
  const rate = (from: number, to: number): number => rateIn(of, followed, from, to).rate;
  const beside = Math.log(rate(at, at + BESIDE) / rate(at - BESIDE, at));
  return beside / Math.log(now / before) >= ABRUPT;
}

const isOfAds = ({ per, metric }: Step): boolean => per === 'impressions' || metric === 'spend';

/** Those that may be of one day, the earliest first. */
function together(broken: readonly Broken[]): Broken[][] {
  const events: Broken[][] = [];
  for (const each of broken.toSorted((a, b) => a.since.within.from - b.since.within.from)) {
    const own = events.find((event) => event.every(({ since }) => overlap(since.within, each.since.within)));
    if (own) own.push(each);
    else events.push([each]);
  }
  return events;
}
const overlap = (a: DayRange, b: DayRange): boolean => a.from <= b.to && b.from <= a.to;

interface Known {
  readonly lines: readonly Lines[];
  readonly first: Day;
  readonly steps: readonly Step[];
}

function findingOf(situation: Situation, event: readonly Broken[], known: Known): OtherFinding {
  const { style } = situation;
  const words = new Words(style);
  const since = commonDay(event);
  // What is nearest to the result says most of it.
  const main = event.toSorted((a, b) => known.steps.indexOf(b.step) - known.steps.indexOf(a.step));
  const isAds = event.every(({ step }) => isOfAds(step));
  const { lost, isLoss } = lostSince(situation, event, known);
  const happened = happenedAround(situation, since.within);
  const held = known.steps.filter((step) => !event.some((own) => own.step === step));
  const metric = main[0]?.step.metric ?? 'clicks';
  return {
    check: 'steps',
    trouble: event
      .map(({ step }) => `${step.metric} per ${step.per}`)
      .toSorted()
      .join(', '),
    // The day that tells most may be another tomorrow.
    key: findingKey('steps', ...event.map(({ step }) => `${step.metric}~${step.per}`).toSorted()),
    about: { kind: 'Client', name: isAds ? 'What is shown and clicked' : 'The way to the result', path: [] },
    group: isAds || !isLoss ? 'worth watching' : 'not the advertising',
    money: lost,
    days: situation.days,
    since,
    says: `Something changed on ${words.on(since)}: ${listed(main.toReversed().map((each) => stepText(situation, each)))}.`,
    evidence: [
      ...(held.length > 0 ? [`As before: ${listed(held.map((step) => stepName(situation, step)))}.`] : []),
      ...alikeText(event, known),
      ...(lost > 0 ? [`With the steps as they were, about ${words.money(lost)} more would have come in over the days looked at.`] : []),
    ],
    advice: adviceOf(happened, isAds),
    happened,
    picture: pictureOf(situation, main[0], known),
    rows: {
      screen: 'compare',
      metric,
      rows: ['channel'],
      where: [],
      period: { from: Math.max(known.first, since.day - BESIDE), to: Math.min(situation.days.to, since.day + BESIDE) },
    },
  };
}

/** The days that all of them may be of, the one that tells most of all. */
function commonDay(event: readonly Broken[]): Since {
  const within = {
    from: Math.max(...event.map(({ since }) => since.within.from)),
    to: Math.min(...event.map(({ since }) => since.within.to)),
  };
  const [narrowest] = event.toSorted((a, b) => lengthOf(a.since.within) - lengthOf(b.since.within));
  const day = Math.min(within.to, Math.max(within.from, narrowest?.since.day ?? within.from));
  return { day, within, until: null };
}

function stepText(situation: Situation, { step, before, now }: Broken): string {
  const words = new Words(situation.style);
  const [label, per] = [labelOf(situation, step.metric), labelOf(situation, step.per)];
  if (isMoney(situation, step.metric)) {
    const [was, is] = [moneyEach(situation, before), moneyEach(situation, now)];
    return step.metric === 'spend'
      ? `a click costs ${is} (before ${was})`
      : `one ${resultOf(situation).one} is worth ${is} (before ${was})`;
  }
  const of = ofSoMany(Math.min(before, now));
  return `${words.count(of)} ${per} lead to ${words.count(of * now)} ${label} (before ${words.count(of * before)})`;
}

const stepName = (situation: Situation, { metric, per }: Step): string =>
  metric === 'spend'
    ? 'what a click costs'
    : isMoney(situation, metric)
      ? `what one ${resultOf(situation).one} is worth`
      : `${labelOf(situation, metric)} from ${labelOf(situation, per)}`;

const labelOf = (situation: Situation, metric: MetricId): string => lowerFirst(metricsOf(situation).named(metric).label);
const isMoney = (situation: Situation, metric: MetricId): boolean => metricsOf(situation).named(metric).unit === 'money';
const moneyEach = ({ style }: Situation, amount: number): string => formatNumber(amount, 'money', style);

/** Whether it went the same way in all channels with enough to tell, step by step. */
function alikeText(event: readonly Broken[], { lines }: Known): string[] {
  const moved = event.flatMap(({ step, at, before, now }) => {
    const [of, followed] = [step.per, step.metric].map((metric) => lines.find((line) => line.metric === metric));
    return (followed?.members ?? []).flatMap(({ key, values }) => {
      const own = of?.members.find((each) => each.key === key)?.values ?? [];
      const [early, late] = [rateIn(own, values, 0, at), rateIn(own, values, at, own.length)];
      if (early.count < LEAST_COUNT || late.count < LEAST_COUNT || !(early.rate > 0)) return [];
      return [{ key, isSame: Math.sign(late.rate - early.rate) === Math.sign(now - before) }];
    });
  });
  const channels = new Set(moved.map(({ key }) => key));
  const others = new Set(moved.filter(({ isSame }) => !isSame).map(({ key }) => key));
  if (channels.size < 2) return [];
  return [
    others.size === 0
      ? `Alike in all ${channels.size} channels that tell it.`
      : `Alike in ${channels.size - others.size} of ${channels.size} channels that tell it.`,
  ];
}

/** How many followed of how many, on some of the days. */
function rateIn(of: Daily, followed: Daily, from: number, to: number): { readonly rate: number; readonly count: number } {
  const known = of.flatMap((each, day) => {
    const after = followed[day];
    return day >= from && day < to && each != null && after != null ? [[each, after] as const] : [];
  });
  const count = sum(known.map(([each]) => each));
  return { count, rate: sum(known.map(([, after]) => after)) / count };
}
const LEAST_COUNT = 50;

/** What would have come in over the days looked at, had every broken step stayed as it was. Where one of them gained, what is left. */
function lostSince(
  situation: Situation,
  event: readonly Broken[],
  { lines, first }: Known,
): { readonly lost: number; readonly isLoss: boolean } {
  const value = valueOf(situation);
  const { count } = resultOf(situation);
  const factor = event.reduce((product, { step, before, now }) => (isOfAds(step) ? product : (product * before) / now), 1);
  const line = lines.find(({ metric }) => metric === value) ?? lines.find(({ metric }) => metric === count);
  const since = commonDay(event).day;
  const whole = sum((line?.whole ?? []).map((each, at) => (first + at >= Math.max(since, situation.days.from) ? (each ?? 0) : 0)));
  const each = line?.metric === value ? 1 : situation.target && situation.target.metric !== 'roas' ? situation.target.value : 0;
  const change = whole * (factor - 1) * each;
  return { lost: Math.max(0, change), isLoss: factor > 1 };
}

function adviceOf(happened: readonly string[], isAds: boolean): string {
  if (happened.length > 0) return 'See whether what is noted of these days explains it before changing bids or budgets.';
  return isAds
    ? 'Nothing is noted of these days. Other bidders, a new ad or a changed setting look like this; write down what it was.'
    : 'Nothing is noted of these days. Ask the client what changed: a price, a page, delivery or stock. Write it into the logbook.';
}

function pictureOf(situation: Situation, main: Broken | undefined, { first }: Known): OtherFinding['picture'] {
  if (!main) return null;
  const { step, at, before, now } = main;
  const values = step.of.map((each, day) => {
    const after = step.followed[day];
    return each != null && each > 0 && after != null ? after / each : null;
  });
  const usual = values.map((_, day) => (day < at ? before : now));
  return {
    kind: 'days',
    title: upperFirst(stepName(situation, step)),
    unit: isMoney(situation, step.metric) ? 'money' : 'share',
    from: first,
    values,
    usual,
    marked: [{ from: main.since.within.from, to: main.since.within.to }],
  };
}
