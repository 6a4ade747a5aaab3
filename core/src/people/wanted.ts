import type { DayRange } from '../time/day';

/** How often each of the people who are reached in 30 days should see a campaign; the days from–to on which that is wanted. */
export interface WantedFrequency extends DayRange {
  readonly least: number;
  readonly most: number;
}
