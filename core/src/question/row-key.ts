/** A step of the way to a row: a dimension, and the code of its member there. */
export type KeyStep = readonly [dimension: string, code: number | string];

/**
 * The key of a row: the dimension and code of each step down to it, as "channel:harbor-search/campaign:12/ad:31".
 * A key names one member whatever accounts it lies in, and begins with its parent's.
 */
export const keyOf = (steps: readonly KeyStep[]): string =>
  steps.reduce((key, [dimension, code]) => (key === '' ? `${dimension}:${code}` : `${key}/${dimension}:${code}`), '');

/** The steps of a key, those of a row and then of a column, each code as it is written there; none of a total. */
export const keySteps = (key: string): (readonly [dimension: string, code: string])[] =>
  key.split(/[/|]/).flatMap((step) => {
    const at = step.indexOf(':');
    return at < 0 ? [] : [[step.slice(0, at), step.slice(at + 1)] as const];
  });

/** The key above, "" above the outermost rows. */
export const parentOf = (key: string): string => key.slice(0, Math.max(0, key.lastIndexOf('/')));

/** Keys of everything a row lies in: "channel:wren/campaign:3/ad:17" → ["channel:wren", "channel:wren/campaign:3"]. */
export function ancestorsOf(key: string): string[] {
  const ancestors: string[] = [];
  for (let at = key.indexOf('/'); at >= 0; at = key.indexOf('/', at + 1)) ancestors.push(key.slice(0, at));
  return ancestors;
}

/** The code of what a row is, without the dimension it is of: "channel:wren/campaign:3/ad:17" → 17; NaN for what has none. */
export const codeOfKey = (key: string): number => Number(/:(-?\d+)$/.exec(key)?.[1] ?? NaN);

/** How many rows a row lies in: 0 for the outermost. */
export function depthOf(key: string): number {
  let depth = 0;
  for (let at = key.indexOf('/'); at >= 0; at = key.indexOf('/', at + 1)) depth += 1;
  return depth;
}

/** Between the key of a row and that of a column. */
export const COLUMN = '|';
