import { type TagLevel } from '../intake/mapping';
import type { NamePart } from '../measure/name-part';
import { NAMED_LEVELS, type NamedLevel } from '../naming/convention';

/** Levels an outcome can be led to. */
export const JOIN_LEVELS = [...NAMED_LEVELS, 'keyword'] as const;
export type JoinLevel = (typeof JOIN_LEVELS)[number];

/** What of a member a tag is compared with: what the channel calls it, or what its name tells. */
export const JOIN_BY = ['id or name', 'id', 'name', 'part'] as const;
export type JoinBy = (typeof JOIN_BY)[number];

/** One way from an outcome to a member. */
export interface JoinKey {
  readonly tag: TagLevel;
  readonly level: JoinLevel;
  readonly by: JoinBy;
  /** The part of the name, where it is compared by one. */
  readonly part: NamePart | null;
}

/** What happens to an outcome whose tag fits several members: it stays unmatched, or is split by what they had that day. */
export const SEVERAL = ['refuse', 'clicks', 'spend'] as const;
export type Several = (typeof SEVERAL)[number];

/** How the outcomes of a list reach the members that cost money: the first key that fits decides. */
export interface Joining {
  readonly keys: readonly JoinKey[];
  readonly several: Several;
}

/** By the ad they are tagged with, else by the campaign. */
export const USUAL_JOINING: Joining = {
  keys: [
    { tag: 'ad', level: 'ad', by: 'id or name', part: null },
    { tag: 'campaign', level: 'campaign', by: 'id or name', part: null },
  ],
  several: 'refuse',
};

/** The joinings of a client's lists that are not the usual one. */
export interface Joinings {
  readonly lists: readonly { readonly feed: number; readonly joining: Joining }[];
}

export const USUAL_JOININGS: Joinings = { lists: [] };

export const joiningOf = ({ lists }: Joinings, feed: number): Joining => lists.find((each) => each.feed === feed)?.joining ?? USUAL_JOINING;

/** What is wrong with a joining, in words; `told` are the parts that names of each level tell. */
export function joiningProblems({ keys }: Joining, told: (level: NamedLevel) => readonly NamePart[]): string[] {
  if (keys.length === 0) return ['Choose at least one key: without one nothing is matched.'];
  return keys.flatMap(({ by, part, level }, at) => {
    if (by !== 'part') return [];
    if (part === null) return [`Key ${at + 1}: choose the part of the name.`];
    if (level === 'keyword') return [`Key ${at + 1}: the names of keywords have no parts.`];
    return told(level).includes(part)
      ? []
      : [`Key ${at + 1}: no convention says where the ${part} stands in ${level} names. Describe it under Names.`];
  });
}

/** Levels from the campaign down, as a key may name them. */
export const isBelowCampaign = (level: JoinLevel): boolean => level !== 'campaign';
