import { CALLS, PLACES } from './formula';
import { nameKey, nameText } from './tokens';
import type { FormulaWords, Named } from './words';

/** Something that may be written at a place. */
export interface Completion {
  readonly label: string;
  /** What it is, in a sentence. */
  readonly note: string;
  /** What is written for it, instead of what stands there from `from` on. */
  readonly text: string;
  readonly kind: Named['kind'] | 'word';
}

export interface Completions {
  readonly from: number;
  readonly options: readonly Completion[];
}

/** The words of the language itself, with what each says. */
const LANGUAGE: readonly { readonly text: string; readonly note: string }[] = [
  { text: 'by click date', note: 'Counted on the day of the click: was that day’s spend good?' },
  { text: 'by sale date', note: 'Counted on the day it happened: what came in that week?' },
  { text: 'as claimed', note: 'As the channels claim it.' },
  { text: 'as ordered', note: 'As the orders count it.' },
  { text: 'as the site counts', note: 'As the site or a tracker counts it.' },
  { text: 'as credited', note: 'Shared among the touches before it: as credited by first touch over 30 days' },
  { text: 'within', note: 'Outcomes that came soon enough after the click: count of purchase within 14 days' },
  { text: 'where', note: 'Of some rows alone: spend where device is "phone" or "tablet"' },
  { text: 'when', note: 'when clicks >= 100 then … otherwise …' },
  { text: 'then', note: 'What holds if it is so.' },
  { text: 'otherwise', note: 'What holds if it is not.' },
  { text: 'and', note: 'Both are so.' },
  { text: 'or', note: 'One of them is so.' },
  { text: 'not', note: 'It is not so.' },
  { text: 'too little data', note: 'No figure, told as that.' },
];
const OF_FIGURES: Readonly<Record<string, string>> = {
  'smallest of': 'The smallest of some figures: smallest of (spend, 100)',
  'largest of': 'The largest of some figures: largest of (spend, 100)',
  rounded: 'Rounded to so many decimals: rounded (CPC, 2)',
  previous: 'The same in the days compared with, or the days before: previous (clicks)',
  cumulative: 'From the first of the days up to each one of a chart or of columns: cumulative (spend)',
  'share of total': 'Of the total’s, where it adds up: share of total (spend)',
  'share of parent': 'Of what it lies in, where it adds up: share of parent (spend)',
};

/** What may be meant where somebody writes: names that begin with, or hold, the words before that place. */
export function completionsOf(text: string, at: number, words: FormulaWords): Completions {
  const before = text.slice(0, at);
  const typed = /(?:[\p{L}\p{N}_’'-]+ *)*$/u.exec(before)?.[0] ?? '';
  const isOfOutcome = /\bof +[\p{L}’' -]*$/iu.test(typed) && !/\b(?:share|smallest|largest) of *$/iu.test(typed);
  const isFilter = /\bwhere +(?:[\p{L}’'-]+ ?)*$/iu.test(typed);
  const all = isFilter ? dimensions(words) : isOfOutcome ? outcomes(words) : [...names(words), ...language()];
  // The longest stretch of words before the place that something begins with.
  for (const stretch of stretchesOf(typed, isFilter ? 'where' : isOfOutcome ? 'of' : '')) {
    const key = nameKey(stretch);
    const found = all.filter(({ label }) => nameKey(label).startsWith(key)).toSorted((a, b) => a.label.length - b.label.length);
    const more = key.length < 2 ? [] : all.filter(({ label }) => !nameKey(label).startsWith(key) && nameKey(label).includes(` ${key}`));
    if (found.length + more.length > 0) return { from: at - stretch.length, options: [...found, ...more] };
  }
  return { from: at, options: typed === '' || / $/.test(typed) ? all : [] };
}

/** The last words of a text, more of them first. */
function stretchesOf(typed: string, behind: 'where' | 'of' | ''): string[] {
  const own = behind === '' ? typed : typed.replace(behind === 'of' ? /^.*\bof +/iu : /^.*\bwhere +/iu, '');
  const starts = [...own.matchAll(/\S+/g)].map(({ index }) => index);
  return starts.map((start) => own.slice(start)).filter((stretch) => stretch.trim() !== '');
}

const names = ({ known }: FormulaWords): Completion[] =>
  unique(
    known
      .filter(({ kind }) => kind !== 'outcome')
      .map(({ name, kind, definition }) => ({ label: name, note: definition, kind, text: kind === 'part' ? `${name} ` : nameText(name) })),
  );

const outcomes = ({ known }: FormulaWords): Completion[] =>
  known
    .filter(({ kind }) => kind === 'outcome')
    .map(({ name, kind, definition }) => ({ label: name, note: definition, kind, text: nameText(name) }));

const dimensions = ({ known }: FormulaWords): Completion[] =>
  known.flatMap(({ name, kind, definition }) =>
    kind === 'dimension' ? [{ label: name, note: definition, kind, text: `${nameText(name)} is "` }] : [],
  );

const language = (): Completion[] => [
  ...LANGUAGE.map(({ text, note }): Completion => ({ label: text, note, text, kind: 'word' })),
  ...[...CALLS, ...PLACES].map((name): Completion => ({ label: name, note: OF_FIGURES[name] ?? '', text: `${name} (`, kind: 'word' })),
];

const unique = (all: readonly Completion[]): Completion[] =>
  [...new Map(all.toReversed().map((each) => [nameKey(each.label), each])).values()].toReversed();
