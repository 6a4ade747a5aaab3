import { NONE } from '../rows/coding';
import type { Naming } from '../naming/convention';
import { nameReader } from '../naming/read-name';
import { foldText } from '../text/text-test';
import { isBelowCampaign, type Joining, type JoinKey } from './joining';

/** A member as far as joining is concerned. */
export interface JoinMember {
  readonly id: number;
  readonly level: string;
  readonly externalId: string;
  readonly name: string;
}

/** What an outcome carries; null where it does not. */
export interface Tags {
  readonly campaign: string | null;
  readonly ad: string | null;
  readonly keyword: string | null;
  readonly link: string | null;
}

/** Where tags lead: one member, several that fit alike where no other key finds one, or none. */
export interface Joined {
  /** Place of the key that fitted; -1 where none did. */
  readonly key: number;
  readonly members: readonly number[];
}

const NOWHERE: Joined = { key: -1, members: [] };

/**
 * Makes a joining ready for many outcomes. A member below the campaign is taken only within the
 * campaign that the outcome's other tag names, where it names one. `campaignOf` gives a member's
 * campaign, or NONE.
 */
export function joiner(
  joining: Joining,
  members: Iterable<JoinMember>,
  about: { readonly naming: Naming; readonly campaignOf: (member: number) => number },
): (tags: Tags) => Joined {
  const indexes = joining.keys.map(() => new Map<string, number[]>());
  const texts = joining.keys.map((key) => textsOf(key, about.naming));
  for (const member of members)
    joining.keys.forEach((key, at) => {
      if (key.level !== member.level) return;
      for (const text of new Set(texts[at]?.(member))) {
        const known = indexes[at]?.get(text);
        if (known) known.push(member.id);
        else indexes[at]?.set(text, [member.id]);
      }
    });
  const fitting = (at: number, tag: string): readonly number[] => indexes[at]?.get(foldText(tag)) ?? [];
  const known = new Map<string, Joined>();
  return (tags) => {
    const key = JSON.stringify([tags.campaign, tags.ad, tags.keyword, tags.link]);
    const found = known.get(key) ?? find(tags);
    known.set(key, found);
    return found;
  };

  function find(tags: Tags): Joined {
    const campaigns = campaignsNamed(tags);
    let several = NOWHERE;
    for (const [at, key] of joining.keys.entries()) {
      const tag = tags[key.tag];
      if (tag === null) continue;
      const all = fitting(at, tag);
      const own = campaigns && isBelowCampaign(key.level) ? all.filter((member) => campaigns.has(about.campaignOf(member))) : all;
      if (own.length === 1) return { key: at, members: own };
      if (own.length > 1 && several.key < 0) several = { key: at, members: own };
    }
    return several;
  }

  /** Campaigns that a tag of the outcome names; undefined where no campaign key finds a tag. */
  function campaignsNamed(tags: Tags): ReadonlySet<number> | undefined {
    const named = joining.keys.flatMap(({ level, tag }, at) => {
      const text = tags[tag];
      return level === 'campaign' && text !== null ? [fitting(at, text)] : [];
    });
    return named.length === 0 ? undefined : new Set(named.flat().filter((campaign) => campaign !== NONE));
  }
}

/** What tags are compared with, of a member. */
function textsOf({ by, part, level }: JoinKey, naming: Naming): (member: JoinMember) => readonly string[] {
  const read = by === 'part' && part !== null && level !== 'keyword' ? nameReader(naming, level) : undefined;
  return ({ externalId, name }) => {
    if (by === 'id') return [foldText(externalId)];
    if (by === 'name') return [foldText(name)];
    if (by === 'id or name') return [foldText(externalId), foldText(name)];
    const told = part === null ? undefined : read?.(name).parts[part];
    return told === undefined ? [] : [foldText(told)];
  };
}
