import { type Branch, follow } from './branch';
import { NONE } from '../rows/coding';

/** A list of outcomes with codes by dimension. */
interface CodedRows {
  readonly length: number;
  readonly codes: ReadonlyMap<string, Int32Array>;
}

const known = new WeakMap<CodedRows, Map<string, Int32Array>>();
/** Sets of dimensions that are kept for one table: a number a row each. */
const MOST_KEPT = 8;

/**
 * By row a number that is the same for rows of the same campaign and the same codes in all of the dimensions,
 * counted from 0. Found once for each table and set of dimensions.
 */
export function rowKeys(table: CodedRows, dimensions: readonly string[]): Int32Array {
  const own = known.get(table) ?? new Map<string, Int32Array>();
  known.set(table, own);
  const name = dimensions.join();
  let keys = own.get(name);
  if (!keys) {
    if (own.size >= MOST_KEPT) own.clear();
    keys = findKeys(table, ['campaign', ...dimensions]);
    own.set(name, keys);
  }
  return keys;
}

function findKeys({ length, codes }: CodedRows, dimensions: readonly string[]): Int32Array {
  const columns = dimensions.flatMap((dimension) => codes.get(dimension) ?? []);
  const root: Branch<number> = {};
  let count = 0;
  return Int32Array.from({ length }, (_, row) => {
    let branch = root;
    for (const column of columns) branch = follow(branch, column[row] ?? NONE);
    return (branch.value ??= count++);
  });
}
