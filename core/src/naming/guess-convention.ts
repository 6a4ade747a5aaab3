import { foldText } from '../text/text-test';
import type { NamePart } from '../measure/name-part';
import type { Convention, ConventionPart, NamedLevel } from './convention';

const SEPARATORS = ['_', ' | ', '|', ' - ', ' / ', '/', ' · ', '-'] as const;

/** Words by which a part is known. */
const KNOWN: readonly (readonly [NamePart, readonly string[]])[] = [
  ['stage', ['new', 'prospecting', 'known', 'returning', 'remarketing', 'retargeting', 'customers', 'existing', 'loyal', 'awareness']],
  [
    'place',
    [
      'uk',
      'gb',
      'us',
      'usa',
      'de',
      'fr',
      'es',
      'pt',
      'ie',
      'eu',
      'at',
      'ch',
      'it',
      'nl',
      'world',
      'intl',
      'north',
      'south',
      'east',
      'west',
    ],
  ],
  ['format', ['video', 'image', 'carousel', 'text', 'shorts', 'story', 'banner', 'display', 'static']],
];

/** Words that are few enough to be a list. */
const MOST_WORDS = 12;
const ENOUGH = 0.4;

/**
 * A convention that most of the names of a level seem to follow, to be corrected by a person, or
 * undefined where no separator cuts enough of them into the same number of parts.
 */
export function guessConvention(level: NamedLevel, names: readonly string[]): Convention | undefined {
  const [best] = SEPARATORS.map((separator) => ({ separator, ...commonCut(names, separator) }))
    .filter(({ parts, share }) => parts > 1 && share >= ENOUGH)
    .sort((a, b) => b.share - a.share || b.parts - a.parts);
  if (!best) return undefined;
  // A name with an empty part breaks any convention: it is no model of one.
  const cut = names.map((name) => name.split(best.separator).map(foldText)).filter((texts) => !texts.includes(''));
  const whole = cut.filter((texts) => texts.length === best.parts);
  const taken = new Set<NamePart>();
  const parts =
    whole[0]?.map((_, at) =>
      partOf(
        whole.map((texts) => texts[at] ?? ''),
        taken,
      ),
    ) ?? [];
  const more = extraPart(
    parts,
    cut.filter((texts) => texts.length === best.parts + 1),
    taken,
  );
  return { level, separator: best.separator, parts: more ? parts.toSpliced(more.at, 0, more.part) : parts };
}

/** A part by the words that stand in one place. */
function partOf(texts: readonly string[], taken: Set<NamePart>): ConventionPart {
  const words = [...new Set(texts)].sort();
  const part =
    KNOWN.find(([name, known]) => !taken.has(name) && words.filter((word) => known.includes(word)).length * 2 >= words.length)?.[0] ?? null;
  if (part) taken.add(part);
  return { part, words: words.length <= MOST_WORDS && words.length * 2 <= texts.length ? words : [], optional: false };
}

/** The place of a part that only some names have: the one without which their other parts are where they should be. */
function extraPart(
  parts: readonly ConventionPart[],
  longer: readonly (readonly string[])[],
  taken: Set<NamePart>,
): { at: number; part: ConventionPart } | undefined {
  if (longer.length < 2) return undefined;
  const fits = (texts: readonly string[], without: number): boolean =>
    texts.toSpliced(without, 1).every((text, at) => parts[at]?.words.length === 0 || parts[at]?.words.includes(text) === true);
  const [best] = [...parts.keys(), parts.length]
    .map((at) => ({ at, names: longer.filter((texts) => fits(texts, at)) }))
    .sort((a, b) => b.names.length - a.names.length || b.at - a.at);
  if (!best || best.names.length < 2) return undefined;
  const texts = best.names.map((each) => each[best.at] ?? '');
  return { at: best.at, part: { ...partOf(texts, taken), words: [...new Set(texts)].sort(), optional: true } };
}

/** The number of parts a separator cuts most names into, and the share of names that is. */
function commonCut(names: readonly string[], separator: string): { parts: number; share: number } {
  const times = new Map<number, number>();
  for (const name of names) {
    const texts = name.split(separator).map(foldText);
    if (!texts.includes('')) times.set(texts.length, (times.get(texts.length) ?? 0) + 1);
  }
  const [parts, most] = [...times].sort((a, b) => b[1] - a[1] || a[0] - b[0])[0] ?? [1, 0];
  return { parts, share: names.length === 0 ? 0 : most / names.length };
}
