import type { View } from '../view/view';

/** Where a tile lies: in twelve columns, and in rows of one height. */
export interface TilePlace {
  readonly x: number;
  readonly y: number;
  readonly wide: number;
  readonly high: number;
}

/** How tiles lie on screens of a width. */
export const TILE_LAYOUTS = ['narrow', 'usual', 'wide'] as const;
export type TileLayout = (typeof TILE_LAYOUTS)[number];

export const COLUMNS_WIDE = 12;
export const MOST_TILES = 24;

/** What a tile shows. */
export type TileWhat =
  /** A question in its picture. */
  | { readonly kind: 'view'; readonly view: View }
  /** A kept view by its id: it follows every change of that. */
  | { readonly kind: 'kept view'; readonly id: string; readonly label: string }
  /** How much of the target is met this month, and how spending keeps to its plan. */
  | { readonly kind: 'target' }
  /** What the audit found and nobody has decided on. */
  | { readonly kind: 'waiting' }
  /** What is wrong with the data. */
  | { readonly kind: 'data' }
  /** What was noted, and changed at the channels, on the last days. */
  | { readonly kind: 'logbook' }
  | { readonly kind: 'text'; readonly text: string };
export type TileKind = TileWhat['kind'];

export interface Tile {
  /** Its own on its dashboard. */
  readonly id: string;
  readonly place: TilePlace;
  /** Where it lies instead on screens of another width. */
  readonly places?: { readonly [Layout in Exclude<TileLayout, 'usual'>]?: TilePlace };
  readonly what: TileWhat;
}

/** Pictures of several questions beside each other, on one focus. */
export interface Dashboard {
  readonly label: string;
  readonly description: string;
  readonly tiles: readonly Tile[];
}
