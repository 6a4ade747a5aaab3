import { monthOf, offsetHours, type Zone } from './calendar';
import type { ChannelId, ClientWorld } from './spec';

/** How a channel keeps a client's account: its currency, and the zone its days are in. */
export function accountKept(world: ClientWorld, channel: string): { readonly currency: string; readonly zone: Zone } {
  return world.abroad?.[channel as ChannelId] ?? { currency: world.currency, zone: world.zone };
}

/** What one unit of the client's money is worth in the account's currency on a day; it moves from month to month. */
export function rateOn(world: ClientWorld, channel: string, day: number): number {
  const abroad = world.abroad?.[channel as ChannelId];
  return abroad ? Number((abroad.rate * (1 + 0.015 * Math.sin(monthOf(day) * 1.7))).toFixed(4)) : 1;
}

/** The day and minute that a minute of the client's day has in an account kept in a zone. */
export function minuteIn(zone: Zone, world: ClientWorld, day: number, minute: number): { readonly day: number; readonly minute: number } {
  const moved = minute + 60 * (offsetHours(zone, day) - offsetHours(world.zone, day));
  const days = Math.floor(moved / 1440);
  return { day: day + days, minute: moved - days * 1440 };
}

/** How many days around those of an account the client's days must be looked at to find all of its own. */
export const around = ({ from, to }: { readonly from: number; readonly to: number }): { from: number; to: number } => ({
  from: from - 1,
  to: to + 1,
});
