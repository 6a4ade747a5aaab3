import type { Tile, TileLayout, TilePlace } from './dashboard';
import { freePlace, withPlace } from './place';

/** Points of a screen below which it is narrow, and from which on it is wide. */
export const NARROW_BELOW = 1150;
export const WIDE_FROM = 1600;

/** The tiles as they lie on screens of a width; one without a place of its own there lies as usual. */
export const laidOutFor = (tiles: readonly Tile[], layout: TileLayout): Tile[] =>
  tiles.map((tile) => ({ ...tile, place: placeFor(tile, layout) }));

const placeFor = ({ place, places }: Tile, layout: TileLayout): TilePlace => (layout === 'usual' ? place : (places?.[layout] ?? place));

/** Whether screens of a width have a layout of their own. */
export const hasLayout = (tiles: readonly Tile[], layout: TileLayout): boolean =>
  layout !== 'usual' && tiles.some(({ places }) => places?.[layout] !== undefined);

/** The tiles with the places that they have on screens of a width, by their ids; other widths stay as they are. */
export const withLayout = (tiles: readonly Tile[], layout: TileLayout, laidOut: readonly Pick<Tile, 'id' | 'place'>[]): Tile[] =>
  tiles.map((tile) => {
    const place = laidOut.find(({ id }) => id === tile.id)?.place ?? placeFor(tile, layout);
    return layout === 'usual' ? { ...tile, place } : { ...tile, places: { ...tile.places, [layout]: place } };
  });

/** The tiles with one of them in another place on screens of a width; see `withPlace`. */
export const movedOn = (tiles: readonly Tile[], layout: TileLayout, id: string, wanted: TilePlace): Tile[] =>
  withLayout(tiles, layout, withPlace(laidOutFor(tiles, layout), id, wanted));

/** The tiles as usual again on screens of a width. */
export const withoutLayout = (tiles: readonly Tile[], layout: TileLayout): Tile[] =>
  tiles.map(({ places, ...tile }) => {
    const others = Object.entries(places ?? {}).filter(([own]) => own !== layout);
    return others.length > 0 ? { ...tile, places: Object.fromEntries(others) } : tile;
  });

/** The tiles with another in the first free place of each layout there is. */
export function withAnother(tiles: readonly Tile[], tile: Omit<Tile, 'place' | 'places'>, size: Pick<TilePlace, 'wide' | 'high'>): Tile[] {
  const own = (['narrow', 'wide'] as const).filter((layout) => hasLayout(tiles, layout));
  const places = Object.fromEntries(own.map((layout) => [layout, freePlace(laidOutFor(tiles, layout), size)]));
  return [...tiles, { ...tile, place: freePlace(tiles, size), ...(own.length > 0 ? { places } : {}) }];
}
