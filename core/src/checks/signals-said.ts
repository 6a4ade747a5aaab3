import { sum } from 'simple-statistics';
import { quantity } from '../figure/text';
import { lowerFirst } from '../text/lower-first';
import type { MetricId } from '../metric/metric';
import type { Bar } from '../signals/bar';
import { hasHeld, type HeldWeek } from '../signals/held-weeks';
import { LEAST_ADS, type Tried } from '../signals/try-signals';
import { findingKey } from './check';
import type { OtherFinding } from './finding';
import type { Held, KnownSignals } from './known-signals';
import { metricsOf, resultOf, type Situation } from './situation';
import { listed, Words } from './words';

/** Of impressions the cost of a thousand is told. */
const THOUSAND = 1000;
const scaleOf = (step: MetricId): number => (step === 'impressions' ? THOUSAND : 1);

/** “click”, “1,000 impressions”, “cart”. */
export function stepOf(situation: Situation, step: MetricId): string {
  if (step === 'impressions') return `${new Words(situation.style).count(THOUSAND)} impressions`;
  const { formula, label } = metricsOf(situation).named(step);
  if (formula.kind === 'term' && formula.term.kind === 'outcome') return formula.term.outcome.name;
  return lowerFirst(label).replace(/s$/, '');
}

/** “12 carts”, “12,400 impressions”. */
export const countText = (situation: Situation, step: MetricId, count: number): string =>
  quantity(count, stepOf(situation, step), lowerFirst(metricsOf(situation).named(step).label), situation.style);

/** “£3.28”; of a thousand where impressions are meant. */
export const costText = (situation: Situation, step: MetricId, cost: number): string =>
  new Words(situation.style).money(cost * scaleOf(step));

/** “at most £3.28 (£2.85 to £3.64)”. */
const barText = (situation: Situation, step: MetricId, { cost, low, high, isAtMost }: Bar): string =>
  `${isAtMost ? 'at most' : 'at least'} ${costText(situation, step, cost)} (${costText(situation, step, low)} to ${costText(situation, step, high)})`;

const signed = (r: number): string => r.toFixed(2).replace('-', '−');
const costPer = (known: KnownSignals, { step }: Pick<Tried, 'step'>): string =>
  `cost per ${stepOf(known.situation, known.steps[step] ?? '')}`;

/** Which early cost tells soonest, as one finding with all that was tried. */
export function tellsFinding(known: KnownSignals): OtherFinding {
  const { situation, stage, steps, perResult, tried, soonest } = known;
  const words = new Words(situation.style);
  const { one } = resultOf(situation);
  const whose = stage === null ? '' : ` of ads for ${stage}`;
  const strongest = tried.filter(({ ranks }) => ranks).toSorted((a, b) => Math.abs(b.ranks?.r ?? 0) - Math.abs(a.ranks?.r ?? 0))[0];
  return {
    check: 'signals',
    trouble: 'tells soonest',
    key: findingKey('signals', 'tells soonest', stage ?? 'all'),
    about: { kind: stage === null ? 'Client' : 'Stage', name: 'Early signals', path: stage === null ? [] : [stage] },
    group: 'fine',
    money: 0,
    days: situation.days,
    since: null,
    says: soonest
      ? `The ${costPer(known, soonest)} tells soonest how ads${stage === null ? '' : ` for ${stage}`} will do: from the first ${words.money(soonest.after * perResult)} of spend on it goes with what a ${one} costs after that (rank correlation ${strengthOf(soonest)}, ${words.count(soonest.ads)} ads).${soonest.bar ? ` Where it is ${barText(situation, steps[soonest.step] ?? '', soonest.bar)}, an ad is expected to reach the target.` : ''}`
      : `No early cost${whose} tells how an ad will do${strongest ? `; most nearly the ${costPer(known, strongest)} (rank correlation ${strengthOf(strongest)})` : ''}.`,
    evidence: [
      `Each step in the first part of an ad’s spend, against what the money after that brought; late ${resultOf(situation).many} allowed for. One ${one} may cost ${words.money(perResult)}. Of use is 0.5 or more, surely not 0 also after allowing for chance in all that was tried.`,
    ],
    advice: soonest
      ? 'Read new ads by it before results can tell; the ladder of each channel does.'
      : 'Judge ads by their results alone, and give them the money to show some.',
    happened: [],
    picture: {
      kind: 'table',
      title: 'How early costs go with later ones (rank correlation, 95 %)',
      heads: ['early cost', 'of the first', 'ads', 'goes with', 'on logarithms', 'may be'],
      words: [5],
      rows: tried
        .filter(({ ads }) => ads >= LEAST_ADS)
        .map((each) => [
          costPer(known, each),
          words.money(each.after * perResult),
          words.count(each.ads),
          each.ranks ? strengthOf(each) : 'all alike',
          each.logs === null ? '' : signed(each.logs),
          each.bar ? barText(situation, steps[each.step] ?? '', each.bar) : each.isUsable ? 'not clear' : 'of no use',
        ]),
    },
    rows: rowsBehind(situation),
  };
}

const strengthOf = ({ ranks }: Tried): string => (ranks ? `${signed(ranks.r)}, ${signed(ranks.low)} to ${signed(ranks.high)}` : '');

export const rowsBehind = (situation: Situation): OtherFinding['rows'] => ({
  screen: 'compare',
  metric: 'spend',
  rows: ['channel', 'campaign', 'ad'],
  where: [],
  period: situation.days,
});

/** Whether the bars of the last weeks held, as one finding: the first signal is the one that tells soonest. */
export function heldFindings(known: KnownSignals, held: readonly Held[]): OtherFinding[] {
  const [first] = held;
  return first ? [heldFinding(known, first, held)] : [];
}

function heldFinding(known: KnownSignals, first: Held, held: readonly Held[]): OtherFinding {
  const { situation, steps, perResult } = known;
  const words = new Words(situation.style);
  const total = (of: (week: HeldWeek) => number): number => sum(first.weeks.map(of));
  const [stopped, missed, winners, lost] = [
    total((week) => week.stopped),
    total((week) => week.missed),
    total((week) => week.winners),
    total((week) => week.lost),
  ];
  const bar = `${costPer(known, first.signal)} in the first ${words.money(first.signal.after * perResult)}`;
  const weeks = first.weeks.length;
  const may = held.filter((each) => hasHeld(each.weeks)).map(({ signal }) => costPer(known, signal));
  return {
    check: 'signals',
    trouble: 'bars held',
    key: findingKey('signals', 'bars held'),
    about: { kind: 'Client', name: 'Whether the bars held', path: [] },
    group: 'fine',
    money: 0,
    days: { from: situation.days.to - 7 * weeks + 1, to: situation.days.to },
    since: null,
    says:
      stopped + winners === 0
        ? `Nothing that came after the last ${weeks} weeks’ bars of the ${bar} tells yet whether they held.`
        : `As known in each of the last ${weeks} weeks, the ${bar} would have stopped ${words.count(stopped)} times; ${words.count(missed)} of these ads missed the target afterwards. Of ${words.count(winners)} that met it, ${words.count(lost)} would have been lost.`,
    evidence: [
      'An ad is stopped where its early cost lies beyond the whole interval of the bar. An ad is told of in each week in which enough came of its later money.',
    ],
    advice:
      may.length > 0
        ? `Ads can be stopped by the ${listed(may)}: next to none that met the target would have been lost.${may.length < held.length ? ' The others only argue.' : ''}`
        : 'Stop no ad by an early cost alone: too many that met the target would have been lost.',
    happened: [],
    picture: {
      kind: 'table',
      title: 'Bars by week, and what became of the ads',
      heads: ['by', 'early cost', 'of the first', 'might be', 'would stop', 'missed later', 'met it later', 'of these lost'],
      words: [1, 3],
      rows: held.flatMap(({ signal, weeks: own }) =>
        own.map((week) => [
          words.day(week.by),
          costPer(known, signal),
          words.money(signal.after * perResult),
          week.bar ? barText(situation, steps[signal.step] ?? '', week.bar) : 'not clear',
          ...[week.stopped, week.missed, week.winners, week.lost].map(words.count),
        ]),
      ),
    },
    rows: rowsBehind(situation),
  };
}
