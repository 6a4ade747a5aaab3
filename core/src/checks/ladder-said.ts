import { sum } from 'simple-statistics';
import { quantity } from '../figure/text';
import { groupBy } from '../list/group-by';
import { costOf, countedOf, type Course, laterOf } from '../signals/course';
import { type Reading, readLadder, type ReadRung, type Rung } from '../signals/ladder';
import { hasHeld } from '../signals/held-weeks';
import type { AdCourses } from './ad-courses';
import { findingKey } from './check';
import type { OtherFinding } from './finding';
import { type Held, type KnownSignals, strongestOf } from './known-signals';
import { costText, countText, rowsBehind, stepOf } from './signals-said';
import { resultOf } from './situation';
import { listed, Words } from './words';

/** An ad that spent within so many of the last days runs. */
const RUNS = 7;

/** An ad that runs as the ladder reads it. */
interface ReadAd {
  readonly course: Course;
  readonly reading: Reading;
  readonly spend: number;
  /** What was spent beyond what its results may cost. */
  readonly excess: number;
}

/** The step of the rung of results. */
const RESULT = '';

/** Reads every ad that runs on the days that are looked at: results first, then each step whose cost tells, from the deepest up. */
function readAds(known: KnownSignals, { now }: AdCourses, held: readonly Held[]): ReadAd[] {
  const { situation, perResult } = known;
  const { days } = situation;
  const running = now.filter((course) => (course.days.at(-1) ?? -Infinity) > days.to - RUNS);
  return running.map((course) => {
    const { due, results } = laterOf(course, days.from - 1);
    const spend = sum(Array.from(course.spend).filter((_, at) => (course.days[at] ?? 0) >= days.from));
    return { course, spend, excess: Math.max(0, due - results * perResult), reading: readLadder(rungsOf(known, course, held)) };
  });
}

function rungsOf(known: KnownSignals, course: Course, held: readonly Held[]): Rung[] {
  const { steps, perResult } = known;
  const before = known.situation.days.from - 1;
  const { due, results } = laterOf(course, before);
  const bar = { cost: perResult, low: perResult, high: perResult, isAtMost: true };
  const result: Rung = { step: RESULT, count: results, spend: due, bar, decides: true };
  return [
    result,
    ...strongestOf(known).flatMap((signal): Rung[] => {
      const { spend, count } = countedOf(course, signal.step, before);
      if (!signal.bar || spend === 0) return [];
      const decides = held.some((each) => each.signal === signal && hasHeld(each.weeks));
      return [{ step: steps[signal.step] ?? '', count, spend, bar: signal.bar, decides }];
    }),
  ];
}

/** The ads that run, as the ladder reads them: a finding for each channel. */
export function ladderFindings(known: KnownSignals, courses: AdCourses, held: readonly Held[]): OtherFinding[] {
  return [...groupBy(readAds(known, courses, held), ({ course }) => course.path[0] ?? '')].map(([channel, ads]) => {
    const { situation } = known;
    const words = new Words(situation.style);
    const of = (verdict: Reading['verdict']): ReadAd[] => ads.filter(({ reading }) => reading.verdict === verdict);
    const [keep, stop, wait] = [of('keep'), of('stop'), of('wait')];
    const ordered = [stop, wait, keep].flatMap((own) => own.toSorted((a, b) => b.spend - a.spend));
    return {
      check: 'signals',
      trouble: 'reading ladder',
      key: findingKey('signals', 'reading ladder', channel),
      about: { kind: 'Channel', name: `Ads of ${channel}`, path: [] },
      group: stop.length > 0 ? 'worth watching' : 'fine',
      money: sum(stop.map(({ excess }) => excess)),
      days: situation.days,
      since: null,
      says: `${quantity(ads.length, 'ad runs', 'ads run', situation.style)}. By the deepest step that says enough: keep ${words.count(keep.length)}, stop ${words.count(stop.length)}, wait for ${words.count(wait.length)}.`,
      evidence: [
        ...(stop.length > 0 ? [`To stop: ${listed(stop.slice(0, MOST_NAMED).map(({ course }) => `“${course.name}”`))}.`] : []),
        `Of ${words.days(situation.days)}, by click date, late ${resultOf(situation).many} allowed for; each by a 99 % interval, as it is looked at daily. “Against the target” judges the same ads with a limit on chance in the whole list.`,
      ],
      advice: stop.length > 0 ? 'Stop what the table says, unless the reason to keep it is known.' : 'Change nothing by this.',
      happened: [],
      picture: {
        kind: 'table',
        title: 'Every ad that runs',
        heads: ['ad', 'campaign', 'spend', 'do', 'why'],
        words: [1, 3, 4],
        rows: ordered.map((ad) => [
          ad.course.name,
          ad.course.path[1] ?? '',
          words.money(ad.spend),
          ad.reading.verdict,
          whyOf(known, ad.reading),
        ]),
      },
      members: ordered.map(({ course }) => course.name),
      rows: rowsBehind(situation),
    };
  });
}
const MOST_NAMED = 4;

/** Why an ad is kept, stopped or waited for, in a sentence. */
function whyOf(known: KnownSignals, { verdict, by, against }: Reading): string {
  if (!by) return 'nothing is counted of it';
  const words = new Words(known.situation.style);
  const cost = costOfRung(known, by);
  if (verdict === 'wait') {
    const more = by.more ? `: too few to say, about ${words.money(by.more.spend)} more of spend would` : ': too few to say';
    const argued = (['stop', 'keep'] as const).flatMap((says) => {
      const own = against.filter((each) => each.says === says).map((each) => costOfRung(known, each));
      return own.length > 0 ? [`; ${listed(own)} ${own.length === 1 ? 'argues' : 'argue'} to ${says} it`] : [];
    });
    return `${cost}${more}${argued.join('')}`;
  }
  const said = by.says === 'at the bar' ? `${cost}: just at it, more data will not decide` : cost;
  return `${said}${against.length > 0 ? `; ${listed(against.map((each) => costOfRung(known, each)))} would say otherwise` : ''}`;
}

/** “12 carts at £4.20 each, may cost £3.28”. */
function costOfRung({ situation }: KnownSignals, { step, count, spend, bar }: ReadRung): string {
  const words = new Words(situation.style);
  const result = resultOf(situation);
  const may = `${bar.isAtMost ? 'may' : 'should'} cost ${costText(situation, step, bar.cost)}`;
  if (count === 0) return `no ${step === RESULT ? result.one : stepOf(situation, step)} for ${words.money(spend)}, ${may}`;
  const counted = step === RESULT ? result.several(count, situation.style) : countText(situation, step, count);
  return `${counted} at ${costText(situation, step, costOf({ spend, count }))} ${step === 'impressions' ? 'a thousand' : 'each'}, ${may}`;
}
