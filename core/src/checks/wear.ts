import { quantity } from '../figure/text';
import { groupBy } from '../list/group-by';
import type { Member } from '../compare/member';
import { campaignKey } from './campaign-key';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding } from './finding';
import { ratioSpread } from './ratio-spread';
import { channelName, only, read, type Read, type Situation } from './situation';
import { Words } from './words';

/** Days of each stretch that is compared, and how many stretches back an ad may have begun. */
const STRETCH = 28;
const STRETCHES = 7;
/** Fewer clicks in a stretch say nothing of wear. */
const LEAST_CLICKS = 30;
/** Surely clicked less than this share of what it was at first: worn. */
const WORN = 0.8;

/** The click rate of an ad when it was new, and now. */
interface Rates {
  readonly fresh: number;
  readonly now: number;
  /** The upper end of the 95 % interval of now / fresh. */
  readonly atMost: number;
}

/** A stretch of impressions with its clicks. */
export interface Shown {
  readonly impressions: number;
  readonly clicks: number;
}

/**
 * An ad's click rate in the latest stretch against that in which it was first shown enough; null where it was not shown enough
 * before, or now.
 */
export function wearOf(stretches: readonly (Shown | null)[]): Rates | null {
  const [now, ...before] = stretches;
  const fresh = before.toReversed().find((each) => each !== null && each.clicks >= LEAST_CLICKS);
  if (!now || !fresh || now.clicks <= 0 || now.impressions <= 0) return null;
  const [a, b] = [fresh.clicks / fresh.impressions, now.clicks / now.impressions];
  return { fresh: a, now: b, atMost: (b / a) * Math.exp(ratioSpread(fresh.clicks, now.clicks)) };
}

interface Ad extends Rates {
  readonly member: Member;
}

/** Ads that are surely clicked less often than when they were new, a finding for each campaign. */
export function checkWear(situation: Situation): Looked {
  const { days, style } = situation;
  const buckets = Array.from({ length: STRETCHES }, (_, at) => ({ from: days.to - STRETCH * (at + 1) + 1, to: days.to - STRETCH * at }));
  const answered = read(situation, ['impressions', 'clicks'], {
    rows: ['channel', 'campaign', 'group', 'ad'],
    period: { from: buckets.at(-1)?.from ?? days.from, to: days.to },
    buckets,
  });
  const ads = answered.members.filter(({ level, kind }) => level === 'ad' && kind === 'member');
  const known = ads.flatMap((member): Ad[] => {
    const rates = wearOf(buckets.map((_, at) => shownIn(answered, member, at)));
    return rates ? [{ member, ...rates }] : [];
  });
  if (known.length === 0) return lacking('wear', 'no ad has been shown for two months with clicks enough to compare');
  const worn = groupBy(
    known.filter(({ atMost }) => atMost < WORN),
    ({ member }) => campaignKey(member),
  );
  return {
    check: 'wear',
    looked: quantity(known.length, 'ad', 'ads', style),
    findings: [...worn].map(([campaign, own]) =>
      findingOf(
        situation,
        own,
        answered.members.find(({ key }) => key === campaign),
      ),
    ),
    lacks: '',
  };
}

function shownIn({ value }: Read, member: Member, bucket: number): Shown | null {
  const [impressions, clicks] = ['impressions', 'clicks'].map((metric) => value(member, metric, bucket));
  return impressions != null && clicks != null && impressions > 0 ? { impressions, clicks } : null;
}

function findingOf(situation: Situation, ads: readonly Ad[], campaign: Member | undefined): OtherFinding {
  const words = new Words(situation.style);
  const name = campaign?.name ?? '';
  const channel = channelName(situation, campaign);
  const byLoss = ads.toSorted((a, b) => a.now / a.fresh - b.now / b.fresh);
  const rate = (share: number): string => words.few(share * 1000);
  return {
    check: 'wear',
    trouble: 'worn',
    key: findingKey('wear', 'worn', campaign?.key ?? ''),
    about: { kind: 'Campaign', name, path: [channel] },
    group: 'worth watching',
    money: 0,
    days: situation.days,
    since: null,
    says: `${name}: ${quantity(ads.length, 'ad is', 'ads are', situation.style)} surely clicked less than four fifths as often as when new.`,
    evidence: [
      `Clicks of 1,000 impressions in the last ${STRETCH} days, against the ${STRETCH} days in which each was first clicked enough to tell.`,
    ],
    advice: 'Rest it, or show something new beside it; who has seen it often does not click again.',
    happened: [],
    picture: {
      kind: 'table',
      title: 'Clicks of 1,000 impressions',
      heads: ['ad', 'when new', 'now', 'that is'],
      rows: byLoss.map(({ member, fresh, now }) => [member.name, rate(fresh), rate(now), words.share(now / fresh)]),
    },
    members: byLoss.map(({ member }) => member.name),
    rows: {
      screen: 'compare',
      metric: 'ctr',
      rows: ['campaign', 'group', 'ad'],
      where: only('campaign', name),
      period: { from: situation.days.to - STRETCH * STRETCHES + 1, to: situation.days.to },
    },
  };
}
