import type { Joined, Tags } from './joiner';

/** Outcomes that carry the same tags: how many rows, how many outcomes, and their value in whole units, null where they have none. */
export interface TaggedOutcome extends Tags {
  readonly rows: number;
  readonly count: number;
  readonly value: number | null;
}

export interface JoinSum {
  readonly rows: number;
  readonly count: number;
  readonly value: number;
}

/** Tags that lead to no member, or to several, with what carries them. */
export interface LooseTags extends JoinSum {
  readonly tags: Tags;
  /** How many members they fit: 0 or several. */
  readonly fits: number;
}

/** What a joining makes of outcomes: before = matched by each key + several + none, always. */
export interface JoinResult {
  readonly before: JoinSum;
  readonly matched: readonly JoinSum[];
  readonly several: JoinSum;
  readonly none: JoinSum;
  /** The worst first. */
  readonly loose: readonly LooseTags[];
  /** Members that outcomes lead to. */
  readonly reached: ReadonlySet<number>;
}

const NOTHING: JoinSum = { rows: 0, count: 0, value: 0 };
const plus = (sum: JoinSum, { rows, count, value }: TaggedOutcome): JoinSum => ({
  rows: sum.rows + rows,
  count: sum.count + count,
  value: sum.value + (value ?? 0),
});

/** Tries a joining on outcomes, of which `keys` is the number of its keys. */
export function tryJoining(outcomes: Iterable<TaggedOutcome>, join: (tags: Tags) => Joined, keys: number): JoinResult {
  const matched = Array.from({ length: keys }, () => NOTHING);
  let [before, several, none] = [NOTHING, NOTHING, NOTHING];
  const loose = new Map<string, LooseTags>();
  const reached = new Set<number>();
  for (const outcome of outcomes) {
    const { key, members } = join(outcome);
    before = plus(before, outcome);
    for (const member of members) reached.add(member);
    if (members.length === 1) {
      matched[key] = plus(matched[key] ?? NOTHING, outcome);
      continue;
    }
    if (members.length > 1) several = plus(several, outcome);
    else none = plus(none, outcome);
    const { campaign, ad, keyword, link } = outcome;
    const text = JSON.stringify([campaign, ad, keyword, link]);
    const known = loose.get(text);
    loose.set(text, { tags: { campaign, ad, keyword, link }, fits: members.length, ...plus(known ?? NOTHING, outcome) });
  }
  return {
    before,
    matched,
    several,
    none,
    loose: [...loose.values()].sort((a, b) => b.value - a.value || b.count - a.count),
    reached,
  };
}
