import { poissonInterval } from '../evidence/interval';
import { figureIn } from '../compare/answer';
import { type Figure, value } from '../figure/figure';
import { figureText, formatNumber, type Style, type Unit } from '../figure/text';
import type { Member } from '../compare/member';
import type { MetricId } from '../metric/metric';
import { TARGET_METRICS } from '../target/target';
import { type Finding, groupOf, stakeOf } from './finding';
import { metricsOf, read, type Read, resultOf, type Situation } from './situation';
import { listed, Words } from './words';

/**
 * How the client stands to what it was promised, in a sentence: what was reached, how sure that is by how many results
 * there are, and the money that it is over or under. Empty without a target.
 */
export function standingOf(situation: Situation): string {
  const { target, style, days } = situation;
  if (!target) return '';
  const words = new Words(style);
  const { metric, value: bar, orders } = target;
  const { label, unit } = metricsOf(situation).named(metric);
  const { many, count } = resultOf(situation);
  const answered = read(situation, [metric, 'spend', count]);
  const kinds = orders === 'matched' ? (['matched', 'total'] as const) : (['total', 'matched'] as const);
  const [meant, other] = kinds.map((own) => answered.members.find(({ kind }) => kind === own));
  const whole = meant ?? other;
  if (!whole) return '';
  const actual = figureIn(answered.found, whole, metric, 0);
  const of = orders === 'matched' && meant ? `${many} matched to campaigns` : `all ${many}`;
  const write = (amount: number): string => formatNumber(amount, unit, style);
  const beside =
    meant && other
      ? `; of ${orders === 'matched' ? `all ${many}` : 'those matched to campaigns'} it is ${spoken(figureIn(answered.found, other, metric, 0), unit, style)}`
      : '';
  const { bound } = TARGET_METRICS[metric];
  const told = `${label} is ${spoken(actual, unit, style)} of ${of}${beside}, ${words.days(days)}. Promised is ${bound} ${write(bar)}`;
  const known = knownOf(answered, whole, { metric, count });
  if (!known) return `${told}; too much is not measured to tell whether that is met.`;
  const { spend, counted } = known;
  const judged = promiseKept({ bound, bar, ...known });
  const sure = judged.verdict === 'open' ? `so few ${many} leave open whether that is met` : `surely ${judged.verdict}`;
  const money =
    bound === 'at least'
      ? `${words.money(Math.abs(judged.off))} ${judged.off < 0 ? 'less' : 'more'} came in than the ${words.money(spend)} spent should bring`
      : `${words.money(Math.abs(judged.off))} ${judged.off < 0 ? 'more' : 'less'} was spent than ${words.count(counted)} ${many} may cost`;
  const covered = known.coverage < 1 ? ` Known of ${words.share(known.coverage)} of spend.` : '';
  return `${told}: ${sure} (95 %: ${write(judged.low)} to ${write(judged.high)}). ${money}.${covered}`;
}

/** Without what share of the spend it covers, which is told by itself. */
const spoken = (figure: Figure, unit: Unit, style: Style): string =>
  figureText(figure.kind === 'value' ? value(figure.value) : figure, unit, style).spoken;

/** Of less of the spend nothing is judged (calculations 2). */
const LEAST_COVERAGE = 0.9;

/** What was reached, of the spend of which it is known; null where that is too little. */
function knownOf({ found }: Read, whole: Member, { metric, count }: { readonly metric: MetricId; readonly count: MetricId }) {
  const [actual, spend, counted] = [
    figureIn(found, whole, metric, 0),
    figureIn(found, whole, 'spend', 0),
    figureIn(found, whole, count, 0),
  ];
  const coverage = actual.coverage ?? 1;
  const number = counted.kind === 'value' ? counted.value : counted.kind === 'bounds' ? counted.low : null;
  if (actual.kind !== 'value' || spend.kind !== 'value' || !number || coverage < LEAST_COVERAGE) return null;
  return { actual: actual.value, spend: spend.value * coverage, counted: number, coverage };
}

interface Reached {
  readonly bound: 'at least' | 'at most';
  readonly bar: number;
  readonly actual: number;
  readonly spend: number;
  readonly counted: number;
}

/** Whether a promise is kept, by the 95 % interval of so many results; `off` is money over (or, below 0, under) what it asks for. */
export function promiseKept({ bound, bar, actual, spend, counted }: Reached): {
  readonly verdict: 'met' | 'missed' | 'open';
  readonly low: number;
  readonly high: number;
  readonly off: number;
} {
  const counts = poissonInterval(counted);
  if (bound === 'at least') {
    const [low, high] = [(actual * counts.low) / counted, (actual * counts.high) / counted];
    return { verdict: high < bar ? 'missed' : low >= bar ? 'met' : 'open', low, high, off: (actual - bar) * spend };
  }
  const [low, high] = [spend / counts.high, counts.low > 0 ? spend / counts.low : Infinity];
  return { verdict: low > bar ? 'missed' : high <= bar ? 'met' : 'open', low, high, off: bar * counted - spend };
}

/** Findings of a kind that the main reasons name. */
const MOST_NAMED = 2;

/** The main reasons of how a client stands, a sentence each: what is not the advertising, why it changed, and who loses money. */
export function mainReasons(findings: readonly Finding[], style: Style): string[] {
  const words = new Words(style);
  const byMoney = findings.toSorted((a, b) => stakeOf(b) - stakeOf(a));
  const others = byMoney.flatMap((finding) =>
    finding.check !== 'target' && finding.group === 'not the advertising' ? [finding.says] : [],
  );
  const why = byMoney.flatMap((finding) => (finding.check === 'why' && finding.group === 'worth watching' ? [finding.says] : []));
  const losing = byMoney.filter(
    (finding) => finding.check === 'target' && finding.level === 'campaign' && groupOf(finding) === 'loses money',
  );
  const lost = losing.reduce((all, each) => all + stakeOf(each), 0);
  const names = losing.slice(0, MOST_NAMED).flatMap((each) => (each.check === 'target' ? [each.name] : []));
  return [
    ...others.slice(0, MOST_NAMED - 1),
    ...why,
    ...(losing.length > 0
      ? [
          `${words.count(losing.length)} ${losing.length === 1 ? 'campaign surely misses' : 'campaigns surely miss'} the target, with ${words.money(lost)} at stake${losing.length > names.length ? '; most of it' : ''} in ${listed(names)}.`,
        ]
      : []),
  ];
}
