import { draw, hashOf } from './random';
import type { Ad, Campaign, ChannelId, Group, Keyword, Part, Term } from './spec';

/** "loose leaf tea 5 1.1": a name, its weight and its quality. */
function part(text: string): Part {
  const words = text.split(' ');
  const [quality, weight] = [Number(words.pop()), Number(words.pop())];
  return { name: words.join(' '), weight, quality };
}

/** Several of them, separated by strokes. */
export const parts = (text: string): Part[] => (text === '' ? [] : text.split('|').map((each) => part(each.trim())));

/** Ways of asking for a thing, with how often they are typed, what the askers are worth and what they are after. */
const ASKED: readonly (readonly [(text: string) => string, number, number, Term['intent']])[] = [
  [(text) => text, 5, 1, 'the thing'],
  [(text) => `buy ${text}`, 2, 1.35, 'to buy'],
  [(text) => `best ${text}`, 1.6, 0.85, 'to compare'],
  [(text) => `${text} online`, 1.2, 1.1, 'to buy'],
  [(text) => `${text} near me`, 0.9, 0.8, 'nearby'],
  [(text) => `cheap ${text}`, 0.8, 0.6, 'cheap'],
  [(text) => `what is ${text}`, 0.8, 0, 'to know'],
  [(text) => `${text} jobs`, 0.5, 0, 'a job'],
  [(text) => `free ${text}`, 0.5, 0.02, 'for nothing'],
];

/** "loose leaf tea 5 1.1 phrase"; an exact keyword meets only itself. */
function keyword(text: string): Keyword {
  const at = text.lastIndexOf(' ');
  const match = text.slice(at + 1) as Keyword['match'];
  const own = part(text.slice(0, at));
  const asked = match === 'exact' ? ASKED.slice(0, 1) : match === 'phrase' ? ASKED.slice(0, 6) : ASKED;
  return { ...own, match, terms: asked.map(([say, weight, quality, intent]) => ({ name: say(own.name), weight, quality, intent })) };
}

/** A group: its ads as "title weight quality", its keywords as "text weight quality match", its places. */
export interface GroupText {
  readonly name: string;
  readonly weight?: number;
  readonly ads?: string;
  readonly keywords?: string;
  readonly language?: string;
  readonly places?: readonly Part[];
}

type CampaignText = Omit<Campaign, 'id' | 'name' | 'channel' | 'groups' | 'warmth' | 'follow' | 'stage'> &
  Partial<Pick<Campaign, 'warmth' | 'follow' | 'stage'>>;

/** A campaign with the ids a channel would give it: "HB-1101", its groups "HB-1101-1", their ads "HB-1101-1-1". */
export function campaign(channel: ChannelId, id: string, name: string, about: CampaignText, groups: readonly GroupText[]): Campaign {
  return {
    stage: 'new',
    warmth: 0.15,
    follow: 0.2,
    ...about,
    id,
    name,
    channel,
    groups: groups.map((group, at): Group => {
      const groupId = `${id}-${at + 1}`;
      return {
        id: groupId,
        name: group.name,
        weight: group.weight ?? 1,
        ads: parts(group.ads ?? '').map((ad, nth): Ad => ({ ...ad, id: `${groupId}-${nth + 1}` })),
        keywords: group.keywords ? group.keywords.split('|').map((each) => keyword(each.trim())) : [],
        places: group.places ?? [],
        ...(group.language === undefined ? {} : { language: group.language }),
      };
    }),
  };
}

/** An ad that begins or ends on a day. */
export const dated = (of: Campaign, ad: string, days: { readonly from?: string; readonly to?: string }): Campaign => ({
  ...of,
  groups: of.groups.map((group) => ({ ...group, ads: group.ads.map((each) => (each.id === ad ? { ...each, ...days } : each)) })),
});

/**
 * Numbered sub-sources of a seller, their weight falling from the first. About a third never bring
 * anything, a few are much better than the rest.
 */
export function subSources(seller: string, count: number, worthless = 0.34): Part[] {
  return Array.from({ length: count }, (_, at): Part => {
    const seed = hashOf(`${seller} ${at}`);
    const chance = draw(seed, 1);
    const quality = chance < worthless ? 0 : 0.35 + 1.5 * draw(seed, 2) * draw(seed, 3) + (draw(seed, 4) < 0.08 ? 1.6 : 0);
    return { name: `${seller}-${1000 + (seed % 9000)}`, weight: 10 / (at + 4), quality };
  });
}

/** What nobody pays for: people who search without an ad, come straight to the site, or through the local listing. */
export function unpaid(prefix: string, amounts: { organic: number; direct: number; local?: number }, outcomeRate: number): Campaign[] {
  const common = { budget: 0, bid: 0, clickRate: 0.06, outcomeRate, warmth: 0.1 };
  const made = [
    campaign('unpaid', `${prefix}-organic`, 'organic search', { ...common, market: amounts.organic, follow: 1 }, [{ name: 'organic' }]),
    campaign('unpaid', `${prefix}-direct`, 'direct', { ...common, market: amounts.direct, follow: 1.2, stage: 'known' }, [
      { name: 'direct' },
    ]),
  ];
  if (amounts.local === undefined) return made;
  const phrases = parts('climbing gym 4 1.1|bouldering near me 3 1.2|indoor climbing 2 1|kids birthday climbing 1 0.9|rocódromo cerca 1 1');
  const surfaces = [
    { name: 'maps', places: phrases },
    { name: 'search', weight: 0.6, places: phrases },
  ];
  return [...made, campaign('doorstep', `${prefix}-local`, 'local listing', { ...common, market: amounts.local, follow: 0.4 }, surfaces)];
}
