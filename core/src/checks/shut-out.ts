import { type Shut, shutOn } from '../settings/lists';
import { wordsOf } from './search-words';
import type { CampaignPart } from './campaign-parts';
import type { Situation } from './situation';

/** Parts that lists of a campaign can shut out; others are bid on, or paused. */
export const LISTED_PARTS = [
  ...['placement', 'sub-source', 'source', 'browser', 'carrier', 'network', 'platform', 'place', 'product'],
] as const;
export const isListed = (dimension: string): boolean => (LISTED_PARTS as readonly string[]).includes(dimension);

/**
 * Whether an exclusion keeps a search or a keyword out: “[free tea]” just these words, “"free tea"” these words one beside the other,
 * and bare words wherever all of them are searched for.
 */
export function keepsOut(exclusion: string, search: string): boolean {
  const [excluded, searched] = [wordsOf(exclusion), wordsOf(search)];
  if (excluded.length === 0) return false;
  if (/^\[.*\]$/.test(exclusion)) return excluded.join(' ') === searched.join(' ');
  if (/^["“].*["”]$/.test(exclusion)) return ` ${searched.join(' ')} `.includes(` ${excluded.join(' ')} `);
  return excluded.every((word) => searched.includes(word));
}

/** Whether something that was shut out is shut out of a campaign: by itself, or in all of its account. */
export const isOfCampaign = ({ channel, level, code }: Shut, part: Pick<CampaignPart, 'channelName' | 'campaign'>): boolean =>
  channel === part.channelName && (level === null || (level === 'campaign' && code === part.campaign));

/** Tells of parts of campaigns whether they are shut out already on the last day that is looked at. */
export function shutAlready(
  { changes, days }: Pick<Situation, 'changes' | 'days'>,
  dimension: string,
): (part: Pick<CampaignPart, 'channelName' | 'campaign' | 'name'>) => boolean {
  const [isTerm, isKeyword] = [dimension === 'search term', dimension === 'keyword'];
  const shut = isKeyword ? [] : shutOn(changes, isTerm ? 'excluded term' : 'blocked source', days.to);
  const isIt = (text: string, name: string): boolean => (isTerm ? keepsOut(text, name) : text.toLowerCase() === name.toLowerCase());
  return (part) => shut.some((each) => isOfCampaign(each, part) && isIt(each.text, part.name));
}
