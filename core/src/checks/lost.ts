import type { Member } from '../compare/member';
import { quantity } from '../figure/text';
import { poissonInterval } from '../evidence/interval';
import { arrivalsOf } from '../maturity/arrivals';
import { findingKey, lacking, type Looked } from './check';
import { costOfResult } from './cost-of-result';
import type { OtherFinding } from './finding';
import { channelName, countingOf, only, read, type Read, resultOf, type Situation } from './situation';
import { Words } from './words';

/** Less that is lost to rank is nothing to bid for. */
const LEAST_LOST = 0.1;
/** Of less nothing is judged (calculations 9). */
const LEAST_ARRIVED = 0.3;

/** What a campaign could have been shown for, and what it lost. */
interface Lost {
  readonly member: Member;
  readonly channel: string;
  readonly won: number;
  readonly toBudget: number | null;
  readonly toRank: number | null;
  /** Money that its results may cost beyond what it spent, where it surely meets the target; null where that is not sure. */
  readonly surplus: number | null;
}

/** What campaigns lose to their budget and to rank, and which of those that surely meet the target could be bid up for what is lost to rank. */
export function checkLost(situation: Situation): Looked {
  const metrics = ['share-won', 'share-lost-to-budget', 'share-lost-to-rank'];
  const shares = read(situation, metrics, { rows: ['channel', 'campaign'] });
  const kept = surplusOf(situation);
  const campaigns = shares.members.flatMap((member): Lost[] => {
    const [won, toBudget, toRank] = metrics.map((metric) => shares.value(member, metric));
    if (member.level !== 'campaign' || member.kind !== 'member' || won == null || !(won > 0)) return [];
    const channel = channelName(situation, member);
    return [{ member, channel, won, toBudget: toBudget ?? null, toRank: toRank ?? null, surplus: kept(member) }];
  });
  if (campaigns.length === 0)
    return lacking('lost', 'no report tells what campaigns could have been shown for. A report of settings would');
  const held = campaigns.filter(({ toRank, surplus }) => toRank !== null && toRank >= LEAST_LOST && surplus !== null);
  return {
    check: 'lost',
    looked: `what ${quantity(campaigns.length, 'campaign', 'campaigns', situation.style)} could have been shown for`,
    findings: [...held.map((each) => rankFinding(situation, each)), allFinding(situation, campaigns)],
    lacks: '',
  };
}

/** By campaign: what its results may cost beyond its spend, where the whole 95 % interval of so many meets the target. */
function surplusOf(situation: Situation): (member: Member) => number | null {
  const perResult = costOfResult(situation);
  const { outcome, count } = resultOf(situation);
  const arrivals = arrivalsOf(situation.tables, situation.days, situation.lastDay);
  const counted: Read = read(situation, ['spend', count], { rows: ['channel', 'campaign'], basis: 'click' });
  const members = new Map(counted.members.map((member) => [member.key, member]));
  return ({ key, code }) => {
    const member = members.get(key);
    if (perResult === null || !member || typeof code !== 'number') return null;
    const [spend, results] = [counted.value(member, 'spend'), counted.value(member, count)];
    const { share } = arrivals.of({ outcome, part: 'count', countedBy: countingOf(situation).countedBy }, [code]) ?? { share: 1 };
    if (!spend || results === null || share < LEAST_ARRIVED) return null;
    const whole = (results / share) * perResult;
    return (poissonInterval(results).low / share) * perResult > spend ? whole - spend : null;
  };
}

function rankFinding(situation: Situation, { member, channel, won, toRank, toBudget, surplus }: Lost): OtherFinding {
  const words = new Words(situation.style);
  const rank = toRank ?? 0;
  return {
    check: 'lost',
    trouble: 'to rank',
    key: findingKey('lost', 'to rank', member.key),
    about: { kind: 'Campaign', name: member.name, path: [channel] },
    group: 'held back',
    money: ((surplus ?? 0) * rank) / won,
    days: situation.days,
    since: null,
    says: `${member.name} surely meets the target, and loses ${words.share(rank)} of what it could be shown for to others that rank higher.`,
    evidence: [
      `It was shown for ${words.share(won)}${toBudget === null ? '' : `, and lost ${words.share(toBudget)} to its budget`}. What is lost to rank would cost more for each click than what it has: the money at stake is at today’s price, and so the most.`,
    ],
    advice:
      (toBudget ?? 0) > rank
        ? 'Raise its budget first; a higher bid alone would spend the same money on fewer clicks.'
        : 'Bid more in small steps, or better its ads and pages, and watch what a result costs then.',
    happened: [],
    picture: null,
    rows: rowsBehind(situation, member.name),
  };
}

function allFinding(situation: Situation, campaigns: readonly Lost[]): OtherFinding {
  const words = new Words(situation.style);
  const share = (amount: number | null): string => (amount === null ? 'not told' : words.share(amount));
  const byLoss = campaigns.toSorted((a, b) => a.won - b.won);
  const [least] = byLoss;
  return {
    check: 'lost',
    trouble: 'all',
    key: findingKey('lost', 'all'),
    about: { kind: 'Client', name: 'What campaigns could be shown for', path: [] },
    group: 'fine',
    money: 0,
    days: situation.days,
    since: null,
    says: `${quantity(campaigns.length, 'campaign tells what it', 'campaigns tell what they', situation.style)} could have been shown for; the least, ${share(least?.won ?? null)}, was won by ${least?.member.name ?? ''}.`,
    evidence: ['Shares of impressions: of campaigns that compete for the same ones they do not add up.'],
    advice: 'A budget holds back what is lost to it, a bid or the ads what is lost to rank.',
    happened: [],
    picture: {
      kind: 'table',
      title: 'Of what each could have been shown for',
      heads: ['campaign', 'won', 'lost to budget', 'lost to rank'],
      rows: byLoss.map(({ member, channel, won, toBudget, toRank }) => [
        `${member.name} (${channel})`,
        share(won),
        share(toBudget),
        share(toRank),
      ]),
    },
    rows: rowsBehind(situation),
  };
}

const rowsBehind = ({ days }: Situation, campaign?: string): OtherFinding['rows'] => ({
  screen: 'compare',
  metric: 'share-won',
  rows: ['channel', 'campaign'],
  where: campaign === undefined ? [] : only('campaign', campaign),
  period: days,
});
