import type { NewWord } from '@lens/contract';
import type { Adding, Measure, Unit, Word, WordKind } from '@lens/core';

/** Units a measure of one's own can have, and what each is. */
export const UNIT_CHOICES = [
  { value: 'count', label: 'a number of things' },
  { value: 'money', label: 'money' },
  { value: 'seconds', label: 'a length of time' },
  { value: 'share', label: 'a share, in per cent' },
  { value: 'number', label: 'another number' },
  { value: 'grades', label: 'a grade of an order' },
] as const;
export type UnitChoice = (typeof UNIT_CHOICES)[number]['value'];

/** Ways of adding, as questions of what two rows make together. */
export const ADDING_CHOICES: readonly { readonly value: Adding; readonly label: string; readonly note: string }[] = [
  { value: 'adds', label: 'adds up', note: 'Two days or two campaigns together have the sum.' },
  { value: 'weighted', label: 'is an average', note: 'Told beside its weight; together they have the weighted average.' },
  { value: 'people', label: 'counts people', note: 'The same ones may be in both: at least the larger, at most the sum.' },
  { value: 'trailing', label: 'counts people of some days up to its own', note: 'Of several days the last counts; of members, as people.' },
  { value: 'competing', label: 'counts chances', note: 'Days add up; members may compete for the same ones.' },
  { value: 'setting', label: 'is a state of a day', note: 'Like a bid: over days and members the range is told.' },
  { value: 'ordered', label: 'is a grade', note: 'Never averaged: over days and members the range is told.' },
];

/** What a person fills in for a word. */
export interface WordFields {
  readonly kind: WordKind;
  readonly label: string;
  /** One of them, of an outcome. */
  readonly name: string;
  readonly unit: UnitChoice;
  readonly grades: string;
  readonly adding: Adding;
  readonly weight: string;
  readonly better: Measure['better'];
  readonly after: string;
  readonly definition: string;
  readonly headers: string;
}

const list = (text: string): string[] => [
  ...new Set(
    text
      .split(',')
      .map((part) => part.trim())
      .filter((part) => part !== ''),
  ),
];
const words = (text: string): string[] => list(text).map((word) => word.toLowerCase());

/** Ways of adding that go with a unit; the first is the likeliest. */
export function addingsOf(unit: UnitChoice): readonly Adding[] {
  if (unit === 'grades') return ['ordered'];
  if (unit === 'share') return ['weighted', 'setting'];
  return unit === 'count' ? ['adds', 'people', 'trailing', 'weighted', 'competing', 'setting'] : ['adds', 'weighted', 'setting'];
}

/** The word that fields describe. */
export function wordOf(fields: WordFields): NewWord {
  const label = fields.label.trim();
  const headers = words(fields.headers);
  switch (fields.kind) {
    case 'dimension':
      return { kind: 'dimension', word: { label, headers } };
    case 'outcome':
      return { kind: 'outcome', word: { label, name: fields.name.trim() || label.toLowerCase(), after: fields.after || null, headers } };
    case 'measure': {
      const unit: Unit = fields.unit === 'grades' ? { grades: list(fields.grades) } : fields.unit;
      return {
        kind: 'measure',
        word: {
          label,
          name: label,
          unit,
          adding: fields.adding,
          ...(fields.adding === 'weighted' ? { weight: fields.weight } : {}),
          better: fields.better,
          definition: fields.definition.trim(),
          headers,
        },
      };
    }
  }
}

/** The fields of a word there is, or of one for a column with this header and these cells. */
export function fieldsOf(known: Word | null, column: { readonly header: string; readonly cells: readonly string[] }): WordFields {
  const fresh: WordFields = {
    ...{ kind: 'measure', label: labelOf(column.header), name: '', grades: '', weight: 'impressions', better: 'higher' },
    ...{ after: '', definition: '', headers: column.header.trim().toLowerCase(), ...likeliest(column.cells) },
  };
  if (!known) return fresh;
  const { kind, word } = known;
  const common = { ...fresh, kind, label: word.label, headers: word.headers.join(', ') };
  if (kind === 'dimension') return common;
  if (kind === 'outcome') return { ...common, name: word.name, after: word.after ?? '' };
  const graded = typeof word.unit === 'object';
  return {
    ...common,
    unit: graded ? 'grades' : (word.unit as UnitChoice),
    grades: graded ? word.unit.grades.join(', ') : '',
    adding: word.adding,
    weight: word.weight ?? 'impressions',
    better: word.better,
    definition: word.definition,
  };
}

const labelOf = (header: string): string => {
  const text = header.replace(/[_\s]+/g, ' ').trim();
  return text.slice(0, 1).toUpperCase() + text.slice(1);
};

/** What the cells of a column look like. */
function likeliest(cells: readonly string[]): Pick<WordFields, 'unit' | 'adding'> & Partial<WordFields> {
  const filled = cells.filter((cell) => cell.trim() !== '');
  const all = (pattern: RegExp): boolean => filled.length > 0 && filled.every((cell) => pattern.test(cell.trim()));
  if (all(/%$/)) return { unit: 'share', adding: 'weighted' };
  if (all(/^\d+:\d{2}/)) return { unit: 'seconds', adding: 'weighted' };
  if (all(/\p{Sc}/u)) return { unit: 'money', adding: 'adds' };
  if (filled.length > 0 && filled.every((cell) => !/\d/.test(cell))) return { kind: 'dimension', unit: 'count', adding: 'adds' };
  return { unit: 'count', adding: 'adds' };
}
