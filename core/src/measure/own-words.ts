import type { Dimension } from './dimension';
import { ADDINGS, type Measure } from './measure';
import type { Outcome, OutcomeId } from './outcome';
import type { Vocabulary } from './vocabulary';

/** Words for what data can say. */
export interface Words {
  readonly measures: readonly Measure[];
  readonly outcomes: readonly Outcome[];
  readonly dimensions: readonly Dimension[];
}

/** What a client has added to the words everybody has. */
export interface OwnWords extends Words {
  /** Outcomes that count as a result beside the one of the client's metric set; the others are only watched. */
  readonly main: readonly OutcomeId[];
  /** Words that became one with another: the id of each with that of the other. What was imported as it is read as the other. */
  readonly joined: Readonly<Record<string, string>>;
}

export const NO_OWN_WORDS: OwnWords = { measures: [], outcomes: [], dimensions: [], main: [], joined: {} };

/** The words of several clients; those of one id are the first one's. */
export function wordsTogether(all: readonly OwnWords[]): OwnWords {
  const first = <W extends { readonly id: string }>(words: readonly W[]): W[] =>
    [...new Map(words.toReversed().map((word) => [word.id, word])).values()].toReversed();
  return {
    measures: first(all.flatMap(({ measures }) => measures)),
    outcomes: first(all.flatMap(({ outcomes }) => outcomes)),
    dimensions: first(all.flatMap(({ dimensions }) => dimensions)),
    main: [...new Set(all.flatMap(({ main }) => main))],
    joined: Object.assign({}, ...all.map(({ joined }) => joined).toReversed()) as OwnWords['joined'],
  };
}

export const WORD_KINDS = ['measure', 'outcome', 'dimension'] as const;
/** A word with what kind it is of. */
export type Word =
  | { readonly kind: 'measure'; readonly word: Measure }
  | { readonly kind: 'outcome'; readonly word: Outcome }
  | { readonly kind: 'dimension'; readonly word: Dimension };
export type WordKind = Word['kind'];

/** The own word of an id, undefined where there is none. */
export function ownWord(own: OwnWords, id: string): Word | undefined {
  const measure = own.measures.find((each) => each.id === id);
  if (measure) return { kind: 'measure', word: measure };
  const outcome = own.outcomes.find((each) => each.id === id);
  if (outcome) return { kind: 'outcome', word: outcome };
  const dimension = own.dimensions.find((each) => each.id === id);
  return dimension && { kind: 'dimension', word: dimension };
}

/** The words with one more, or with one of the same id in another form. */
export function withWord(own: OwnWords, { kind, word }: Word): OwnWords {
  const put = <W extends { readonly id: string }>(words: readonly W[], one: W): readonly W[] =>
    words.some(({ id }) => id === one.id) ? words.map((each) => (each.id === one.id ? one : each)) : [...words, one];
  switch (kind) {
    case 'measure':
      return { ...own, measures: put(own.measures, word) };
    case 'outcome':
      return { ...own, outcomes: put(own.outcomes, word) };
    case 'dimension':
      return { ...own, dimensions: put(own.dimensions, word) };
  }
}

/** The words without one of them. */
export function withoutWord(own: OwnWords, id: string): OwnWords {
  const others = <W extends { readonly id: string }>(words: readonly W[]): readonly W[] => words.filter((each) => each.id !== id);
  return {
    ...own,
    measures: others(own.measures),
    outcomes: others(own.outcomes).map((each) => (each.after === id ? { ...each, after: null } : each)),
    dimensions: others(own.dimensions),
    main: own.main.filter((each) => each !== id),
  };
}

/** The words with one become another: its id is read as the other's from now on, and so are those that had become it before. */
export function withJoined(own: OwnWords, from: string, into: string): OwnWords {
  const joined = Object.fromEntries(Object.entries(own.joined).map(([id, other]) => [id, other === from ? into : other]));
  const left = withoutWord(own, from);
  const measures = left.measures.map((each) => (each.weight === from ? { ...each, weight: into } : each));
  return { ...left, measures, joined: { ...joined, [from]: into } };
}

/** What is wrong with a word that is new or has changed, in words for a person; empty where it can be used. */
export function wordProblems({ kind, word }: Word, vocabulary: Vocabulary): string[] {
  const label = word.label.trim().toLowerCase();
  const taken = namesOf(vocabulary).find((each) => each.id !== word.id && each.names.includes(label));
  const problems = taken
    ? [
        `There is already ${taken.kind === 'outcome' ? 'an' : 'a'} ${taken.kind} called “${word.label.trim()}”. Map the column to that, or choose another name.`,
      ]
    : [];
  if (kind === 'measure') return [...problems, ...measureProblems(word, vocabulary)];
  const follows = kind === 'outcome' ? (word.after ?? null) : null;
  const isLost = follows !== null && (follows === word.id || !vocabulary.has.outcome(follows));
  return isLost ? [...problems, 'What it follows in the funnel is no other outcome of this client.'] : problems;
}

function namesOf({ measures, outcomes, dimensions }: Vocabulary): { kind: WordKind; id: string; names: string[] }[] {
  const lower = (...names: string[]): string[] => names.map((name) => name.toLowerCase());
  return [
    ...measures.map(({ id, name, label }) => ({ kind: 'measure' as const, id, names: lower(name, label) })),
    ...outcomes.map(({ id, name, label }) => ({ kind: 'outcome' as const, id, names: lower(name, label) })),
    ...dimensions.map(({ id, label }) => ({ kind: 'dimension' as const, id, names: lower(label) })),
  ];
}

/** A way of adding asks for a unit that can be added so. */
function measureProblems({ id, label, adding, unit, weight }: Measure, { has, measure }: Vocabulary): string[] {
  if (!ADDINGS.includes(adding)) return [`“${label}” does not say how it adds.`];
  const isGraded = typeof unit === 'object';
  if (isGraded !== (adding === 'ordered')) return ['Grades have an order, and only grades: choose both or neither.'];
  if (isGraded) {
    const names = unit.grades.map((grade) => grade.trim().toLowerCase());
    return new Set(names).size === names.length ? [] : ['Two grades have the same name.'];
  }
  if (['people', 'trailing', 'competing'].includes(adding) && unit !== 'count')
    return ['People and auctions are counted: choose “count” as its unit.'];
  if (adding !== 'weighted' && (unit === 'share' || unit === 'ratio'))
    return ['Shares and ratios cannot be added up: choose by what it is weighted, or map the two numbers it is made of.'];
  if (adding !== 'weighted') return [];
  if (weight === undefined || weight === id || !has.measure(weight)) return ['An average needs the measure it is weighted by.'];
  return measure(weight).adding === 'adds'
    ? []
    : [`An average cannot be weighted by ${measure(weight).name}, which does not add up itself.`];
}
