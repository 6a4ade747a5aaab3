import { sum } from 'simple-statistics';
import { lowerFirst } from '../text/lower-first';
import type { MetricId } from '../metric/metric';
import { groupBy } from '../list/group-by';
import { type Day, type DayRange, daysOf } from '../time/day';
import { DAYS_BEFORE } from '../watch/unusual-days';
import type { Daily } from '../watch/usual-day';
import { findingKey } from './check';
import type { OtherFinding } from './finding';
import { metricsOf, only, resultOf, type Situation } from './situation';
import { CLICKED, CLIENT, type Odd, type Watched, WHOLE } from './watched-days';
import { happenedAround, Words } from './words';

/** A metric of a run of days beside what is usual. */
interface Told {
  readonly counted: string;
  readonly metric: MetricId;
  readonly value: number;
  readonly usual: number;
}

const toldOf = (run: readonly Odd[]): Told[] =>
  [...groupBy(run, ({ watched }) => watched.counted)].map(([counted, own]) => ({
    counted,
    metric: own[0]?.watched.metric ?? '',
    value: sum(own.map(({ value }) => value)),
    usual: sum(own.map(({ usual }) => usual)),
  }));

/** Days of one line that follow one another, as a finding; `all` are the lines that were looked at. */
export function oddDaysFinding(situation: Situation, run: readonly Odd[], all: readonly Watched[]): OtherFinding {
  const { style, days: looked } = situation;
  const words = new Words(style);
  const [first] = run;
  if (!first) throw new RangeError('A run has a day at least');
  const { about, channel, key } = first.watched;
  const days = { from: first.day, to: run.at(-1)?.day ?? first.day };
  const odd = toldOf(run);
  const result = odd.find(({ metric }) => metric === resultOf(situation).count);
  const isSame = (each: Watched): boolean => (about.kind === CLIENT ? each.key === WHOLE : each.key === key);
  const isKnown = ({ values }: Watched): boolean => values[DAYS_BEFORE + days.from - looked.from] != null;
  const calm = all.filter((each) => isSame(each) && isKnown(each) && !odd.some(({ metric }) => metric === each.metric));
  const isSite = result !== undefined && result.value < result.usual && calm.some(({ metric }) => metric === 'clicks');
  const happened = happenedAround(situation, days, channel ?? undefined);
  return {
    check: 'days',
    trouble: odd.map(({ counted, value, usual }) => `${counted} ${value < usual ? 'low' : 'high'}`).join(', '),
    key: findingKey('days', first.z < 0 ? 'low' : 'high', about.kind === CLIENT ? CLIENT : key, days.from),
    about,
    group: isSite ? 'not the advertising' : 'worth watching',
    money: Math.abs(moneyOf(situation, odd)),
    days,
    since: { day: days.from, within: { from: days.from, to: days.from }, until: days.to },
    says: `${words.days(days)}: ${odd.map((each) => toldText(situation, each)).join('; ')}.`,
    evidence: [
      ...(calm.length > 0 ? [`As usual on these days: ${calm.map(({ metric }) => labelOf(situation, metric)).join(', ')}.`] : []),
      ...(about.kind === CLIENT ? odd.flatMap((each) => sharesText(situation, each, { days, all })) : []),
    ],
    advice: adviceOf(happened, isSite),
    happened,
    picture: pictureOf(situation, first, { run, days }),
    rows: {
      screen: 'compare',
      metric: result?.metric ?? odd[0]?.metric ?? 'spend',
      rows: about.kind === CLIENT ? ['channel'] : ['channel', 'campaign'],
      where: channel === null ? [] : only('channel', channel),
      period: { from: days.from - 14, to: Math.min(looked.to, days.to + 14) },
    },
  };
}

const labelOf = (situation: Situation, metric: MetricId): string => lowerFirst(metricsOf(situation).named(metric).label);

function toldText(situation: Situation, { counted, metric, value, usual }: Told): string {
  const words = new Words(situation.style);
  const write = metricsOf(situation).named(metric).unit === 'money' ? words.money : words.count;
  const of = counted.endsWith(CLICKED) ? ' from clicks of that time' : '';
  return `${labelOf(situation, metric)}${of} came to ${write(value)} where ${write(usual)} would be usual`;
}

/** Money that the odd days spent more, or brought less, than usual. */
function moneyOf(situation: Situation, odd: readonly Told[]): number {
  const { count } = resultOf(situation);
  const result = odd.find(({ metric }) => metric === count);
  const spend = odd.find(({ metric }) => metric === 'spend');
  if (spend) return spend.value - spend.usual;
  const { target } = situation;
  return result && target && target.metric !== 'roas' ? (result.usual - result.value) * target.value : 0;
}

interface RunOf {
  readonly days: DayRange;
  readonly all: readonly Watched[];
}

/** Which channels make up most of what the whole is off by. */
function sharesText({ days: looked, style }: Situation, { counted, value, usual }: Told, { days, all }: RunOf): string[] {
  const words = new Words(style);
  const parts = all
    .filter(({ about, counted: own }) => about.kind === 'Channel' && own === counted)
    .flatMap(({ about, values }) => {
      const off = offOf(values, days, looked);
      return off === null ? [] : [{ name: about.name, off }];
    })
    .filter(({ off }) => Math.sign(off) === Math.sign(value - usual));
  const whole = sum(parts.map(({ off }) => off));
  const [most] = parts.toSorted((a, b) => Math.abs(b.off) - Math.abs(a.off));
  if (!most || whole === 0) return [];
  const share = most.off / whole;
  return [
    share > 0.6
      ? `Most of it (${words.share(share)}) in ${most.name}.`
      : `In ${parts.length} channels; the most, ${words.share(share)}, in ${most.name}.`,
  ];
}

/** What a line is off by on some days, against the same days of the four weeks before; null where one of them is not measured. */
function offOf(values: Daily, days: DayRange, looked: DayRange): number | null {
  const at = (day: Day): number => values[DAYS_BEFORE + day - looked.from] ?? NaN;
  const off = sum(daysOf(days).map((day) => at(day) - sum([7, 14, 21, 28].map((back) => at(day - back))) / 4));
  return Number.isNaN(off) ? null : off;
}

function adviceOf(happened: readonly string[], isSite: boolean): string {
  if (happened.length > 0) return 'See whether what is noted of these days explains it, and leave them out of judgements.';
  return isSite
    ? 'People came as usual and did not finish: a page, a form or a payment that failed looks like this. Ask the client, and write it into the logbook.'
    : 'Nothing is noted of these days. Write down what it was, so that nobody judges by them.';
}

function pictureOf(
  situation: Situation,
  { watched }: Odd,
  { run, days }: { readonly run: readonly Odd[]; readonly days: DayRange },
): OtherFinding['picture'] {
  const { days: looked } = situation;
  const { label, unit } = metricsOf(situation).named(watched.metric);
  const values = watched.values.slice(DAYS_BEFORE - 28);
  const usual = values.map(
    (_, at) => run.find(({ day, watched: { counted } }) => counted === watched.counted && day === looked.from - 28 + at)?.usual ?? null,
  );
  return { kind: 'days', title: label, unit: unit === 'money' ? 'money' : 'count', from: looked.from - 28, values, usual, marked: [days] };
}
