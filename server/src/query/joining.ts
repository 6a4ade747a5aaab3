import type { JoiningReply } from '@lens/contract';
import { accumulate, BUILT_IN, type DayRange, type Joining, MILLIONTHS, NONE, termScale, tryJoining } from '@lens/core';
import { memberJoiner, storedOutcomes, tagsOf } from '../store/load-orders';
import { rulesOf } from '../store/rules';
import type { ClientData } from './client-data';

const MOST_SHOWN = 100;
const SPEND = BUILT_IN.measureTerm('spend');

/** What a joining would make of the outcomes a list has in a period, and which spend none of them reaches. */
export function joiningTried(
  data: ClientData,
  client: string,
  { feed, joining, period }: { readonly feed: number; readonly joining: Joining; readonly period: DayRange },
): JoiningReply {
  const loaded = data.load(client);
  const { tables, members } = loaded;
  const names = data.namesOf(loaded);
  const naming = rulesOf(data.db, client, 'naming');
  const outcomes = [...storedOutcomes(data.db, feed, null)]
    .filter(({ saleDay }) => saleDay >= period.from && saleDay <= period.to)
    .map((row) => ({
      ...tagsOf(row),
      rows: 1,
      count: (row.count ?? MILLIONTHS) / MILLIONTHS,
      value: row.value === null ? null : row.value / MILLIONTHS,
    }));
  const { reached, loose, ...sums } = tryJoining(outcomes, memberJoiner(joining, members, naming), joining.keys.length);
  const reachedCampaigns = new Set([...reached].map((member) => members.campaignOf(member)));
  const spent = accumulate(tables, { terms: [SPEND], levels: ['campaign'], buckets: [period] })
    .campaigns.all()
    .map((node) => ({ node, spend: node.total(0, 0) / termScale(SPEND) }))
    .filter(({ node, spend }) => node.campaign !== NONE && spend > 0)
    .sort((a, b) => b.spend - a.spend);
  const [own, others] = [
    spent.filter(({ node }) => reachedCampaigns.has(node.campaign)),
    spent.filter(({ node }) => !reachedCampaigns.has(node.campaign)),
  ];
  const total = (of: typeof spent): number => of.reduce((sum, { spend }) => sum + spend, 0);
  return {
    ...sums,
    loose: loose.slice(0, MOST_SHOWN),
    looseCount: loose.length,
    unreached: others.slice(0, MOST_SHOWN).map(({ node, spend }) => ({
      channelName: names('channel', tables.accounts[node.account]?.channel ?? ''),
      name: members.nameOf(node.campaign),
      spend,
    })),
    reached: { campaigns: own.length, of: spent.length, spend: total(own), ofSpend: total(spent) },
  };
}
