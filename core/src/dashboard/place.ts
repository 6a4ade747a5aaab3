import { COLUMNS_WIDE, type TilePlace, type Tile } from './dashboard';

const overlaps = (a: TilePlace, b: TilePlace): boolean =>
  a.x < b.x + b.wide && b.x < a.x + a.wide && a.y < b.y + b.high && b.y < a.y + a.high;

/** A place inside the twelve columns, as large as at least one of them. */
function inside({ x, y, wide, high }: TilePlace): TilePlace {
  const own = Math.min(COLUMNS_WIDE, Math.max(1, wide));
  return { x: Math.min(COLUMNS_WIDE - own, Math.max(0, x)), y: Math.max(0, y), wide: own, high: Math.max(1, high) };
}

/** The first free place of a size, from the top and the left. */
export function freePlace(tiles: readonly Pick<Tile, 'place'>[], size: Pick<TilePlace, 'wide' | 'high'>): TilePlace {
  for (let y = 0; ; y++)
    for (let x = 0; x + size.wide <= COLUMNS_WIDE; x++) {
      const place = { ...size, x, y };
      if (!tiles.some((tile) => overlaps(tile.place, place))) return place;
    }
}

/** The tiles with one of them in another place: whatever lies there makes room below it, in the order in which it lay. */
export function withPlace(tiles: readonly Tile[], id: string, wanted: TilePlace): Tile[] {
  const place = inside(wanted);
  const placed: Tile[] = tiles.flatMap((tile) => (tile.id === id ? [{ ...tile, place }] : []));
  const others = tiles.filter((tile) => tile.id !== id).toSorted((a, b) => a.place.y - b.place.y || a.place.x - b.place.x);
  for (const tile of others) {
    let { y } = tile.place;
    while (placed.some((each) => overlaps(each.place, { ...tile.place, y }))) y += 1;
    placed.push({ ...tile, place: { ...tile.place, y } });
  }
  return tiles.flatMap(({ id: own }) => placed.find((each) => each.id === own) ?? []);
}
