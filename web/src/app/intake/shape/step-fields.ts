import { ADDRESS_PARTS, CELL_TESTS, isNumberTest, LETTER_CASES, needsValue, type Step, type StepKind } from '@lens/core';

interface OfField {
  readonly key: string;
  readonly label: string;
  readonly hint?: string;
  /** Whether the step has to be told this; all where undefined. */
  readonly when?: (step: Step) => boolean;
}

/** One thing to fill in of a step. */
export type StepField =
  | (OfField & { readonly kind: 'column' | 'columns' | 'text' | 'check' | 'names' | 'pairs' })
  | (OfField & { readonly kind: 'choice'; readonly choices: readonly { readonly value: string; readonly label: string }[] });

const column = (label = 'Column'): StepField => ({ kind: 'column', key: 'column', label });
const columns = (label = 'Columns', key = 'columns'): StepField => ({ kind: 'columns', key, label });
const to = (label = 'Into the column', hint = 'a new name, or one that is there'): StepField => ({ kind: 'text', key: 'to', label, hint });
const choices = (values: readonly string[], label: (value: string) => string = (value) => value) =>
  values.map((value) => ({ value, label: label(value) }));

const PARTS: Readonly<Record<string, string>> = {
  host: 'host, such as shop.example',
  path: 'path, such as /sampler',
  parameter: 'parameter or tag',
};
const CASES: Readonly<Record<string, string>> = { lower: 'small letters', upper: 'CAPITALS', capitals: 'First Letters Large' };

/** What to fill in for each kind of step, in order. */
export const STEP_FIELDS: Readonly<Record<StepKind, readonly StepField[]>> = {
  hide: [columns()],
  rename: [column(), to('New name', '')],
  keep: [
    column(),
    { kind: 'choice', key: 'test', label: 'Test', choices: choices(CELL_TESTS) },
    { kind: 'text', key: 'value', label: 'Text', when: (step) => step.do === 'keep' && !isNumberTest(step.test) && needsValue(step.test) },
    {
      kind: 'text',
      key: 'value',
      label: 'Number',
      hint: 'such as 1200 or 0.5',
      when: (step) => step.do === 'keep' && isNumberTest(step.test),
    },
  ],
  split: [
    column(),
    { kind: 'text', key: 'at', label: 'At', hint: 'a text between the parts, or a pattern' },
    { kind: 'check', key: 'isPattern', label: 'It is a pattern; its (groups) are the parts' },
    { kind: 'names', key: 'into', label: 'Into columns', hint: 'names with commas between' },
  ],
  address: [
    column(),
    { kind: 'choice', key: 'part', label: 'Part', choices: choices(ADDRESS_PARTS, (part) => PARTS[part] ?? part) },
    { kind: 'text', key: 'parameter', label: 'Its name', when: (step) => step.do === 'address' && step.part === 'parameter' },
    to(),
  ],
  'look up': [
    column(),
    { kind: 'pairs', key: 'table', label: 'Table', hint: 'a line each: what to find, a tab or =, what to put' },
    {
      kind: 'choice',
      key: 'otherwise',
      label: 'What it does not have',
      choices: [
        { value: 'keep', label: 'stays as it is' },
        { value: 'empty', label: 'becomes empty' },
      ],
    },
    to(),
  ],
  combine: [columns(), { kind: 'text', key: 'between', label: 'Between them' }, to()],
  replace: [
    column(),
    { kind: 'text', key: 'find', label: 'Find' },
    { kind: 'check', key: 'isPattern', label: 'It is a pattern' },
    { kind: 'text', key: 'with', label: 'Put', hint: 'nothing takes it out' },
  ],
  constant: [{ kind: 'text', key: 'value', label: 'Text', hint: 'such as the name of the one campaign the file is of' }, to()],
  trim: [columns()],
  case: [column(), { kind: 'choice', key: 'to', label: 'Into', choices: choices(LETTER_CASES, (each) => CASES[each] ?? each) }],
  'columns to rows': [
    columns('Columns that stay', 'stay'),
    { kind: 'text', key: 'name', label: 'Their names go to', hint: 'a new column' },
    { kind: 'text', key: 'value', label: 'Their cells go to', hint: 'a new column' },
  ],
  'rows to columns': [
    { kind: 'column', key: 'name', label: 'Column of the names' },
    { kind: 'column', key: 'value', label: 'Column of the values' },
    { kind: 'names', key: 'names', label: 'Names', hint: 'those of the first rows are filled in' },
  ],
};

/** A table of two columns as it is pasted: from a sheet with a tab, or written with "=". */
export function readPairs(text: string): (readonly [string, string])[] {
  return text.split('\n').flatMap((line) => {
    const at = line.includes('\t') ? line.indexOf('\t') : line.indexOf('=');
    return line.trim() === '' || at < 0 ? [] : [[line.slice(0, at).trim(), line.slice(at + 1).trim()] as const];
  });
}

export const writePairs = (table: readonly (readonly [string, string])[]): string =>
  table.map(([from, put]) => `${from} = ${put}`).join('\n');

export const readNames = (text: string): string[] =>
  text
    .split(',')
    .map((name) => name.trim())
    .filter((name) => name !== '');

/** A step with one of its things filled in anew. Choosing the column of the names fills in those of the first rows. */
export function filledIn(
  step: Step,
  field: StepField,
  value: unknown,
  found: { headers: readonly string[]; rows: readonly (readonly string[])[] },
): Step {
  const next = { ...step, [field.key]: value };
  if (next.do !== 'rows to columns' || field.key !== 'name') return next;
  const at = found.headers.indexOf(next.name);
  return { ...next, names: [...new Set(found.rows.map((row) => row[at] ?? '').filter((name) => name !== ''))].slice(0, 40) };
}
