import type { Cell } from '../text/cell';
import { compileStep, type Transform } from './compile-step';
import type { Step } from './step';

export interface StepProblem {
  /** Place of the step, from 0. */
  readonly step: number;
  readonly message: string;
}

/** What became of one line of a file. */
export interface Shaped {
  readonly rows: readonly (readonly Cell[])[];
  /** Steps that left rows of it out, once for each row. */
  readonly leftOutBy: readonly number[];
  /** Why it cannot be shaped; then it has no rows. */
  readonly problem: StepProblem | null;
}

/** Steps made ready for the lines of a table. */
export interface Shape {
  readonly headers: readonly string[];
  /** Headers before the first step and after each. */
  readonly stages: readonly (readonly string[])[];
  /** Steps that cannot be done on these headers, and why. They leave the table as it is. */
  readonly problems: readonly StepProblem[];
  readonly apply: (cells: readonly Cell[]) => Shaped;
}

/** Makes an ordered list of steps ready for a table with these headers. */
export function shapeOf(headers: readonly string[], steps: readonly Step[]): Shape {
  const stages: (readonly string[])[] = [headers];
  const problems: StepProblem[] = [];
  const transforms: { step: number; transform: Transform }[] = [];
  steps.forEach((step, at) => {
    const before = stages[at] ?? headers;
    const made = compileStep(step, before);
    if (typeof made === 'string') problems.push({ step: at, message: made });
    else transforms.push({ step: at, transform: made.transform });
    stages.push(typeof made === 'string' ? before : made.headers);
  });
  return { headers: stages.at(-1) ?? headers, stages, problems, apply: (cells) => applyAll(transforms, cells) };
}

function applyAll(transforms: readonly { step: number; transform: Transform }[], cells: readonly Cell[]): Shaped {
  let rows: readonly (readonly Cell[])[] = [cells];
  const leftOutBy: number[] = [];
  for (const { step, transform } of transforms) {
    const next: (readonly Cell[])[] = [];
    for (const row of rows) {
      const made = transform(row);
      if (typeof made === 'string') return { rows: [], leftOutBy, problem: { step, message: made } };
      if (made.length === 0) leftOutBy.push(step);
      next.push(...made);
    }
    rows = next;
  }
  return { rows, leftOutBy, problem: null };
}
