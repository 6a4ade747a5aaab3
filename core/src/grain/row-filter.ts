import { NONE } from '../rows/coding';

export type Tells = 'yes' | 'no' | 'unknown';

/** What is asked of one dimension of a row. */
export interface CodeTest {
  readonly dimension: string;
  /** Asked of codes that rows tell. */
  readonly passes: (code: number) => boolean;
  /** What a row that leaves the dimension empty comes to. */
  readonly empty: Tells;
}

/** Keeps the rows that pass all tests; a report answers only where it knows all of their dimensions. */
export type RowFilter = readonly CodeTest[];

export const EVERY_ROW: RowFilter = [];

/** Whether a row with these codes passes: "no" as soon as one test says so, "unknown" where none does and one cannot tell. */
export function tells(filter: RowFilter, codeOf: (dimension: string) => number): Tells {
  let all: Tells = 'yes';
  for (const { dimension, passes, empty } of filter) {
    const code = codeOf(dimension);
    const own = code === NONE ? empty : passes(code) ? 'yes' : 'no';
    if (own === 'no') return 'no';
    if (own === 'unknown') all = 'unknown';
  }
  return all;
}
