import { NUMBER_TESTS, type NumberTestName } from '../text/number-test';
import { TEXT_TESTS, type TextTestName } from '../text/text-test';

export const ADDRESS_PARTS = ['host', 'path', 'parameter'] as const;
export type AddressPart = (typeof ADDRESS_PARTS)[number];
export const LETTER_CASES = ['lower', 'upper', 'capitals'] as const;
/** How a row's cell can be tested. */
export const CELL_TESTS = [...TEXT_TESTS, ...NUMBER_TESTS] as const;
export type LetterCase = (typeof LETTER_CASES)[number];

/** What becomes of texts that a look-up table does not have. */
export const UNKNOWNS = ['keep', 'empty'] as const;
export type Unknown = (typeof UNKNOWNS)[number];

/** One change to a table on its way in. Columns are named as they stand at that step. */
export type Step =
  | { readonly do: 'hide'; readonly columns: readonly string[] }
  | { readonly do: 'rename'; readonly column: string; readonly to: string }
  /** Keeps only rows whose cell passes the test. */
  | { readonly do: 'keep'; readonly column: string; readonly test: TextTestName | NumberTestName; readonly value: string }
  /** Cuts a cell at a text, the rest staying with the last part, or takes the groups of a pattern. */
  | { readonly do: 'split'; readonly column: string; readonly at: string; readonly isPattern: boolean; readonly into: readonly string[] }
  | {
      readonly do: 'address';
      readonly column: string;
      readonly part: AddressPart;
      /** Name of the parameter, for that part. */
      readonly parameter: string;
      readonly to: string;
    }
  /** Puts what a table says in the place of what a cell says. */
  | {
      readonly do: 'look up';
      readonly column: string;
      readonly table: readonly (readonly [from: string, to: string])[];
      readonly otherwise: Unknown;
      readonly to: string;
    }
  | { readonly do: 'combine'; readonly columns: readonly string[]; readonly between: string; readonly to: string }
  | { readonly do: 'replace'; readonly column: string; readonly find: string; readonly with: string; readonly isPattern: boolean }
  /** A column with the same text in every row: the campaign a file is of, say. */
  | { readonly do: 'constant'; readonly value: string; readonly to: string }
  | { readonly do: 'trim'; readonly columns: readonly string[] }
  | { readonly do: 'case'; readonly column: string; readonly to: LetterCase }
  /** Every column but those that stay becomes rows: its name in one column, its cell in another. */
  | { readonly do: 'columns to rows'; readonly stay: readonly string[]; readonly name: string; readonly value: string }
  /** Names that stand in rows (clicks, spend …) become columns. */
  | { readonly do: 'rows to columns'; readonly name: string; readonly value: string; readonly names: readonly string[] };

export type StepKind = Step['do'];

/** Every step in the order a person looks for them. */
export const STEP_KINDS = [
  'hide',
  'rename',
  'keep',
  'split',
  'address',
  'look up',
  'combine',
  'replace',
  'constant',
  'trim',
  'case',
  'columns to rows',
  'rows to columns',
] as const satisfies readonly StepKind[];

const list = (names: readonly string[]): string => names.map((name) => `“${name}”`).join(', ') || '…';
const one = (name: string): string => (name === '' ? '…' : `“${name}”`);

/** A step as a sentence. */
export function stepText(step: Step): string {
  switch (step.do) {
    case 'hide':
      return `Hide ${list(step.columns)}`;
    case 'rename':
      return `Call ${one(step.column)} ${one(step.to)}`;
    case 'keep':
      return `Keep rows where ${one(step.column)} ${step.test}${step.value === '' ? '' : ` “${step.value}”`}`;
    case 'split':
      return `Split ${one(step.column)} ${step.isPattern ? 'by the pattern' : 'at'} ${one(step.at)} into ${list(step.into)}`;
    case 'address':
      return `Take the ${step.part === 'parameter' ? `parameter ${one(step.parameter)}` : step.part} of ${one(step.column)} as ${one(step.to)}`;
    case 'look up':
      return `Look ${one(step.column)} up in a table of ${step.table.length} as ${one(step.to)}`;
    case 'combine':
      return `Combine ${list(step.columns)} as ${one(step.to)}`;
    case 'replace':
      return `Replace ${step.isPattern ? 'the pattern ' : ''}${one(step.find)} in ${one(step.column)} with “${step.with}”`;
    case 'constant':
      return `Write “${step.value}” into ${one(step.to)} of every row`;
    case 'trim':
      return `Trim spaces in ${list(step.columns)}`;
    case 'case':
      return `Write ${one(step.column)} ${CASE_WORDS[step.to]}`;
    case 'columns to rows':
      return `Turn all columns but ${list(step.stay)} into rows of ${one(step.name)} and ${one(step.value)}`;
    case 'rows to columns':
      return `Turn the names in ${one(step.name)} into columns: ${list(step.names)}`;
  }
}

const CASE_WORDS: Readonly<Record<LetterCase, string>> = {
  lower: 'in small letters',
  upper: 'in capitals',
  capitals: 'With First Letters Large',
};
