import { monthOf, type Zone } from './calendar';
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
