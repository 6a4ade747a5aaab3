import { sum } from 'simple-statistics';
import { keepDiscoveries } from '../evidence/false-discovery';
import { poissonInterval } from '../evidence/interval';
import { judge, type Verdict } from '../evidence/verdict';
import type { Member } from '../compare/member';
import { quantity } from '../figure/text';
import { arrivalsOf } from '../maturity/arrivals';
import { pluralOf } from '../text/plural';
import { findingKey, lacking, type Looked } from './check';
import { costOfResult } from './cost-of-result';
import type { OtherFinding } from './finding';
import { channelName, countingOf, read, type Read, resultOf, type Situation } from './situation';
import { Words } from './words';

/** Levels below campaigns, beside ads, that are held against the target. */
const LEVELS = { group: 'ad group', keyword: 'keyword', product: 'product' } as const;
type LevelBelow = keyof typeof LEVELS;
/** Of less nothing is judged (calculations 9). */
const LEAST_ARRIVED = 0.3;
const MOST_NAMED = 25;

/** A group, keyword or product with what its spend brought. */
interface Judged {
  readonly name: string;
  readonly campaign: string;
  readonly channel: string;
  readonly spend: number;
  /** Results so far, and what one will have cost once the late ones are there; null without any. */
  readonly results: number;
  readonly cost: number | null;
  readonly excess: number;
  readonly verdict: Verdict;
  readonly pValue: number;
}

/**
 * Groups, keywords and products against what their campaigns must reach for the target to hold, as “Against the target” does
 * for campaigns and ads: by click date, late results allowed for. Where the target’s own count does not reach a level, the
 * channel’s claims are taken, in proportion to what that count finds of them in the campaign.
 */
export function checkLevels(situation: Situation): Looked {
  const perResult = costOfResult(situation);
  if (perResult === null) return lacking('levels', 'there is no target that they could be held against. Set one under Targets');
  const told = (Object.keys(LEVELS) as LevelBelow[])
    .map((level) => ({ level, members: judgedOf(situation, level, perResult) }))
    .filter(({ members }) => members.length > 0);
  if (told.length === 0) return lacking('levels', 'no report tells spend and results by group, keyword or product. Fetch one under Intake');
  return {
    check: 'levels',
    looked: told.map(({ level, members }) => quantity(members.length, LEVELS[level], pluralOf(LEVELS[level]), situation.style)).join(', '),
    findings: told.flatMap((each) => findingOf(situation, each, perResult)),
    lacks: '',
  };
}

function judgedOf(situation: Situation, level: LevelBelow, perResult: number): Judged[] {
  const { count } = resultOf(situation);
  const rows = ['channel', 'campaign', level];
  const own = read(situation, ['spend', count], { rows, basis: 'click' });
  const claimed = read(situation, ['spend', count], { rows, countedBy: 'claims', basis: 'click' });
  const share = arrivedBy(situation);
  const counted = resultsOf(own, claimed, count);
  const members = new Map(own.members.map((member) => [member.key, member]));
  const all = own.members.flatMap((member): Judged[] => {
    const [spend, results] = [own.value(member, 'spend'), counted(member)];
    const campaign = members.get(member.parent ?? '');
    if (member.level !== level || member.kind !== 'member' || !spend || results === null || !campaign) return [];
    const arrived = share(campaign);
    if (arrived < LEAST_ARRIVED) return [];
    const asked = (spend * arrived) / perResult;
    const { low, high } = poissonInterval(results);
    const { verdict, pValue } = judge({
      count: results,
      atBar: asked,
      reached: { low: low / asked, high: high / asked },
      clicks: 0,
      spend,
    });
    const channel = channelName(situation, member);
    return [
      {
        ...{ name: member.name, campaign: campaign.name, channel, spend, results, verdict, pValue },
        cost: results > 0 ? (spend * arrived) / results : null,
        excess: spend - (results / arrived) * perResult,
      },
    ];
  });
  const keep = keepDiscoveries(all.map(({ pValue }) => pValue));
  return all.map((each, at) => (keep[at] === true || each.verdict === 'at the bar' ? each : { ...each, verdict: 'undecided' }));
}

/** How much of what a campaign’s clicks bring has arrived. */
function arrivedBy(situation: Situation): (campaign: Member) => number {
  const arrivals = arrivalsOf(situation.tables, situation.days, situation.lastDay);
  const term = { outcome: resultOf(situation).outcome, part: 'count', countedBy: countingOf(situation).countedBy } as const;
  return ({ code }) => (typeof code === 'number' ? (arrivals.of(term, [code])?.share ?? 1) : 1);
}

/** Results of a member as the target counts them; else its claims × what the target’s count finds for each claim of its campaign; null where neither is told. */
function resultsOf(own: Read, claimed: Read, count: string): (member: Member) => number | null {
  const claims = new Map(claimed.members.map((member) => [member.key, claimed.value(member, count)]));
  const found = new Map(own.members.map((member) => [member.key, own.value(member, count)]));
  return (member) => {
    const direct = found.get(member.key);
    if (direct != null) return direct;
    const [whole, wholeClaimed, part] = [found.get(member.parent ?? ''), claims.get(member.parent ?? ''), claims.get(member.key)];
    return whole != null && wholeClaimed != null && wholeClaimed > 0 && part != null ? (part * whole) / wholeClaimed : null;
  };
}

function findingOf(
  situation: Situation,
  { level, members }: { readonly level: LevelBelow; readonly members: readonly Judged[] },
  perResult: number,
): OtherFinding[] {
  const words = new Words(situation.style);
  const { one, many } = resultOf(situation);
  const of = (verdict: Verdict): Judged[] => members.filter((each) => each.verdict === verdict);
  const [misses, beats] = [of('misses'), of('beats')];
  const sure = [...misses.toSorted((a, b) => b.excess - a.excess), ...beats.toSorted((a, b) => a.excess - b.excess)];
  const label = LEVELS[level];
  return [
    {
      check: 'levels',
      trouble: level,
      key: findingKey('levels', level),
      about: { kind: 'Client', name: `Every ${label} against the target`, path: [] },
      group: misses.length > 0 ? 'worth watching' : 'fine',
      money: sum(misses.map(({ excess }) => excess)),
      days: situation.days,
      since: null,
      says: `Of ${quantity(members.length, label, pluralOf(label), situation.style)} ${words.count(misses.length)} surely miss what is asked, ${words.count(beats.length)} surely meet it; of ${words.count(members.length - sure.length)} so few ${many} leave it open.`,
      evidence: [
        `One ${one} may cost ${words.money(perResult)}. ${words.days(situation.days)}, by click date, late ${many} allowed for, with a limit on chance in the whole list. Where the target’s own count does not reach, by the channel’s claims in proportion.`,
      ],
      advice:
        misses.length > 0
          ? 'Pause or bid down what misses within campaigns that hold; keep what meets it within campaigns that do not.'
          : 'Leave them alone.',
      happened: [],
      picture:
        sure.length === 0
          ? null
          : {
              kind: 'table',
              title:
                sure.length > MOST_NAMED
                  ? `The ${MOST_NAMED} with the most money of ${words.count(sure.length)} that are sure`
                  : 'Those that are sure',
              heads: [label, 'campaign', 'spend', many, 'each', 'it'],
              words: [1, 5],
              rows: sure
                .slice(0, MOST_NAMED)
                .map(({ name, campaign, channel, spend, results, cost, verdict }) => [
                  name,
                  `${campaign} (${channel})`,
                  words.money(spend),
                  words.few(results),
                  cost === null ? 'none' : words.money(cost),
                  verdict === 'misses' ? 'misses' : 'meets it',
                ]),
            },
      members: sure.map(({ name }) => name),
      rows: { screen: 'compare', metric: 'spend', rows: ['campaign', level], where: [], period: situation.days },
    },
  ];
}
