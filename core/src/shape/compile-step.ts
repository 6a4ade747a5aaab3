import { type Cell, cellText } from '../text/cell';
import { compileNumberTest, isNumberTest, type NumberTest, numberTestProblem } from '../text/number-test';
import { readPattern } from '../text/pattern';
import { compileTest, foldText, testProblem, type TextTest } from '../text/text-test';
import { partOfAddress } from './address';
import type { LetterCase, Step } from './step';

/** What a step makes of one row: rows, none where it leaves it out, or why it cannot. */
export type Transform = (row: readonly Cell[]) => readonly (readonly Cell[])[] | string;

export interface CompiledStep {
  readonly headers: readonly string[];
  readonly transform: Transform;
}

/** Says in words why a step cannot be done. */
class CannotShape extends Error {}

const refuse = (message: string): never => {
  throw new CannotShape(message);
};

/** Makes a step ready for a table with these headers, or says why it cannot be done on it. */
export function compileStep(step: Step, headers: readonly string[]): CompiledStep | string {
  try {
    return compiled(step, headers);
  } catch (error) {
    if (error instanceof CannotShape) return error.message;
    throw error;
  }
}

function compiled(step: Step, headers: readonly string[]): CompiledStep {
  switch (step.do) {
    case 'hide': {
      const stay = headers.flatMap((name, at) => (step.columns.includes(name) ? [] : [at]));
      if (stay.length === 0) refuse('No column would be left.');
      return { headers: stay.map((at) => headers[at] ?? ''), transform: (row) => [stay.map((at) => row[at] ?? '')] };
    }
    case 'rename':
      return renamed(step, headers);
    case 'keep':
      return kept(step, headers);
    case 'split':
      return split(step, headers);
    case 'address': {
      const at = place(headers, step.column);
      if (step.part === 'parameter' && step.parameter.trim() === '') refuse('Name the parameter.');
      return written(headers, step.to, (row) => partOfAddress(cellText(row[at]), step.part, step.parameter.trim()));
    }
    case 'look up':
      return lookedUp(step, headers);
    case 'combine': {
      const of = places(headers, step.columns);
      if (of.length < 2) refuse('Choose two columns or more.');
      return written(headers, step.to, (row) =>
        of
          .map((at) => cellText(row[at]))
          .filter((text) => text !== '')
          .join(step.between),
      );
    }
    case 'replace':
      return replaced(step, headers);
    case 'constant':
      if (step.value.trim() === '') refuse('Say what stands in every row.');
      return written(headers, step.to, () => step.value.trim());
    case 'trim': {
      if (step.columns.length === 0) refuse('Choose a column.');
      const of = places(headers, step.columns);
      const trimmed = (cell: Cell): Cell => (typeof cell === 'number' ? cell : cell.trim().replace(/\s+/g, ' '));
      return { headers, transform: (row) => [row.map((cell, at) => (of.includes(at) ? trimmed(cell) : cell))] };
    }
    case 'case': {
      const at = place(headers, step.column);
      return written(headers, step.column, (row) => inCase(cellText(row[at]), step.to));
    }
    case 'columns to rows':
      return columnsToRows(step, headers);
    case 'rows to columns':
      return rowsToColumns(step, headers);
  }
}

function kept({ column, test, value }: Step & { do: 'keep' }, headers: readonly string[]): CompiledStep {
  const at = place(headers, column);
  const { problem, passes } = isNumberTest(test) ? numberTest({ test, value }) : textTest({ test, value });
  if (problem !== '') refuse(problem);
  return {
    headers,
    transform: (row) => {
      const passed = passes(row[at] ?? '');
      if (typeof passed === 'string') return passed;
      return passed ? [row] : [];
    },
  };
}

const numberTest = (of: NumberTest) => ({ problem: numberTestProblem(of), passes: compileNumberTest(of) });

function textTest(of: TextTest) {
  const passes = compileTest(of);
  return { problem: testProblem(of), passes: (cell: Cell) => passes(cellText(cell)) };
}

function place(headers: readonly string[], name: string): number {
  if (name === '') refuse('Choose a column.');
  const at = headers.indexOf(name);
  return at >= 0 ? at : refuse(`There is no column “${name}” at this step.`);
}

/** Places of columns, each once. */
const places = (headers: readonly string[], names: readonly string[]): number[] => [...new Set(names.map((name) => place(headers, name)))];

function fresh(headers: readonly string[], name: string): string {
  const wanted = name.trim();
  if (wanted === '') refuse('Name the new column.');
  return headers.includes(wanted) ? refuse(`There is a column “${wanted}” already.`) : wanted;
}

/** Writes cells into the column of that name, or into a new one at the end. */
function written(headers: readonly string[], to: string, cell: (row: readonly Cell[]) => Cell): CompiledStep {
  const name = to.trim();
  if (name === '') refuse('Name the column it goes to.');
  const at = headers.indexOf(name);
  if (at < 0) return { headers: [...headers, name], transform: (row) => [[...row, cell(row)]] };
  return { headers, transform: (row) => [row.map((old, column) => (column === at ? cell(row) : old))] };
}

function renamed(step: Step & { do: 'rename' }, headers: readonly string[]): CompiledStep {
  const at = place(headers, step.column);
  const to = fresh(headers.toSpliced(at, 1), step.to);
  return { headers: headers.with(at, to), transform: (row) => [row] };
}

function split(step: Step & { do: 'split' }, headers: readonly string[]): CompiledStep {
  const at = place(headers, step.column);
  if (step.at === '') refuse(step.isPattern ? 'Write a pattern with groups, such as (\\w+)-(\\d+).' : 'Say at which text to split.');
  if (step.into.length === 0) refuse('Name the columns the parts go to.');
  const names = step.into.reduce<string[]>((all, name) => [...all, fresh([...headers, ...all], name)], []);
  const pattern = step.isPattern ? readPattern(step.at) : '';
  if (step.isPattern && typeof pattern === 'string') refuse(pattern);
  const parts = (text: string): readonly (string | undefined)[] => {
    if (typeof pattern !== 'string') return pattern.groups(text) ?? [];
    const cut = text.split(step.at);
    return cut.length <= names.length ? cut : [...cut.slice(0, names.length - 1), cut.slice(names.length - 1).join(step.at)];
  };
  return {
    headers: [...headers, ...names],
    transform: (row) => {
      const found = parts(cellText(row[at]));
      return [[...row, ...names.map((_, part) => found[part]?.trim() ?? '')]];
    },
  };
}

function lookedUp(step: Step & { do: 'look up' }, headers: readonly string[]): CompiledStep {
  const at = place(headers, step.column);
  if (step.table.length === 0) refuse('The table is empty: write what to find and what to put for it.');
  const table = new Map<string, string>();
  for (const [from, to] of step.table) {
    const known = table.get(foldText(from));
    if (known !== undefined && known !== to) refuse(`“${from}” stands in the table twice, as “${known}” and “${to}”.`);
    table.set(foldText(from), to);
  }
  return written(headers, step.to, (row) => {
    const cell = row[at] ?? '';
    return table.get(foldText(cellText(cell))) ?? (step.otherwise === 'keep' ? cell : '');
  });
}

function replaced(step: Step & { do: 'replace' }, headers: readonly string[]): CompiledStep {
  const at = place(headers, step.column);
  if (step.find === '') refuse('Say what to replace.');
  const pattern = step.isPattern ? readPattern(step.find) : '';
  if (step.isPattern && typeof pattern === 'string') refuse(pattern);
  return written(headers, step.column, (row) => {
    const cell = row[at] ?? '';
    const text = cellText(cell);
    const changed = typeof pattern === 'string' ? text.replaceAll(step.find, () => step.with) : pattern.replaceAll(text, step.with);
    return changed === text ? cell : changed;
  });
}

function inCase(text: string, to: LetterCase): string {
  switch (to) {
    case 'lower':
      return text.toLowerCase();
    case 'upper':
      return text.toUpperCase();
    case 'capitals':
      return text
        .toLowerCase()
        .replace(/(^|[^\p{L}\p{N}'’])(\p{L})/gu, (_, before: string, letter: string) => before + letter.toUpperCase());
  }
}

function columnsToRows(step: Step & { do: 'columns to rows' }, headers: readonly string[]): CompiledStep {
  const stay = places(headers, step.stay);
  const turned = headers.map((_, at) => at).filter((at) => !stay.includes(at));
  if (turned.length === 0) refuse('No column is left to turn into rows.');
  const kept = stay.map((at) => headers[at] ?? '');
  const name = fresh(kept, step.name);
  const value = fresh([...kept, name], step.value);
  return {
    headers: [...kept, name, value],
    transform: (row) => turned.map((at) => [...stay.map((own) => row[own] ?? ''), headers[at] ?? '', row[at] ?? '']),
  };
}

/** Rows that were one before hold one of the new columns each; the others are absent in them and come from their siblings. */
function rowsToColumns(step: Step & { do: 'rows to columns' }, headers: readonly string[]): CompiledStep {
  const [name, value] = [place(headers, step.name), place(headers, step.value)];
  if (name === value) refuse('Names and values stand in two columns.');
  if (step.names.length === 0) refuse('Say which names become columns.');
  const stay = headers.map((_, at) => at).filter((at) => at !== name && at !== value);
  const kept = stay.map((at) => headers[at] ?? '');
  const names = step.names.reduce<string[]>((all, each) => [...all, fresh([...kept, ...all], each)], []);
  const placeOf = new Map(names.map((each, at) => [foldText(each), at]));
  return {
    headers: [...kept, ...names],
    transform: (row) => {
      const at = placeOf.get(foldText(cellText(row[name])));
      if (at === undefined) return `“${cellText(row[name])}” is none of the names that become columns`;
      return [[...stay.map((own) => row[own] ?? ''), ...names.map((_, column) => (column === at ? (row[value] ?? '') : ''))]];
    },
  };
}

/** Whether days and the like may stand above the columns: then a total line has them as well. */
export const readsHeaders = (steps: readonly Step[]): boolean => steps.some((step) => step.do === 'columns to rows');

/** Whether rows of the shaped table have to be put together again: each holds a part of what was measured. */
export const makesParts = (steps: readonly Step[]): boolean => steps.some((step) => step.do === 'rows to columns');
