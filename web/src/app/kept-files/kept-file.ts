import { KEPT_FILE, keptFile, type KeptFile } from '@lens/contract';
import type { Dashboard, Tile, View } from '@lens/core';

/** A dashboard as a file. Tiles that follow a kept view hold it themselves there; a view that is gone leaves a text in its place. */
export function keptFileOf({ label, description, tiles }: Dashboard, viewOf: (id: string) => View | undefined): KeptFile {
  const whole = tiles.map((tile): Tile => {
    if (tile.what.kind !== 'kept view') return tile;
    const view = viewOf(tile.what.id);
    if (!view) return { ...tile, what: { kind: 'text', text: `“${tile.what.label}” was gone when this was saved.` } };
    const { asks, keeps, words } = view;
    return { ...tile, what: { kind: 'view', view: { label: view.label, description: view.description, asks, keeps, words } } };
  });
  return { ...KEPT_FILE, views: [], dashboards: [{ label, description, tiles: whole }] };
}

/** Reads such a file; throws an error in words that says where it is wrong. */
export function readKeptFile(text: string): KeptFile {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    throw new Error('It is no JSON: it may have been cut off.');
  }
  const read = keptFile.safeParse(parsed);
  if (read.success) return read.data;
  const [first] = read.error.issues;
  throw new Error(`${first?.path.join('.') ?? ''}: ${first?.message ?? ''}.`.replace(/^: /, ''));
}
