import { divide } from '../figure/arithmetic';
import type { Figure } from '../figure/figure';
import { fillShares } from '../figure/fill';

export interface FunnelPoint {
  readonly name: string;
  readonly figure: Figure;
}

export interface FunnelStep extends FunnelPoint {
  /** Of the largest station, from 0 to 1; null where nothing is certain. */
  readonly width: number | null;
  /** Of the station before it; null for the first, and where nothing tells. */
  readonly rate: Figure | null;
  /** Whether more came here than were at the station before: there is a way past it. */
  readonly isMore: boolean;
}

/** More than nothing, and nobody knows how much, says nothing. */
const saysSomething = (rate: Figure): boolean =>
  rate.kind === 'value' || (rate.kind === 'bounds' && ((rate.low ?? 0) > 0 || rate.high !== null));

/** Stations on the way from seen to sold with the rate of each step. Stations of which nothing is known are no step. */
export function stepsOf(stations: readonly FunnelPoint[]): FunnelStep[] {
  const known = stations.filter(({ figure }) => figure.kind !== 'gap');
  const widths = fillShares(
    known.map(({ figure }) => figure),
    () => 'all',
  );
  return known.map((station, at): FunnelStep => {
    const before = known[at - 1];
    const rate = before ? divide(station.figure, before.figure) : null;
    const isMore = rate?.kind === 'value' && rate.value > 1;
    return { ...station, width: widths[at] ?? null, rate: rate && saysSomething(rate) ? rate : null, isMore };
  });
}
