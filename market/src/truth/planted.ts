import type { Settings } from '../people/settings';
import { dayOf } from '../world/calendar';
import type { ClientWorld, Part, WorldEvent } from '../world/spec';
import { crowdOf, planOf } from './crowd';
import { Expectation } from './expected';
import { daysOf } from './lived';

/** Something that happens in a world on some days, to be found by whoever looks at its reports. Days are included, and open where it goes on. */
export interface Planted {
  readonly name: string;
  readonly from: string | null;
  readonly to: string | null;
  /** Whom it touches. */
  readonly member: { readonly kind: 'client' | 'channel' | 'page' | 'campaign' | 'ad' | 'placement'; readonly id: string };
  /** Factors on outcomes, demand, price and claims; names and settings as they become. */
  readonly effect: Readonly<Record<string, number | string>>;
  /** Outcomes expected of the people born on its days (of the last 28 of them), with and without it; null where people do the same. */
  readonly outcomes: { readonly with: number; readonly without: number; readonly days: number } | null;
}

const DAYS = 28;

/** Everything planted: the world's events, settings changed in its history, and campaigns, ads and placements that begin or end. */
export function plantedIn(world: ClientWorld, settings: Settings, today: number): Planted[] {
  return [
    ...world.events.map((event) => planted(world, settings, event, today)),
    ...world.campaigns.flatMap((campaign) => {
      const { id, history = [], groups } = campaign;
      const changed = history.map(({ day, field, value, by }): Planted => {
        const member = { kind: 'campaign', id } as const;
        return { name: `${field} changed by ${by}`, from: day, to: null, member, effect: { [field]: value }, outcomes: null };
      });
      const parts = groups.flatMap((group) => [
        ...group.ads.flatMap((ad) => dated(ad, { kind: 'ad', id: ad.id })),
        ...group.places.flatMap((place) => dated(place, { kind: 'placement', id: place.name })),
      ]);
      return [...changed, ...dated(campaign, { kind: 'campaign', id }), ...parts];
    }),
  ];
}

function dated({ name, from, to }: Pick<Part, 'name' | 'from' | 'to'>, member: Planted['member']): Planted[] {
  if (from === undefined && to === undefined) return [];
  return [{ name: `${name} runs`, from: from ?? null, to: to ?? null, member, effect: {}, outcomes: null }];
}

function planted(world: ClientWorld, settings: Settings, event: WorldEvent, today: number): Planted {
  const { name, from, to, outcomes, demand, price, doubleTag, lostTagPage, renames } = event;
  const factors = { outcomes, demand, price, claims: doubleTag && 2, tags: lostTagPage && 0, name: renames?.to };
  const days = daysOf({ from: Math.max(dayOf(world.from), dayOf(from)), to: Math.min(today - 1, dayOf(to)) }).slice(-DAYS);
  const without = { ...world, events: world.events.filter((each) => each !== event) };
  const alters = days.length > 0 && (outcomes ?? demand) !== undefined;
  return {
    name,
    from,
    to: dayOf(to) >= today ? null : to,
    member: memberOf(world, event),
    effect: Object.fromEntries(Object.entries(factors).filter((factor): factor is [string, number | string] => factor[1] !== undefined)),
    outcomes: alters ? { with: expected(world, settings, days), without: expected(without, settings, days), days: days.length } : null,
  };
}

function memberOf(world: ClientWorld, { doubleTag, lostTagPage, renames }: WorldEvent): Planted['member'] {
  if (doubleTag !== undefined) return { kind: 'channel', id: doubleTag };
  if (lostTagPage !== undefined) return { kind: 'page', id: lostTagPage };
  if (renames !== undefined) return { kind: 'campaign', id: renames.campaign };
  return { kind: 'client', id: world.id };
}

function expected(world: ClientWorld, settings: Settings, days: readonly number[]): number {
  const crowd = crowdOf(world, settings, days);
  return new Expectation(crowd).of(planOf(crowd)).outcomes;
}
