import { sum } from 'simple-statistics';
import { keepDiscoveries } from '../evidence/false-discovery';
import { poissonAtLeast } from '../evidence/gamma';
import { quantity } from '../figure/text';
import { groupBy } from '../list/group-by';
import { shutOn } from '../settings/lists';
import type { DayRange } from '../time/day';
import { totalOf } from './beside-whole';
import { findingKey, lacking, type Looked } from './check';
import { costOfResult } from './cost-of-result';
import type { OtherFinding } from './finding';
import { keptOutKeywords } from './own-keywords';
import { isOfName, wordsOf } from './search-words';
import { read, resultOf, type Situation } from './situation';
import { atPace, type CampaignPart, isTold, partsDays, partsOf } from './campaign-parts';
import { listed, Words } from './words';

/** A term is worth a keyword of its own from so many results on; fewer may be anybody's. */
const LEAST_RESULTS = 5;
/** Two campaigns share a term where each has at least so much of its spend. */
const SHARED = 0.1;
const MOST_NAMED = 12;

/** What was searched for in one channel, in the campaigns that answered. */
interface Term {
  readonly name: string;
  readonly channel: string;
  readonly spend: number;
  readonly outcomes: number;
  readonly campaigns: readonly CampaignPart[];
}

/**
 * Search terms one by one (calculations 14): those that surely bring enough and are no keyword yet, those that two campaigns of
 * a channel pay for, and the client's own name apart from all others.
 */
export function checkTerms(situation: Situation): Looked {
  if (!isTold(situation, 'search term'))
    return lacking('terms', 'no report tells spend and outcomes by search term. Fetch one under Intake');
  const days = partsDays(situation, 'search term');
  const terms = [...groupBy(partsOf(situation, 'search term', days), ({ channelName, name }) => `${channelName} ${name}`).values()].flatMap(
    (campaigns): Term[] => {
      const [first] = campaigns;
      return first ? [{ name: first.name, channel: first.channelName, campaigns, ...totalOf(campaigns) }] : [];
    },
  );
  const findings = [
    ...keptOutKeywords(situation),
    ...ownKeyword(situation, terms, days),
    ...shared(situation, terms, days),
    ...ownName(situation, terms, days),
  ];
  return { check: 'terms', looked: lookedAt(situation, terms.length), findings, lacks: '' };
}

function lookedAt({ changes, days, style }: Situation, terms: number): string {
  const excluded = shutOn(changes, 'excluded term', days.to).length;
  const told =
    changes.length > 0
      ? `${quantity(excluded, 'exclusion', 'exclusions', style)} that change histories tell`
      : 'which are excluded no change history tells, so exclusions that keep out own keywords are not looked for';
  return `${quantity(terms, 'search term', 'search terms', style)}; ${told}`;
}

const finding = (
  days: DayRange,
  part: Pick<OtherFinding, 'trouble' | 'about' | 'group' | 'money' | 'says' | 'evidence' | 'advice' | 'picture'> & Partial<OtherFinding>,
): OtherFinding => ({
  ...{ check: 'terms', key: findingKey('terms', part.trouble), days, since: null, happened: [] },
  rows: { screen: 'compare', metric: 'spend', rows: ['search term', 'campaign'], where: [], period: days },
  ...part,
});

/** Terms that surely cost less than a result may, and that nobody bids on by themselves. */
function ownKeyword(situation: Situation, terms: readonly Term[], days: DayRange): OtherFinding[] {
  const perResult = costOfResult(situation);
  if (perResult === null) return [];
  const words = new Words(situation.style);
  const { many } = resultOf(situation);
  const { members } = read(situation, ['spend'], { rows: ['channel', 'keyword'], period: days });
  const keywords = new Set(
    members.flatMap(({ level, kind, name, channel }) =>
      level === 'keyword' && kind === 'member'
        ? [`${channel === null ? '' : situation.names('channel', channel)} ${name.toLowerCase()}`]
        : [],
    ),
  );
  // Whoever searches for the client by name finds it under the name.
  const others = terms.filter(
    ({ name, channel, outcomes, spend }) =>
      spend > 0 &&
      outcomes >= LEAST_RESULTS &&
      !keywords.has(`${channel} ${name.toLowerCase()}`) &&
      !isOfName(wordsOf(name), situation.clientName),
  );
  const keep = keepDiscoveries(others.map(({ spend, outcomes }) => poissonAtLeast(outcomes, spend / perResult)));
  const good = others.filter((_, at) => keep[at] === true).toSorted((a, b) => b.spend - a.spend);
  if (good.length === 0) return [];
  const { spend, outcomes } = totalOf(good);
  return [
    finding(days, {
      trouble: 'own keyword',
      about: { kind: 'Search terms', name: 'Worth a keyword of their own', path: [] },
      group: 'held back',
      money: 0,
      says: `${quantity(good.length, 'search term', 'search terms', situation.style)} that nobody bids on by ${good.length === 1 ? 'itself surely costs' : 'themselves surely cost'} less than a result may: ${words.money(spend)} brought ${words.count(outcomes)} ${many}, ${words.money(spend / outcomes)} each, where ${words.money(perResult)} is allowed.`,
      evidence: [`As the channels claim, by click date, ${words.days(days)}; one in ten of them may be there by chance.`],
      advice: 'Add each as a keyword matched exactly, with a bid of its own, and see that the wider keyword does not take it back.',
      picture: {
        kind: 'table',
        title: 'The terms with the most spend',
        heads: ['search', 'campaign', 'spend', many, 'each'],
        words: [1],
        rows: good
          .slice(0, MOST_NAMED)
          .map((each) => [
            each.name,
            `${listed(each.campaigns.map(({ campaignName }) => campaignName))} (${each.channel})`,
            words.money(each.spend),
            words.count(each.outcomes),
            words.money(each.spend / each.outcomes),
          ]),
      },
      members: good.map(({ name }) => name),
    }),
  ];
}

/** Terms for which two campaigns of a channel pay: they bid against each other, and neither shows what the term brings. */
function shared(situation: Situation, terms: readonly Term[], days: DayRange): OtherFinding[] {
  const words = new Words(situation.style);
  const { many } = resultOf(situation);
  const both = terms
    .map((term) => ({ ...term, campaigns: term.campaigns.filter(({ spend }) => spend >= SHARED * term.spend && spend > 0) }))
    .filter(({ campaigns }) => campaigns.length > 1)
    .toSorted((a, b) => b.spend - a.spend);
  if (both.length === 0) return [];
  return [
    finding(days, {
      trouble: 'two campaigns',
      about: { kind: 'Search terms', name: 'Two campaigns after one term', path: [] },
      group: 'worth watching',
      money: atPace(situation, sum(both.map(({ campaigns }) => Math.min(...campaigns.map(({ spend }) => spend)))), days),
      says: `${quantity(both.length, 'search term is', 'search terms are', situation.style)} paid for by two campaigns of one channel or more, which bid against each other: ${listed(both.slice(0, 3).map(({ name }) => `“${name}”`))}${both.length > 3 ? ' and others' : ''}.`,
      evidence: [`Each of them has a tenth or more of the term’s spend, ${words.days(days)}.`],
      advice: 'Let the campaign that it is meant for have it, and exclude it in the other.',
      picture: {
        kind: 'table',
        title: 'The terms with the most spend',
        heads: ['search', 'campaign', 'spend', many],
        words: [1],
        rows: both
          .slice(0, MOST_NAMED)
          .flatMap(({ name, campaigns }) =>
            campaigns.map((each) => [
              name,
              `${each.campaignName} (${each.channelName})`,
              words.money(each.spend),
              words.count(each.outcomes),
            ]),
          ),
      },
      members: both.map(({ name }) => name),
    }),
  ];
}

/** Searches for the client by its name, which come anyway, apart from those that the advertising found. */
function ownName(situation: Situation, terms: readonly Term[], days: DayRange): OtherFinding[] {
  const words = new Words(situation.style);
  const { many } = resultOf(situation);
  const [named, others] = [true, false].map((isNamed) =>
    totalOf(terms.filter(({ name }) => isOfName(wordsOf(name), situation.clientName) === isNamed)),
  );
  if (!named || !others || named.spend === 0 || others.spend === 0) return [];
  const cost = ({ spend, outcomes }: typeof named): string =>
    outcomes > 0 ? `${words.money(spend / outcomes)} each` : `none for ${words.money(spend)}`;
  return [
    finding(days, {
      trouble: 'own name',
      about: { kind: 'Search terms', name: 'The client’s own name', path: [] },
      group: 'fine',
      money: 0,
      says: `Searches with the client’s name took ${words.money(named.spend)} and ${words.share(named.outcomes / (named.outcomes + others.outcomes))} of the ${many} that searches bring: ${cost(named)}. All other searches: ${cost(others)}.`,
      evidence: [
        `As the channels claim, by click date, ${words.days(days)}. Who searches for the name knows the client already; many would have come without an ad.`,
      ],
      advice: 'Judge what advertising finds by the others. Whether the name needs ads is seen by resting them for a while.',
      picture: {
        kind: 'table',
        title: 'Searches with the name, and others',
        heads: ['searches', 'spend', many, 'each'],
        rows: [
          ['with the name', words.money(named.spend), words.count(named.outcomes), cost(named)],
          ['others', words.money(others.spend), words.count(others.outcomes), cost(others)],
        ],
      },
    }),
  ];
}
