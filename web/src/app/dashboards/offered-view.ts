import { SHIPPED_VIEWS, type TileWhat, type View } from '@lens/core';

/** A view that a tile can be made of. */
export type OfferedView = View & { readonly id: string };

/** A kept view stays what it becomes; a shipped one is copied. */
export function tileOf({ id, label, description, asks, keeps, words }: OfferedView): TileWhat {
  const isShipped = SHIPPED_VIEWS.some((view) => view.id === id);
  return isShipped ? { kind: 'view', view: { label, description, asks, keeps, words } } : { kind: 'kept view', id, label };
}
