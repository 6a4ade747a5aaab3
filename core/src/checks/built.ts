import type { Member } from '../compare/member';
import type { OtherFinding } from './finding';
import type { Situation } from './situation';

/** A campaign with its groups and ads that delivered lately. */
export interface Built {
  readonly campaign: Member;
  readonly channel: string;
  readonly isRunning: boolean;
  readonly budget: number | undefined;
  /** Ads of each group: whether they run, undefined where nothing tells. */
  readonly groups: readonly { readonly name: string; readonly ads: readonly (boolean | undefined)[] }[];
}

/** A finding of what is set, of the days looked at. */
export const settingFinding = (
  situation: Situation,
  part: Pick<OtherFinding, 'trouble' | 'key' | 'about' | 'says' | 'advice'> & Partial<OtherFinding>,
): OtherFinding => ({
  ...{ check: 'settings', group: 'worth watching', money: 0, days: situation.days, since: null, evidence: [], happened: [], picture: null },
  rows: { screen: 'compare', metric: 'spend', rows: ['channel', 'campaign', 'group', 'ad'], where: [], period: situation.days },
  ...part,
});

export const aboutCampaign = ({ campaign, channel }: Built): OtherFinding['about'] => ({
  kind: 'Campaign',
  name: campaign.name,
  path: [channel],
});
