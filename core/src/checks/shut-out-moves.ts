import { sum } from 'simple-statistics';
import { numberOn } from '../grain/tables';
import { groupBy } from '../list/group-by';
import { MARGIN } from '../measure/client-number';
import type { ProposedMove } from '../moves/finding';
import type { SettingChange } from '../moves/setting-change';
import { shutOutEffect } from '../moves/shut-out-effect';
import { type Worth, worthOf } from '../moves/worth';
import { lengthOf } from '../time/day';
import type { CampaignPart } from './campaign-parts';
import { totalOf } from './beside-whole';
import { metricsOf, read, resultOf, type Situation } from './situation';

/** Parts of campaigns that are to be shut out, one change a campaign for each group of them. */
export interface ToShutOut {
  /** As they did on the days that say what they bring. */
  readonly parts: readonly CampaignPart[];
  /** What they spent on the days that are looked at. */
  readonly spentLately: (part: CampaignPart) => number;
  readonly change: SettingChange;
}

/**
 * Makes moves of parts that are to be shut out of their campaigns. What a day of them costs goes by the days that are looked at,
 * what they bring for it by all of the days that tell it; a part that costs nothing any more is left.
 */
export function shuttingOut(situation: Situation): (asked: ToShutOut) => ProposedMove[] {
  const length = lengthOf(situation.days);
  const campaigns = campaignsOf(situation);
  const worth = worthIn(situation);
  return ({ parts, spentLately, change }) =>
    [...groupBy(parts, ({ whole }) => whole).values()].flatMap((own): ProposedMove[] => {
      const [first] = own;
      const campaign = first && campaigns.get(first.whole);
      const spend = sum(own.map(spentLately)) / length;
      const total = totalOf(own);
      if (!campaign || !(spend > 0) || !(total.spend > 0)) return [];
      const { whole: key, campaignName: name, channelName, campaign: member } = first;
      const outcomes = (spend * total.outcomes) / total.spend;
      const others = Math.max(0, campaign.spend - spend);
      return [
        {
          entity: { level: 'campaign', member, key, name, channelName },
          change,
          effect: shutOutEffect({
            ...{ spend, outcomes, seen: total.outcomes, worth, lostToBudget: campaign.lost, campaignSpend: campaign.spend },
            rest: others > 0 ? Math.max(0, campaign.outcomes - outcomes) / others : 0,
          }),
        },
      ];
    });
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

/** What one more outcome of the client is worth; null without a target. */
function worthIn(situation: Situation): Worth | null {
  const { target, tables, days } = situation;
  if (!target) return null;
  const { outcome, count } = resultOf(situation);
  const worthMetric = metricsOf(situation).plainOf('value', outcome.id)?.id;
  const { members, value } = read(situation, [count, ...(worthMetric === undefined ? [] : [worthMetric])]);
  const whole = members.find(({ kind }) => kind === 'total');
  const [counted, brought] = whole ? [value(whole, count), worthMetric === undefined ? null : value(whole, worthMetric)] : [];
  return worthOf(target, numberOn(tables, 0, MARGIN.id, days.to), counted && brought ? brought / counted : 0);
}
