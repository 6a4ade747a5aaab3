import { ADDING_CHOICES, UNIT_CHOICES } from './word-form';
import { type Measure, ownWord, type OwnWords, type Vocabulary, type Word } from '@lens/core';

export interface WordLine {
  readonly id: string;
  readonly label: string;
  /** What it is, in words. */
  readonly about: string;
  readonly definition: string;
  /** Feeds that speak of it. */
  readonly uses: readonly string[];
  /** The word of the client's own; null for a built-in one. */
  readonly own: Word | null;
}

export interface WordGroup {
  readonly title: string;
  readonly lines: readonly WordLine[];
}

/** All words of a client by kind, its own first, with what each is and which feeds speak of it. */
export function wordsView(
  vocabulary: Vocabulary,
  uses: readonly { readonly id: string; readonly feeds: readonly string[] }[],
): WordGroup[] {
  const { own, measures, outcomes, dimensions } = vocabulary;
  const line = (id: string, label: string, about: string, definition = ''): WordLine => ({
    ...{ id, label, about, definition },
    uses: uses.find((each) => each.id === id)?.feeds ?? [],
    own: ownWord(own, id) ?? null,
  });
  const outcomeAbout = (after: string | null | undefined): string =>
    after === null || after === undefined ? '' : `follows ${vocabulary.outcome(after).label.toLowerCase()}`;
  return [
    {
      title: 'Measures',
      lines: ownFirst(measures.map((each) => line(each.id, each.label, measureAbout(each, vocabulary), each.definition))),
    },
    { title: 'Outcomes', lines: ownFirst(outcomes.map((each) => line(each.id, each.label, outcomeAbout(each.after)))) },
    { title: 'Dimensions', lines: ownFirst(dimensions.map((each) => line(each.id, each.label, ''))) },
  ];
}

const ownFirst = (lines: readonly WordLine[]): WordLine[] => [...lines].sort((a, b) => Number(b.own !== null) - Number(a.own !== null));

function measureAbout({ unit, adding, weight }: Measure, { measure }: Vocabulary): string {
  if (typeof unit === 'object') return `a grade: ${unit.grades.join(', ')}`;
  const what = UNIT_CHOICES.find(({ value }) => value === unit)?.label ?? unit;
  const how = ADDING_CHOICES.find(({ value }) => value === adding)?.label ?? adding;
  return `${what}, ${how}${weight === undefined ? '' : ` weighted by ${measure(weight).name}`}`;
}

/** Words that one may become: of the same kind, a measure of the same unit and way of adding. */
export function joinChoices({ kind, word }: Word, vocabulary: Vocabulary): { readonly id: string; readonly label: string }[] {
  const words = { measure: vocabulary.measures, outcome: vocabulary.outcomes, dimension: vocabulary.dimensions }[kind];
  const isAlike = (id: string): boolean => {
    if (kind !== 'measure') return true;
    const other = vocabulary.measure(id);
    return other.adding === word.adding && other.weight === word.weight && JSON.stringify(other.unit) === JSON.stringify(word.unit);
  };
  return words.filter(({ id }) => id !== word.id && isAlike(id)).map(({ id, label }) => ({ id, label }));
}

/** Outcomes that count as results or could, built-in sets aside. */
export const resultChoices = ({ outcomes }: Vocabulary, own: OwnWords, hasSet: (id: string) => boolean) =>
  outcomes.filter(({ id }) => !hasSet(id)).map(({ id, label }) => ({ id, label, isMain: own.main.includes(id) }));
