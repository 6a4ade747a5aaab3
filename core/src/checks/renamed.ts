import { changesOfField } from '../settings/told-change';
import { aboutCampaign, type Built, settingFinding } from './built';
import { findingKey } from './check';
import type { OtherFinding } from './finding';
import type { Situation } from './situation';
import { Words } from './words';

/** Campaigns that were given another name on the days looked at: their figures go on as one, what their names tell may not. */
export function renamedFindings(situation: Situation, built: readonly Built[]): OtherFinding[] {
  const { changes, days, style } = situation;
  const words = new Words(style);
  return changesOfField(changes, 'name', days.to).flatMap(({ day, level, code, oldValue, newValue }) => {
    const own = built.find(({ campaign }) => level === 'campaign' && campaign.code === code);
    if (!own || day < days.from || newValue === null) return [];
    return [
      settingFinding(situation, {
        trouble: 'renamed',
        key: findingKey('settings', 'renamed', own.campaign.key, day),
        about: aboutCampaign(own),
        since: { day, within: { from: day, to: day }, until: null },
        says: `${oldValue ?? 'A campaign'} was renamed to ${newValue} on ${words.day(day)}.`,
        evidence: ['As the change history of its channel tells. It goes by the channel’s own number, so its figures go on as one.'],
        advice:
          'See whether its new name still tells what your naming rules read from it, and whether links and orders carry the new name.',
      }),
    ];
  });
}
