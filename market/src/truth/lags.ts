import { type Events, LONGEST_INTEREST } from '../people/events';
import { runningShares } from '../world/random';
import type { ChannelId, ClientWorld } from '../world/spec';

/** Share of outcomes that come within each number of days after the last touch before them; empty where there are none. */
export interface Lags {
  readonly byCampaign: readonly (readonly number[])[];
  readonly byChannel: ReadonlyMap<ChannelId, readonly number[]>;
}

/** As rows of orders show it, of touches old enough for all but a few. */
export function lagsOf(world: ClientWorld, events: Events, today: number): Lags {
  const ages = agesByCampaign(world, events, today);
  const channels = [...new Set(world.campaigns.map(({ channel }) => channel))];
  return {
    byCampaign: ages.map(runningShares),
    byChannel: new Map(
      channels.map((channel) => [channel, runningShares(added(ages.filter((_, at) => world.campaigns[at]?.channel === channel)))]),
    ),
  };
}

function agesByCampaign(world: ClientWorld, { outcomes }: Events, today: number): number[][] {
  const ages = world.campaigns.map((): number[] => Array.from({ length: world.lag.length + LONGEST_INTEREST + 1 }, () => 0));
  const lastClick = today - world.lag.length;
  for (let row = 0; row < outcomes.length; row++) {
    const own = ages[outcomes.get('campaign', row) - 1];
    const clickDay = outcomes.get('clickDay', row);
    const age = outcomes.get('day', row) - clickDay;
    if (own && clickDay <= lastClick) own[age] = (own[age] ?? 0) + 1;
  }
  return ages.map((own) => own.slice(0, own.findLastIndex((count) => count > 0) + 1));
}

const added = (lists: readonly (readonly number[])[]): number[] =>
  Array.from({ length: Math.max(0, ...lists.map(({ length }) => length)) }, (_, at) =>
    lists.reduce((sum, list) => sum + (list[at] ?? 0), 0),
  );
