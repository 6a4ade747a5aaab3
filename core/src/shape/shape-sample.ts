import { type Cell, cellText } from '../text/cell';
import { shapeOf } from './shape';
import type { Step } from './step';

/** What a step finds and does, over a sample of a table. */
export interface StepEffect {
  /** Columns it finds, and the first of the rows. */
  readonly headers: readonly string[];
  readonly rows: readonly (readonly string[])[];
  readonly rowsBefore: number;
  readonly rowsAfter: number;
  /** Cells that are others after it, in columns that are there before and after. */
  readonly changed: number;
  /** Why it cannot be done on these columns, or on the first row it fails on; empty where it can. */
  readonly problem: string;
}

export interface ShapedSample {
  readonly headers: readonly string[];
  readonly rows: readonly (readonly Cell[])[];
  readonly effects: readonly StepEffect[];
}

const SHOWN = 50;

/** Shapes a sample of a table step by step, telling what each step does to it. */
export function shapeSample(headers: readonly string[], rows: readonly (readonly Cell[])[], steps: readonly Step[]): ShapedSample {
  const effects: StepEffect[] = [];
  let table = { headers, rows };
  for (const step of steps) {
    const shape = shapeOf(table.headers, [step]);
    const shaped = table.rows.map((row) => shape.apply(row));
    const next = { headers: shape.headers, rows: shaped.flatMap((each) => each.rows) };
    effects.push({
      headers: table.headers,
      rows: table.rows.slice(0, SHOWN).map((row) => row.map(cellText)),
      rowsBefore: table.rows.length,
      rowsAfter: next.rows.length,
      changed: next.rows.length === table.rows.length ? changedCells(table, next) : 0,
      problem: shape.problems[0]?.message ?? shaped.find(({ problem }) => problem)?.problem?.message ?? '',
    });
    table = next;
  }
  return { ...table, effects };
}

type Table = Pick<ShapedSample, 'headers' | 'rows'>;

function changedCells(before: Table, after: Table): number {
  const common = before.headers.flatMap((name, at) => {
    const then = after.headers.indexOf(name);
    return then < 0 ? [] : [[at, then] as const];
  });
  return before.rows.reduce((sum, row, line) => sum + common.filter(([at, then]) => row[at] !== after.rows[line]?.[then]).length, 0);
}
