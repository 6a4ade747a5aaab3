import { sum } from 'simple-statistics';
import { quantity } from '../figure/text';
import { lowerFirst } from '../text/lower-first';
import { pluralOf } from '../text/plural';
import { outcomesAlone } from '../credit/alone';
import { groupBy } from '../list/group-by';
import { NONE } from '../rows/coding';
import type { DayRange } from '../time/day';
import { type Beside, besideSiblings, costlyOf, type Expecting, expecting, totalOf, wasteOf } from './beside-whole';
import { atPace, type CampaignPart, isTold, partsDays, partsOf, spentIn } from './campaign-parts';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding } from './finding';
import { isListed, shutAlready } from './shut-out';
import { shuttingOut } from './shut-out-moves';
import { only, resultOf, type Situation } from './situation';
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

/** Parts that are told by name. */
const MOST_NAMED = 12;

/**
 * Parts of campaigns (placements, sub-sources, places, search terms …) that surely bring less than two thirds of what
 * their campaign brings for the same money, by click date: by outcomes of people who met nothing else, where the site's log tells
 * the part, and else by the channel's own claims.
 */
export function checkSources(situation: Situation): Looked {
  const told = PARTS.flatMap((dimension) => (isTold(situation, dimension) ? [inDays(situation, dimension)] : []));
  if (told.length === 0)
    return lacking('sources', 'no report tells spend and outcomes by placement, device, place or the like. Fetch one under Intake');
  const judged = told.flatMap(({ dimension, days, parts }) => {
    const alone = aloneOf(situation, dimension, days);
    const isOut = shutAlready(situation, dimension);
    return [...groupBy(parts, ({ whole }) => whole).values()].flatMap((own) => {
      const byThemselves = alone(own);
      return besideSiblings(expecting(byThemselves ?? own))
        .filter((part) => !isOut(part))
        .map((part) => ({ ...part, dimension, days, isAlone: byThemselves !== null }));
    });
  });
  const shutOut = shuttingOut(situation);
  const costly = [...groupBy(costlyOf(judged), ({ whole, dimension }) => `${dimension} ${whole}`).values()];
  const looked = told.map(({ dimension, parts }) =>
    quantity(
      new Set(parts.map(({ name }) => name)).size,
      labelOf(situation, dimension),
      pluralOf(labelOf(situation, dimension)),
      situation.style,
    ),
  );
  return {
    check: 'sources',
    looked: looked.join(', '),
    findings: costly.map((own) => ({ ...findingOf(situation, own), ...shutOutOf(situation, own, shutOut) })),
    lacks: '',
  };
}

/** Parts of one kind, and the days of which they are taken. */
interface Told {
  readonly dimension: string;
  readonly days: DayRange;
}

function inDays(situation: Situation, dimension: string): Told & { readonly parts: CampaignPart[] } {
  const days = partsDays(situation, dimension);
  return { dimension, days, parts: partsOf(situation, dimension, days) };
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

/** A change for each part that a list can shut out. */
function shutOutOf(situation: Situation, parts: readonly Costly[], shutOut: ReturnType<typeof shuttingOut>): Pick<OtherFinding, 'moves'> {
  const dimension = parts[0]?.dimension ?? '';
  if (!isListed(dimension)) return {};
  const asked = parts
    .toSorted((a, b) => wasteOf(b) - wasteOf(a))
    .map((part) => ({
      parts: [part],
      change: { field: 'part', dimension, what: part.name, from: 'allowed', to: 'excluded' } as const,
    }));
  return { moves: shutOut(asked, spentIn(situation, dimension)) };
}

type Costly = CampaignPart & Expecting & Told & { readonly beside: Beside; readonly isAlone: boolean };

/** The costly parts of one campaign by one dimension, as one finding. */
function findingOf(situation: Situation, parts: readonly Costly[]): OtherFinding {
  const [first] = parts;
  if (!first) throw new RangeError('A finding is of a part at least');
  const { dimension, days, whole, campaignName, channelName, isAlone } = first;
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
    money: atPace(situation, sum(parts.map(wasteOf)), days),
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
