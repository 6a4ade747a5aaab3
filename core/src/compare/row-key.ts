import type { SumNode } from '../grain/node';
import { SKIPPED } from '../grain/tables';

/**
 * The key of a row: its channel, then the dimension and code of each level down to it, as
 * "harbor-search/campaign:12/ad:31". A key names one member whatever accounts it lies in, and begins
 * with its parent's.
 */
export const nodeKey = (channel: string, { level, path }: SumNode): string =>
  [channel, ...level.dimensions.flatMap((dimension, at) => (path[at] === SKIPPED ? [] : [`${dimension}:${path[at]}`]))].join('/');

/** The key above, "" above a channel. */
export const parentOf = (key: string): string => key.slice(0, Math.max(0, key.lastIndexOf('/')));

/** Keys of everything a row lies in: "wren/campaign:3/ad:17" → ["wren", "wren/campaign:3"]. */
export function ancestorsOf(key: string): string[] {
  const steps = key.split('/');
  return steps.slice(1).map((_, at) => steps.slice(0, at + 1).join('/'));
}

/** The code of what a row is, without the dimension it is of: "wren/campaign:3/ad:17" → 17; NaN for a channel. */
export const codeOfKey = (key: string): number => Number(/:(-?\d+)$/.exec(key)?.[1] ?? NaN);

/** How many rows a row lies in: 0 for a channel. */
export const depthOf = (key: string): number => key.split('/').length - 1;
