import { figureText } from '@lens/core';
import { type Answered, funnelOf } from './picture-data';

/** A station on the way from seen to sold, in words. */
export interface Station {
  readonly name: string;
  readonly text: string;
  readonly spoken: string;
  /** Of the largest, from 0 to 1. */
  readonly width: number;
  /** Of the station before; null for the first, and where nothing tells. */
  readonly rate: { readonly text: string; readonly spoken: string } | null;
  /** Whether more came here than were at the station before. */
  readonly isMore: boolean;
}

/** The stations of the row that is drawn. */
export function stationsOf(answered: Answered): Station[] {
  const { rows, style } = answered;
  const [row] = rows;
  if (!row) return [];
  return funnelOf(answered, row.key).map(({ name, figure, width, rate, isMore }) => ({
    ...{ name, isMore, width: width ?? 0 },
    ...figureText(figure, 'count', style),
    rate: rate && figureText(rate, 'share', style),
  }));
}
