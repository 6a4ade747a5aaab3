import type { Member } from '../compare/member';
import type { Bucket } from '../grain/accumulate';
import { partDimension } from '../measure/name-part';
import { latenessOf, type LateTerm } from '../maturity/lateness';
import { shareBy } from '../maturity/maturity';
import type { MetricId } from '../metric/metric';
import type { Course } from '../signals/course';
import type { Question } from '../question/question';
import { NONE } from '../rows/coding';
import { watchedMetrics } from '../watch/lines';
import type { Day, DayRange } from '../time/day';
import { campaignKey } from './campaign-key';
import { channelName, countingOf, read, type Read, resultOf, type Situation } from './situation';

/** Days up to the last that is looked at of which ads are followed. */
const FOLLOWED_DAYS = 182;
/** More ads than this are followed by weeks. */
const MOST_BY_DAY = 500;
const WEEK = 7;

const ROWS = ['channel', 'campaign', 'group', 'ad'];

/** Ads from the first that is known of them on. */
export interface AdCourses {
  /** The early steps, the shallowest first. */
  readonly steps: readonly MetricId[];
  readonly now: readonly Course[];
  /** The same as they were known by each of some days. */
  readonly asKnownBy: (days: readonly Day[]) => Course[][];
}

/** Steps before the result that channels count of ads by click date: impressions, clicks, starts of films, and what the client’s metrics name before it. */
function stepsBefore(situation: Situation): MetricId[] {
  const watched = watchedMetrics(situation.tables, situation.metricSet);
  const before = watched.slice(0, watched.indexOf(resultOf(situation).count)).filter((metric) => metric !== 'spend');
  return ['impressions', 'video-starts', ...before];
}

/** Follows every ad: its spend and early steps as its channel tells them, its results by click date as the target counts them. */
export function adCourses(situation: Situation): AdCourses {
  const steps = stepsBefore(situation);
  const { count } = resultOf(situation);
  const days = { from: situation.days.to - FOLLOWED_DAYS + 1, to: situation.days.to };
  const spent = read(situation, ['spend'], { rows: ROWS, period: days }).members.filter(isAd);
  const buckets = stretchesOf(days, spent.length > MOST_BY_DAY ? WEEK : 1);
  const asked = { rows: ROWS, period: days, basis: 'click' } as const;
  const told = read(situation, ['spend', ...steps], { ...asked, countedBy: 'claims', buckets });
  const results = read(situation, [count], { ...asked, buckets });
  const counted = new Map(results.members.map((member) => [member.key, member]));
  const ads = told.members.filter(isAd).map((member): Ad => {
    const own = counted.get(member.key);
    const places = buckets.flatMap((_, bucket) => {
      const [spend, brought] = [told.value(member, 'spend', bucket), own ? results.value(own, count, bucket) : null];
      return spend !== null && spend > 0 && brought !== null ? [bucket] : [];
    });
    const column = (of: Read, whose: Member, metric: MetricId): Float64Array =>
      Float64Array.from(places, (bucket) => of.value(whose, metric, bucket) ?? NaN);
    return {
      member,
      campaign: told.members.find(({ key }) => key === campaignKey(member)),
      days: Int32Array.from(places, (bucket) => buckets[bucket]?.to ?? 0),
      spend: column(told, member, 'spend'),
      steps: steps.map((step) => column(told, member, step)),
      results: column(results, own ?? member, count),
    };
  });
  const make = courseMaker(situation, days);
  return {
    steps,
    now: ads.flatMap((ad) => make(ad, situation.lastDay)),
    asKnownBy: (dates) =>
      dates.map((date) => {
        const recent = recentResults(situation, { asked, buckets, date });
        return ads.flatMap((ad) => {
          const own = recent(ad.member);
          const known = ad.days.findIndex((day) => day > date);
          const upTo = known < 0 ? ad.days.length : known;
          const days = ad.days.subarray(0, upTo);
          return make(
            {
              ...{ member: ad.member, campaign: ad.campaign, days, spend: ad.spend.subarray(0, upTo) },
              steps: ad.steps.map((step) => step.subarray(0, upTo)),
              results: Float64Array.from(days, (day, at) => own(day) ?? ad.results[at] ?? 0),
            },
            date,
          );
        });
      }),
  };
}

interface Ad extends Pick<Course, 'days' | 'spend' | 'steps' | 'results'> {
  readonly member: Member;
  readonly campaign: Member | undefined;
}

/** Makes the course of an ad as known by a day; none of one that is not known. */
function courseMaker(situation: Situation, period: DayRange): (ad: Ad, day: Day) => Course[] {
  const stages = stagesOf(situation, period);
  const lateness = latenessOf(situation.tables, situation.lastDay);
  const term = lateTerm(situation);
  return ({ member, campaign, days, ...columns }, day) => {
    if (days.length === 0) return [];
    const curve = lateness.of(term, codeOf(campaign));
    const channel = channelName(situation, member);
    return [
      {
        ...{ key: member.key, name: member.name, path: [channel, campaign?.name ?? ''], stage: stages.get(codeOf(campaign)) ?? null },
        ...{ days, ...columns, share: Float64Array.from(days, (each) => (curve ? shareBy(curve, day - each) : 1)) },
      },
    ];
  };
}

const lateTerm = (situation: Situation): LateTerm => ({
  ...{ outcome: resultOf(situation).outcome, part: 'count', countedBy: countingOf(situation).countedBy },
});

interface Recent {
  readonly asked: Partial<Question> & { readonly period: DayRange };
  readonly buckets: readonly Bucket[];
  readonly date: Day;
}

/** Results of an ad’s stretches as they were counted by a day: only of the last before it, as those of older ones had come. */
function recentResults(situation: Situation, { asked, buckets, date }: Recent): (ad: Member) => (day: Day) => number | null {
  const tail = latenessOf(situation.tables, situation.lastDay).of(lateTerm(situation))?.tail ?? 0;
  const { count } = resultOf(situation);
  const recent = buckets.filter(({ to }) => to <= date && to > date - tail).map((bucket) => ({ ...bucket, knownBy: date }));
  if (recent.length === 0) return () => () => null;
  const results = read(situation, [count], { ...asked, buckets: recent });
  const counted = new Map(results.members.map((member) => [member.key, member]));
  const places = new Map(recent.map(({ to }, at) => [to, at]));
  return ({ key }) => {
    const own = counted.get(key);
    return (day) => {
      const at = places.get(day);
      return own && at !== undefined ? results.value(own, count, at) : null;
    };
  };
}

const isAd = ({ level, kind }: Member): boolean => level === 'ad' && kind === 'member';

/** Whole stretches of so many days, the last of them ending with the days; they do not overlap. */
function stretchesOf({ from, to }: DayRange, length: number): Bucket[] {
  const count = Math.floor((to - from + 1) / length);
  return Array.from({ length: count }, (_, at) => ({ from: to - length * (count - at) + 1, to: to - length * (count - at - 1) }));
}

const codeOf = (member: Member | undefined): number => (typeof member?.code === 'number' ? member.code : NONE);

/** What campaigns’ names say of where in the funnel they work, by their codes. */
function stagesOf(situation: Situation, days: DayRange): Map<number, string> {
  const stage = partDimension('stage');
  if (!situation.tables.vocabulary.has.dimension(stage)) return new Map();
  const { members } = read(situation, ['spend'], { rows: [stage, 'channel', 'campaign'], period: days });
  const named = new Map(members.map(({ key, name, kind }) => [key, kind === 'member' ? name : null]));
  return new Map(
    members.flatMap(({ level, kind, code, key }): [number, string][] => {
      const of = named.get(key.split('/')[0] ?? '');
      return level === 'campaign' && kind === 'member' && of != null && typeof code === 'number' ? [[code, of]] : [];
    }),
  );
}
