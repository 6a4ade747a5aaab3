import { type Dashboard, laidOutFor, movedOn, type TileLayout, type TilePlace, type TileWhat, withAnother } from '@lens/core';

export const EMPTY_DASHBOARD: Dashboard = { label: '', description: '', tiles: [] };

/** What is stored of a dashboard. */
export const bodyOf = ({ label, description, tiles }: Dashboard): Dashboard => ({ label, description, tiles });

const SIZES: Readonly<Record<TileWhat['kind'], Pick<TilePlace, 'wide' | 'high'>>> = {
  view: { wide: 6, high: 4 },
  'kept view': { wide: 6, high: 4 },
  target: { wide: 4, high: 3 },
  waiting: { wide: 4, high: 3 },
  data: { wide: 4, high: 3 },
  logbook: { wide: 4, high: 3 },
  text: { wide: 4, high: 2 },
};

/** The dashboard with another tile in the first free place. */
export function withTile(dashboard: Dashboard, what: TileWhat): Dashboard {
  const taken = new Set(dashboard.tiles.map(({ id }) => id));
  let number = dashboard.tiles.length + 1;
  while (taken.has(`tile ${number}`)) number += 1;
  return { ...dashboard, tiles: withAnother(dashboard.tiles, { id: `tile ${number}`, what }, SIZES[what.kind]) };
}

export const withoutTile = (dashboard: Dashboard, id: string): Dashboard => ({
  ...dashboard,
  tiles: dashboard.tiles.filter((tile) => tile.id !== id),
});

/** The dashboard with a tile moved by so much, or made larger, on screens of a width. */
export function movedBy(dashboard: Dashboard, id: string, by: Partial<TilePlace>, layout: TileLayout = 'usual'): Dashboard {
  const tile = laidOutFor(dashboard.tiles, layout).find((each) => each.id === id);
  if (!tile) return dashboard;
  const { x, y, wide, high } = tile.place;
  const place = { x: x + (by.x ?? 0), y: y + (by.y ?? 0), wide: wide + (by.wide ?? 0), high: high + (by.high ?? 0) };
  return { ...dashboard, tiles: movedOn(dashboard.tiles, layout, id, place) };
}
