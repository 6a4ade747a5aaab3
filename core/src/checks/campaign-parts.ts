import type { Outcome } from '../measure/outcome';
import { termKey } from '../measure/term';
import type { MetricId } from '../metric/metric';
import { NONE } from '../rows/coding';
import { type DayRange, lengthOf } from '../time/day';
import type { Spent } from './beside-whole';
import { channelName, read, resultOf, type Situation } from './situation';

/** Days up to the last that is looked at of which money and outcomes of parts are taken together: single weeks say little of small parts. */
export const PARTS_DAYS = 182;
/** The days of which parts are taken together: those before reports tell of them say nothing. */
export function partsDays({ tables, days }: Pick<Situation, 'tables' | 'days'>, dimension: string): DayRange {
  const told = tables.feeds.flatMap((feed) => (feed.dimensions.has(dimension) ? feed.covers.map(({ from }) => from) : []));
  return { from: Math.max(days.to - PARTS_DAYS + 1, Math.min(days.to, ...told)), to: days.to };
}

/** Money of some days for as many as are looked at. */
export const atPace = ({ days }: Pick<Situation, 'days'>, money: number, of: DayRange): number => (money * lengthOf(days)) / lengthOf(of);

/** One part of a campaign. */
export interface CampaignPart extends Spent {
  /** Its campaign's code. */
  readonly campaign: number;
  /** The key of the campaign. */
  readonly whole: string;
  readonly campaignName: string;
  readonly channelName: string;
  readonly name: string;
}

/** Whether some report tells spend and outcomes of it: the results, or what comes on the way to them. */
export function isTold(
  situation: Pick<Situation, 'tables' | 'target' | 'metricSet'>,
  dimension: string,
  outcome: Outcome = resultOf(situation).outcome,
): boolean {
  const column = termKey({ kind: 'outcome', part: 'count', outcome, countedBy: 'claims', basis: 'click' });
  return situation.tables.feeds.some(
    ({ dimensions, rows }) => dimensions.has(dimension) && rows.columns.has('spend') && rows.columns.has(column),
  );
}

/** Spend and claimed outcomes (results, or another count) of every part of each campaign that is measured. */
export function partsOf(
  situation: Situation,
  dimension: string,
  days: DayRange,
  count: MetricId = resultOf(situation).count,
): CampaignPart[] {
  const { members, value } = read(situation, ['spend', count], {
    rows: ['channel', 'campaign', dimension],
    period: days,
    countedBy: 'claims',
    basis: 'click',
  });
  const wholes = new Map(members.map((member) => [member.key, member]));
  return members.flatMap((member): CampaignPart[] => {
    const [spend, outcomes] = [value(member, 'spend'), value(member, count)];
    if (member.level !== dimension || member.kind !== 'member' || spend === null || outcomes === null || member.parent === null) return [];
    const channel = channelName(situation, member);
    const whole = wholes.get(member.parent);
    return [
      {
        ...{ whole: member.parent, campaign: typeof whole?.code === 'number' ? whole.code : NONE, campaignName: whole?.name ?? '' },
        ...{ channelName: channel, name: member.name, spend, outcomes },
      },
    ];
  });
}

type OfWhole = Pick<CampaignPart, 'whole' | 'name'>;

/** Tells parts of one dimension apart, whatever days they are looked at on. */
export const partKey = ({ whole, name }: OfWhole): string => `${whole} ${name}`;

/** What parts of campaigns spent on the days that are looked at. */
export function spentIn(situation: Situation, dimension: string): (part: OfWhole) => number {
  const lately = new Map(partsOf(situation, dimension, situation.days).map((part) => [partKey(part), part.spend]));
  return (part) => lately.get(partKey(part)) ?? 0;
}
