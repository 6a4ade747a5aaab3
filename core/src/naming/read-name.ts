import { compileTest, foldText } from '../text/text-test';
import { NAME_PARTS, type NamePart } from '../measure/name-part';
import type { Convention, NamedLevel, Naming } from './convention';

export type NameParts = Readonly<Partial<Record<NamePart, string>>>;

export const NAME_STATES = ['follows', 'corrected', 'broken'] as const;
export type NameState = (typeof NAME_STATES)[number];

/** What a name tells: by the convention, by a rule that corrects it, or why it tells nothing. */
export interface ReadName {
  readonly state: NameState;
  readonly parts: NameParts;
  /** What is wrong with the name, also where a rule corrects it; empty where it follows. */
  readonly problem: string;
}

/** Makes a client's naming ready for the names of one level; undefined where nothing is said about it. */
export function nameReader(naming: Naming, level: NamedLevel): ((name: string) => ReadName) | undefined {
  const convention = naming.conventions.find((each) => each.level === level);
  const rules = naming.rules.filter((rule) => rule.level === level).map((rule) => ({ passes: compileTest(rule), parts: told(rule.parts) }));
  if (!convention && rules.length === 0) return undefined;
  const read = convention ? conventionReader(convention) : (): Parsed => ({ parts: {}, problem: 'No convention says how it is built.' });
  return (name) => {
    const { parts, problem } = read(name);
    const rule = rules.find(({ passes }) => passes(name));
    if (rule) return { state: 'corrected', parts: { ...parts, ...rule.parts }, problem };
    return { state: problem === '' ? 'follows' : 'broken', parts, problem };
  };
}

const told = (parts: NameParts): NameParts =>
  Object.fromEntries(NAME_PARTS.flatMap((part) => ((parts[part] ?? '').trim() === '' ? [] : [[part, (parts[part] ?? '').trim()]])));

interface Parsed {
  readonly parts: NameParts;
  readonly problem: string;
}

/** A name that breaks the convention tells nothing: a part read from the wrong place would be believed. */
function conventionReader({ separator, parts }: Convention): (name: string) => Parsed {
  const least = parts.filter(({ optional }) => !optional).length;
  const places = parts.map(({ words, ...part }) => ({ ...part, words: new Map(words.map((word) => [foldText(word), word.trim()])) }));
  return (name) => {
    const texts = name.split(separator).map((text) => text.trim());
    if (texts.length < least || texts.length > parts.length)
      return broken(`It has ${count(texts.length)}, not ${range(least, parts.length)}.`);
    const empty = texts.indexOf('');
    if (empty >= 0) return broken(`Its part ${empty + 1} is empty.`);
    return fit(texts, places);
  };
}

interface Place {
  readonly part: NamePart | null;
  readonly optional: boolean;
  readonly words: ReadonlyMap<string, string>;
}

/** Fits texts to places in order, leaving out only what may be missing; where several ways fit, the fullest first part wins. */
function fit(texts: readonly string[], places: readonly Place[]): Parsed {
  let furthest = { at: -1, problem: '' };
  const miss = (at: number, problem: string, isSure = true): undefined => {
    if (at > furthest.at || (at === furthest.at && isSure)) furthest = { at, problem };
    return undefined;
  };
  // Each way on from a text and a place is tried once, however many ways lead there.
  const tried = new Set<number>();
  const from = (text: number, place: number): NameParts | undefined => {
    const way = text * (places.length + 1) + place;
    if (tried.has(way)) return undefined;
    tried.add(way);
    const [word, of] = [texts[text], places[place]];
    if (word === undefined) return places.slice(place).every(({ optional }) => optional) ? {} : undefined;
    if (!of) {
      miss(text, `“${word}” is left over.`);
      return undefined;
    }
    const read = of.words.size > 0 ? of.words.get(foldText(word)) : foldText(word);
    const rest = read === undefined ? undefined : from(text + 1, place + 1);
    if (rest) return of.part === null || read === undefined ? rest : { [of.part]: read, ...rest };
    if (read === undefined) miss(text, `“${word}” is no ${of.part ?? 'word'} of part ${place + 1}.`, !of.optional);
    return of.optional ? from(text, place + 1) : undefined;
  };
  const parts = from(0, 0);
  return parts ? { parts, problem: '' } : broken(furthest.problem || 'Its parts do not fit.');
}

const broken = (problem: string): Parsed => ({ parts: {}, problem });
const count = (parts: number): string => (parts === 1 ? '1 part' : `${parts} parts`);
const range = (least: number, most: number): string => (least === most ? String(most) : `${least} to ${most}`);
