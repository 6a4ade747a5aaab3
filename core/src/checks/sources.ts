import { sum } from 'simple-statistics';
import { quantity } from '../figure/text';
import { lowerFirst } from '../text/lower-first';
import { termKey } from '../measure/term';
import { groupBy } from '../list/group-by';
import { type DayRange, lengthOf } from '../time/day';
import { type Beside, besideSiblings, costlyOf, type Expecting, expecting, type Spent, totalOf, wasteOf } from './beside-whole';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding } from './finding';
import { read, resultOf, type Situation } from './situation';
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
  /** The key of the campaign. */
  readonly whole: string;
  readonly campaignName: string;
  readonly channelName: string;
  readonly name: string;
}

/**
 * Parts of campaigns (placements, sub-sources, places, search terms …) that surely bring less than two thirds of what
 * their campaign brings for the same money, by the channel's own claims and by click date, as nobody else tells of parts.
 */
export function checkSources(situation: Situation): Looked {
  const days = { from: situation.days.to - PARTS_DAYS + 1, to: situation.days.to };
  const told = PARTS.flatMap((dimension) =>
    isTold(situation, dimension) ? [{ dimension, parts: partsOf(situation, dimension, days) }] : [],
  );
  if (told.length === 0)
    return lacking('sources', 'no report tells spend and outcomes by placement, device, place or the like. Fetch one under Intake');
  const judged = told.flatMap(({ dimension, parts }) =>
    [...groupBy(parts, ({ whole }) => whole).values()].flatMap((own) =>
      besideSiblings(expecting(own)).map((part) => ({ ...part, dimension })),
    ),
  );
  const costly = [...groupBy(costlyOf(judged), ({ whole, dimension }) => `${dimension} ${whole}`).values()];
  const looked = told.map(({ dimension, parts }) =>
    quantity(
      new Set(parts.map(({ name }) => name)).size,
      labelOf(situation, dimension),
      `${labelOf(situation, dimension)}s`,
      situation.style,
    ),
  );
  return { check: 'sources', looked: looked.join(', '), findings: costly.map((own) => findingOf(situation, own, days)), lacks: '' };
}

/** Whether some report tells spend and outcomes of it. */
export function isTold(situation: Pick<Situation, 'tables' | 'target' | 'metricSet'>, dimension: string): boolean {
  const { outcome } = resultOf(situation);
  const column = termKey({ kind: 'outcome', part: 'count', outcome, countedBy: 'claims', basis: 'click' });
  return situation.tables.feeds.some(
    ({ dimensions, rows }) => dimensions.has(dimension) && rows.columns.has('spend') && rows.columns.has(column),
  );
}

/** Spend and claimed outcomes of every part of each campaign that is measured. */
export function partsOf(situation: Situation, dimension: string, days: DayRange): CampaignPart[] {
  const { count } = resultOf(situation);
  const { members, value } = read(situation, ['spend', count], {
    rows: ['channel', 'campaign', dimension],
    period: days,
    countedBy: 'claims',
    basis: 'click',
  });
  const named = new Map(members.map(({ key, name }) => [key, name]));
  return members.flatMap((member): CampaignPart[] => {
    const [spend, outcomes] = [value(member, 'spend'), value(member, count)];
    if (member.level !== dimension || member.kind !== 'member' || spend === null || outcomes === null || member.parent === null) return [];
    const channel = member.channel === null ? '' : situation.names('channel', member.channel);
    return [
      { whole: member.parent, campaignName: named.get(member.parent) ?? '', channelName: channel, name: member.name, spend, outcomes },
    ];
  });
}

const labelOf = ({ tables: { vocabulary } }: Situation, dimension: string): string =>
  lowerFirst(vocabulary.has.dimension(dimension) ? vocabulary.dimension(dimension).label : dimension);

type Costly = CampaignPart & Expecting & { readonly dimension: string; readonly beside: Beside };

/** The costly parts of one campaign by one dimension, as one finding. */
function findingOf(situation: Situation, parts: readonly Costly[], days: DayRange): OtherFinding {
  const [first] = parts;
  if (!first) throw new RangeError('A finding is of a part at least');
  const { dimension, whole, campaignName, channelName } = first;
  const words = new Words(situation.style);
  const { many, several } = resultOf(situation);
  const byMoney = parts.toSorted((a, b) => wasteOf(b) - wasteOf(a));
  const { spend, outcomes } = totalOf(parts);
  const expected = sum(parts.map((part) => part.expected));
  const label = labelOf(situation, dimension);
  const which = parts.length === 1 ? `${label} “${first.name}”` : `${words.count(parts.length)} ${label}s`;
  return {
    check: 'sources',
    trouble: dimension,
    key: findingKey('sources', dimension, whole),
    about: { kind: 'Campaign', name: campaignName, path: [channelName] },
    group: 'loses money',
    money: atPace(situation, sum(parts.map(wasteOf))),
    days,
    since: null,
    says: `${campaignName}: ${which} took ${words.money(spend)} and brought ${several(outcomes, situation.style)}; for the same money the campaign as a whole brings ${words.count(expected)}.`,
    evidence: [
      `${parts.length === 1 ? 'It' : 'Each'} surely brings less than two thirds of what the campaign brings (as the channel claims, by click date, ${words.days(days)}), also after allowing for chance in a list of so many.`,
    ],
    advice:
      dimension === 'keyword'
        ? 'Pause what is not wanted, or bid on it what it brings.'
        : `Shut ${parts.length === 1 ? 'it' : 'them'} out of this campaign, or bid less there.`,
    happened: [],
    picture: {
      kind: 'table',
      title: `The ${parts.length > MOST_NAMED ? `${MOST_NAMED} of ${words.count(parts.length)} ` : ''}${label}s with the most at stake`,
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
      where: [{ dimension: 'campaign', any: [{ test: 'is', value: campaignName }] }],
      period: days,
    },
  };
}
