import { sum } from 'simple-statistics';
import { poissonInterval } from '../evidence/interval';
import { groupBy } from '../list/group-by';
import type { ProposedMove } from '../moves/finding';
import type { SettingChange } from '../moves/setting-change';
import { shutOutEffect } from '../moves/shut-out-effect';
import { lengthOf } from '../time/day';
import type { CampaignPart } from './campaign-parts';
import { totalOf } from './beside-whole';
import { read, resultOf, type Situation } from './situation';
import { worthIn } from './worth-of-one';

/** Parts of campaigns that a change shuts out together: one move for each campaign that has some of them. */
export interface ToShutOut {
  /** As they did on the days that say what they bring. */
  readonly parts: readonly CampaignPart[];
  readonly change: SettingChange;
}

interface OfCampaign extends ToShutOut {
  readonly first: CampaignPart;
  /** A day. */
  readonly spend: number;
}

/**
 * Makes moves of what is to be shut out of campaigns. What a day of it costs goes by the days that are looked at, what it brings
 * for that by all of the days that tell it; what costs nothing any more is left.
 */
export function shuttingOut(
  situation: Situation,
): (asked: readonly ToShutOut[], spentLately: (part: CampaignPart) => number) => ProposedMove[] {
  const length = lengthOf(situation.days);
  const campaigns = campaignsOf(situation);
  const worth = worthIn(situation);
  return (asked, spentLately) => {
    const changes = asked.flatMap(({ parts, change }) =>
      [...groupBy(parts, ({ whole }) => whole).values()].flatMap((own): OfCampaign[] => {
        const spend = sum(own.map(spentLately)) / length;
        return own[0] && spend > 0 && totalOf(own).spend > 0 ? [{ parts: own, change, first: own[0], spend }] : [];
      }),
    );
    const together = groupBy(changes, ({ first }) => first.whole);
    return changes.flatMap(({ parts, change, first, spend }): ProposedMove[] => {
      const campaign = campaigns.get(first.whole);
      if (!campaign) return [];
      const { whole: key, campaignName: name, channelName, campaign: member } = first;
      const total = totalOf(parts);
      const outcomes = (spend * total.outcomes) / total.spend;
      const others = Math.max(0, campaign.spend - spend);
      const effect = shutOutEffect({
        ...{
          spend,
          outcomes,
          seen: total.outcomes,
          mostUnseen: (spend * poissonInterval(total.outcomes).high) / total.spend,
          worth,
          lostToBudget: campaign.lost,
          campaignSpend: campaign.spend,
        },
        together: sum((together.get(first.whole) ?? []).map((each) => each.spend)),
        rest: others > 0 ? Math.max(0, campaign.outcomes - outcomes) / others : 0,
      });
      return [{ entity: { level: 'campaign', member, key, name, channelName }, change, effect }];
    });
  };
}

/** A day of each campaign, by its key. */
function campaignsOf(
  situation: Situation,
): Map<string, { readonly spend: number; readonly outcomes: number; readonly lost: number | null }> {
  const length = lengthOf(situation.days);
  const { count } = resultOf(situation);
  const { members, value } = read(situation, ['spend', count, 'share-lost-to-budget'], {
    ...{ rows: ['channel', 'campaign'], countedBy: 'claims', basis: 'click' },
  });
  return new Map(
    members.flatMap((member) => {
      const [spend, outcomes, lost] = ['spend', count, 'share-lost-to-budget'].map((metric) => value(member, metric));
      if (member.level !== 'campaign' || member.kind !== 'member' || spend == null || outcomes == null) return [];
      return [[member.key, { spend: spend / length, outcomes: outcomes / length, lost: lost ?? null }] as const];
    }),
  );
}
