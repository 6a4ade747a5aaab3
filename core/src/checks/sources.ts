import { sum } from 'simple-statistics';
import { quantity } from '../figure/text';
import { lowerFirst } from '../text/lower-first';
import { pluralOf } from '../text/plural';
import type { Outcome } from '../measure/outcome';
import { termKey } from '../measure/term';
import { outcomesAlone } from '../credit/alone';
import { groupBy } from '../list/group-by';
import type { MetricId } from '../metric/metric';
import { NONE } from '../rows/coding';
import { type DayRange, lengthOf } from '../time/day';
import { type Beside, besideSiblings, costlyOf, type Expecting, expecting, type Spent, totalOf, wasteOf } from './beside-whole';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding } from './finding';
import { shutAlready } from './shut-out';
import { channelName, only, read, resultOf, type Situation } from './situation';
import { Words } from './words';

/** What a campaign's money goes to in parts that can be shut out or bid on. Search terms are looked at by their words. */
const PARTS = [
  ...[
    'placement',
    'sub-source',
    'source',
    'browser',
    'carrier',
    'network',
    'platform',
    'place',
    'device',
    'product',
    'age',
    'sex',
    'audience',
  ],
  ...['keyword', 'landing page path'],
] as const;

/** Days up to the last that is looked at of which money and outcomes of parts are taken together: single weeks say little of small parts. */
export const PARTS_DAYS = 182;
/** Parts that are told by name. */
const MOST_NAMED = 12;

/** Money of all those days for as many as are looked at. */
export const atPace = ({ days }: Pick<Situation, 'days'>, money: number): number => (money * lengthOf(days)) / PARTS_DAYS;

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

/**
 * Parts of campaigns (placements, sub-sources, places, search terms …) that surely bring less than two thirds of what
 * their campaign brings for the same money, by click date: by outcomes of people who met nothing else, where the site's log tells
 * the part, and else by the channel's own claims.
 */
export function checkSources(situation: Situation): Looked {
  const days = { from: situation.days.to - PARTS_DAYS + 1, to: situation.days.to };
  const told = PARTS.flatMap((dimension) =>
    isTold(situation, dimension) ? [{ dimension, parts: partsOf(situation, dimension, days) }] : [],
  );
  if (told.length === 0)
    return lacking('sources', 'no report tells spend and outcomes by placement, device, place or the like. Fetch one under Intake');
  const judged = told.flatMap(({ dimension, parts }) => {
    const alone = aloneOf(situation, dimension, days);
    const isOut = shutAlready(situation, dimension);
    return [...groupBy(parts, ({ whole }) => whole).values()].flatMap((own) => {
      const byThemselves = alone(own);
      return besideSiblings(expecting(byThemselves ?? own))
        .filter((part) => !isOut(part))
        .map((part) => ({ ...part, dimension, isAlone: byThemselves !== null }));
    });
  });
  const costly = [...groupBy(costlyOf(judged), ({ whole, dimension }) => `${dimension} ${whole}`).values()];
  const looked = told.map(({ dimension, parts }) =>
    quantity(
      new Set(parts.map(({ name }) => name)).size,
      labelOf(situation, dimension),
      pluralOf(labelOf(situation, dimension)),
      situation.style,
    ),
  );
  return { check: 'sources', looked: looked.join(', '), findings: costly.map((own) => findingOf(situation, own, days)), lacks: '' };
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

/** Where ads stand: many see them on the way to something else. Of devices, keywords and pages claims tell as well, and of more outcomes. */
const ON_THE_WAY: readonly string[] = ['placement', 'sub-source', 'source'];
/** With fewer outcomes of people who met nothing else a campaign's parts are judged by what is claimed for them. */
const LEAST_ALONE = 20;
/** Hours back from an outcome in which nothing else may have been met. */
const LOOKBACK = 60 * 24;

/**
 * Parts of a campaign with the outcomes of people who met nothing else, where the site's log tells these parts: a claim of the
 * last click also goes to what only stood on the way of somebody who would have come. Null where the log tells too few.
 */
function aloneOf(situation: Situation, dimension: string, days: DayRange): (parts: readonly CampaignPart[]) => CampaignPart[] | null {
  const log = ON_THE_WAY.includes(dimension) ? situation.touches() : null;
  if (!log?.codes.has(dimension)) return () => null;
  const action = resultOf(situation).outcome.id;
  const counted = new Map(
    [...outcomesAlone(log, ['campaign', dimension], { action, days, lookback: LOOKBACK })].map(([key, count]) => {
      const [campaign = NONE, part = NONE] = key.split(' ').map(Number);
      return [`${campaign} ${situation.names(dimension, part)}`, count];
    }),
  );
  return (parts) => {
    // A part whose addresses tell the site nothing has no outcomes there, and is not judged by that.
    const told = parts.flatMap((part) => {
      const outcomes = counted.get(`${part.campaign} ${part.name}`);
      return outcomes === undefined ? [] : [{ ...part, outcomes }];
    });
    return sum(told.map(({ outcomes }) => outcomes)) >= LEAST_ALONE ? told : null;
  };
}

const labelOf = ({ tables: { vocabulary } }: Situation, dimension: string): string =>
  lowerFirst(vocabulary.has.dimension(dimension) ? vocabulary.dimension(dimension).label : dimension);

type Costly = CampaignPart & Expecting & { readonly dimension: string; readonly beside: Beside; readonly isAlone: boolean };

/** The costly parts of one campaign by one dimension, as one finding. */
function findingOf(situation: Situation, parts: readonly Costly[], days: DayRange): OtherFinding {
  const [first] = parts;
  if (!first) throw new RangeError('A finding is of a part at least');
  const { dimension, whole, campaignName, channelName, isAlone } = first;
  const words = new Words(situation.style);
  const { many, several } = resultOf(situation);
  const byMoney = parts.toSorted((a, b) => wasteOf(b) - wasteOf(a));
  const { spend, outcomes } = totalOf(parts);
  const expected = sum(parts.map((part) => part.expected));
  const label = labelOf(situation, dimension);
  const which = parts.length === 1 ? `${label} “${first.name}”` : `${words.count(parts.length)} ${pluralOf(label)}`;
  return {
    check: 'sources',
    trouble: dimension,
    key: findingKey('sources', dimension, whole),
    about: { kind: 'Campaign', name: campaignName, path: [channelName] },
    group: 'loses money',
    money: atPace(situation, sum(parts.map(wasteOf))),
    days,
    since: null,
    says: `${campaignName}: ${which} took ${words.money(spend)} and brought ${several(outcomes, situation.style)}${isAlone ? ' of people who met nothing else' : ''}; for the same money the campaign as a whole brings ${words.count(expected)}.`,
    evidence: [
      `${parts.length === 1 ? 'It' : 'Each'} surely brings less than two thirds of what the campaign brings (${isAlone ? `${many} of people who met nothing else, by the site’s log` : 'as the channel claims'}, by click date, ${words.days(days)}), also after allowing for chance in a list of so many.`,
    ],
    advice:
      dimension === 'keyword'
        ? 'Pause what is not wanted, or bid on it what it brings.'
        : `Shut ${parts.length === 1 ? 'it' : 'them'} out of this campaign, or bid less there.`,
    happened: [],
    picture: {
      kind: 'table',
      title: `The ${parts.length > MOST_NAMED ? `${MOST_NAMED} of ${words.count(parts.length)} ` : ''}${pluralOf(label)} with the most at stake`,
      heads: [label, 'spend', many, 'the campaign would'],
      rows: byMoney
        .slice(0, MOST_NAMED)
        .map((part) => [part.name, words.money(part.spend), words.count(part.outcomes), words.few(part.expected)]),
    },
    members: byMoney.map(({ name }) => name),
    rows: {
      screen: 'compare',
      metric: 'spend',
      rows: ['campaign', dimension],
      where: only('campaign', campaignName),
      period: days,
    },
  };
}
