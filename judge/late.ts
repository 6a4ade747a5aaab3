import { estimateMaturity, type LaggedOutcome, shareBy } from '@lens/core';
import type { Market } from '../market/src/market';
import { dayOf, isoDay } from '../market/src/world/calendar';
import type { ClientWorld } from '../market/src/world/spec';
import type { Figure } from './figures';

/** Days after the moment at which it was estimated how late outcomes come; by now they have come. */
const SINCE = 60;
/** Within three points where half has arrived. */
const POINTS = 0.03;

/**
 * How late a client's outcomes come as it was estimated two months ago, from what had come by then, against what has come
 * since of the same click days: the difference at the age at which half had arrived. Null where nothing could be told.
 */
export function judgeLate(market: Market, world: ClientWorld): number | null {
  const days = { from: dayOf(world.from), to: market.today - 1 };
  const till = market
    .accounts('till')
    .flatMap(({ client, reports }) => (client === world.id ? reports.filter(({ id }) => id === 'till') : []))[0];
  if (!till) return null;
  const at = new Map(till.fields.map(({ name }, place) => [name, place]));
  const outcomes = till.rows(days).flatMap((row): LaggedOutcome[] => {
    const [clicked, day] = [row[at.get('Clicked at') ?? -1], row[at.get('Day') ?? -1]];
    if (clicked == null || day == null) return [];
    return [{ clickDay: dayOf(String(clicked).slice(0, isoDay(0).length)), saleDay: dayOf(String(day)), weight: 1 }];
  });
  const then = days.to - SINCE;
  const estimated = estimateMaturity(outcomes, then);
  if (!estimated) return null;
  const half = estimated.share.findIndex((share) => share >= 1 / 2);
  // Click days of which by now all but a few have come.
  const old = outcomes.filter(({ clickDay }) => clickDay <= Math.min(then, days.to - estimated.tail));
  const come = old.filter(({ clickDay, saleDay }) => saleDay - clickDay <= half).length / old.length;
  return Math.abs(shareBy(estimated, half) - come);
}

export const figuresOfLate = (client: string, apart: number | null): Figure[] =>
  apart === null
    ? []
    : [{ name: `${client}: late results told within 3 points at half`, value: apart <= POINTS ? 1 : 0, bar: 1, unit: '%' }];
