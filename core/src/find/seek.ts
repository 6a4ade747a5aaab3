import uFuzzy from '@leeoniya/ufuzzy';

/** Names ready to be looked through: letters without accents. */
export type Haystack = string[];

export interface Found {
  /** Places in the haystack, the best first. */
  readonly best: readonly number[];
  /** How many match in all. */
  readonly count: number;
}

/** What stands between words. Said as what letters are not: a class of all letters there are takes 40 ms to be made ready for each word. */
const SIGNS = '\\x00-&(-/:-@\\[-`{-\\xbf\\u2000-\\u206f\\u3000-\\u303f';
/** A letter too many, too few, another or two exchanged in a word is forgiven; names of any alphabet are split into words. */
const fuzzy = new uFuzzy({
  // Its enum is declared and nowhere there to be imported: single errors.
  intraMode: 1,
  interSplit: `[${SIGNS}]+`,
  interBound: `[${SIGNS}]`,
  intraChars: `[^${SIGNS}]`,
});

const BETWEEN_WORDS = new RegExp(`[${SIGNS}]+`, 'g');

/** Words in any order, up to so many: each order is tried. */
const MOST_WORDS_TURNED = 3;
/** More matches than these are not compared with each other: who sees them writes on. */
const MOST_COMPARED = 1000;

export const haystackOf = (names: readonly string[]): Haystack => uFuzzy.latinize([...names]);

/** The names that somebody may mean who types so, the best first; none for nothing typed. */
export function seek(haystack: Haystack, typed: string, most: number): Found {
  const needle = wordsOf(typed);
  if (needle === '') return { best: [], count: 0 };
  const [places, info, order] = fuzzy.search(haystack, needle, MOST_WORDS_TURNED, MOST_COMPARED);
  if (!places) return { best: [], count: 0 };
  const best = info ? order.flatMap((at) => info.idx[at] ?? []) : beginningFirst(places, haystack, needle);
  return { best: best.slice(0, most), count: places.length };
}

/** The library reads signs before words as leaving out and quotes as exact: here they are signs of names. */
const wordsOf = (typed: string): string => uFuzzy.latinize(typed).replace(BETWEEN_WORDS, ' ').trim();

function beginningFirst(places: readonly number[], haystack: Haystack, needle: string): number[] {
  const begins = (at: number): boolean => haystack[at]?.toLowerCase().startsWith(needle.toLowerCase()) ?? false;
  return [...places.filter(begins), ...places.filter((at) => !begins(at))];
}
