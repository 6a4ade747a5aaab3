import type { CampaignDay } from './demand';

/** When somebody could be met by a campaign, by its place. */
export interface Opportunity {
  readonly campaign: number;
  readonly day: number;
  readonly minute: number;
}

/** What of it they would click; places are positions in the world's lists. */
export interface Found {
  readonly day: CampaignDay;
  readonly group: number;
  readonly keyword: number;
  readonly term: number;
  readonly place: number;
  readonly ad: number;
  readonly device: number;
  /** The person is reached where the day's reach, as far as it is allowed for them, is above this. */
  readonly reachedBelow: number;
  readonly allowed: number;
}

/** Where somebody could be met; places are positions in the world's lists. */
export interface Meeting extends Omit<Found, 'day' | 'reachedBelow' | 'allowed'>, Opportunity {
  /** The share of the market the campaign must reach that day to reach them. */
  readonly needs: number;
  /** How likely they act if this is the first they see. */
  readonly chance: number;
  /** Whether they take no notice before something else has touched them. */
  readonly isForTheTouched: boolean;
  /** What their click costs against the day's price of a click. */
  readonly priceFactor: number;
}
