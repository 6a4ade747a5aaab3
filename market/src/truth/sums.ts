import { DID, type Events } from '../people/events';
import { rateOn } from '../world/account';
import type { ClientWorld } from '../world/spec';

/** What was spent on some days in the client's money, and all that came or will come of it by last touch. */
export interface Sums {
  spend: number;
  /** Clicks, and views that led somewhere; and the clicks among them. */
  touches: number;
  clicks: number;
  outcomes: number;
  value: number;
}

/** By place of the campaign: what it cost on these days, and what by last touch came of it, whenever. */
export function byCampaign(world: ClientWorld, { touches, outcomes }: Events, days: { from: number; to: number }): Sums[] {
  const sums = world.campaigns.map((): Sums => ({ spend: 0, touches: 0, clicks: 0, outcomes: 0, value: 0 }));
  for (let row = 0; row < touches.length; row++) {
    const day = touches.get('day', row);
    const own = sums[touches.get('campaign', row)];
    if (day < days.from || day > days.to || !own) continue;
    const { channel } = world.campaigns[touches.get('campaign', row)] ?? { channel: 'unpaid' };
    own.spend += touches.get('cost', row) / 10_000 / rateOn(world, channel, day);
    own.touches += 1;
    own.clicks += (touches.get('flags', row) & DID.viewed) === 0 ? 1 : 0;
  }
  for (let row = 0; row < outcomes.length; row++) {
    const day = outcomes.get('clickDay', row);
    const own = sums[outcomes.get('campaign', row) - 1];
    if (day < days.from || day > days.to || !own) continue;
    own.outcomes += 1;
    own.value += outcomes.get('value', row) / 100;
  }
  return sums;
}
