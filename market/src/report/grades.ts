import { dayOf, isoDay } from '../world/calendar';
import { hashOf, mix, normal } from '../world/random';
import type { ClientWorld } from '../world/spec';
import type { Settings } from '../people/settings';
import { campaignName } from './dimensions';
import { always, type Cell, type Report } from './report';

const GRADES = ['A', 'B', 'C', 'D', 'E'] as const;
/** The least a guessed quality must be for each grade but the last. */
const LEAST = [1.2, 1, 0.8, 0.5] as const;

/** The channel's own grade of each ad by day, A to E: what it guesses of the ad's quality, anew every week. */
export function gradesReport(world: ClientWorld, settings: Settings, campaigns: readonly number[]): Report {
  const grade = (ad: string, quality: number, day: number): string => {
    const guessed = quality + 0.12 * normal(mix(hashOf(ad), Math.floor(day / 7)), 1);
    const at = LEAST.findIndex((least) => guessed >= least);
    return GRADES[at < 0 ? GRADES.length - 1 : at] ?? 'E';
  };
  return {
    id: 'grades',
    name: 'Grade of ads by day',
    restates: 0,
    fields: [
      always('Day', 'day', 'The day'),
      always('Campaign ID', 'member', 'The channel’s own number of the campaign'),
      always('Campaign', 'member', 'Its name on that day'),
      always('Ad group ID', 'member', 'Its number'),
      always('Ad ID', 'member', 'Its number'),
      always('Grade', 'text', 'From A, the best, to E; not to be averaged'),
    ],
    rows: ({ from, to }) => {
      const rows: Cell[][] = [];
      for (let day = Math.max(from, dayOf(world.from)); day <= to; day++)
        for (const at of campaigns) {
          const campaign = world.campaigns[at];
          if (!campaign || !settings.of(campaign, day).running) continue;
          for (const group of campaign.groups)
            for (const ad of group.ads)
              if (settings.adRuns(campaign, ad, day))
                rows.push([isoDay(day), campaign.id, campaignName(world, at, day), group.id, ad.id, grade(ad.id, ad.quality, day)]);
        }
      return rows;
    },
  };
}
