import { runningShares } from '../world/random';
import type { Campaign } from '../world/spec';

/** A campaign's weights made ready for drawing. */
export class CampaignShares {
  readonly groups: readonly number[];
  readonly inGroup: readonly {
    readonly keywords: readonly number[];
    readonly terms: readonly (readonly number[])[];
    readonly places: readonly number[];
  }[];

  constructor({ groups }: Campaign) {
    this.groups = runningShares(groups.map(({ weight }) => weight));
    this.inGroup = groups.map(({ keywords, places }) => ({
      keywords: runningShares(keywords.map(({ weight }) => weight)),
      terms: keywords.map(({ terms }) => runningShares(terms.map(({ weight }) => weight))),
      places: runningShares(places.map(({ weight }) => weight)),
    }));
  }
}
