import { type Dashboard, freePlace, type TilePlace, type Tile, type TileWhat, withPlace } from '@lens/core';

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
  const tile: Tile = { id: `tile ${number}`, what, place: freePlace(dashboard.tiles, SIZES[what.kind]) };
  return { ...dashboard, tiles: [...dashboard.tiles, tile] };
}

export const withoutTile = (dashboard: Dashboard, id: string): Dashboard => ({
  ...dashboard,
  tiles: dashboard.tiles.filter((tile) => tile.id !== id),
});

/** The dashboard with a tile moved by so much, or made larger. */
export function movedBy(dashboard: Dashboard, id: string, by: Partial<TilePlace>): Dashboard {
  const tile = dashboard.tiles.find((each) => each.id === id);
  if (!tile) return dashboard;
  const { x, y, wide, high } = tile.place;
  const place = { x: x + (by.x ?? 0), y: y + (by.y ?? 0), wide: wide + (by.wide ?? 0), high: high + (by.high ?? 0) };
  return { ...dashboard, tiles: withPlace(dashboard.tiles, id, place) };
}
