import { noEvents } from '../market/src/people/events';
import { live } from '../market/src/people/history';
import { type Change, Settings } from '../market/src/people/settings';
import { PROMISES } from '../market/src/demo/promises';
import { rateOn } from '../market/src/world/account';
import type { ClientWorld } from '../market/src/world/spec';

/** What people born on some days cost and brought, whenever it came; in the client's money. */
export interface Lived {
  readonly spend: number;
  readonly outcomes: number;
  readonly value: number;
}

interface Promise_ {
  readonly targets: readonly { readonly metric: string; readonly value: number }[];
  readonly margins: readonly { readonly share: number }[];
}

export const promiseOf = ({ id }: ClientWorld): Promise_ => PROMISES[id] as Promise_;

/** Lives through the people born on these days under some changes, to the end of everything they do. */
export function lived(world: ClientWorld, changes: readonly Change[], days: { readonly from: number; readonly to: number }): Lived {
  const events = noEvents();
  live(world, new Settings(world, changes), events, { ...days, before: Infinity });
  const { touches, outcomes } = events;
  let spend = 0;
  for (let row = 0; row < touches.length; row++) {
    const { channel } = world.campaigns[touches.get('campaign', row)] ?? { channel: 'unpaid' };
    spend += touches.get('cost', row) / 10_000 / rateOn(world, channel, touches.get('day', row));
  }
  let value = 0;
  for (let row = 0; row < outcomes.length; row++) value += outcomes.get('value', row) / 100;
  return { spend, outcomes: outcomes.length, value };
}

/** What it earned: value at the client's margin, or outcomes at what the target pays for one, less what was spent. */
export function earned(world: ClientWorld, { spend, outcomes, value }: Lived): number {
  const { targets, margins } = promiseOf(world);
  const [margin] = margins;
  if (margin) return value * margin.share - spend;
  return outcomes * (targets[0]?.value ?? 0) - spend;
}

/** A change of a daily budget that holds from a day on. */
export const budgetChange = (day: number, campaign: string, budget: number): Change => ({
  day,
  campaign,
  by: 'judge',
  field: 'daily budget',
  what: '',
  value: budget.toFixed(2),
});

/** Budgets that four weekly steps of a fifth can reach. */
const [LOWEST, HIGHEST] = [0.8 ** 4, 1.2 ** 4];

/**
 * The best budgets found within what the rounds can reach, as changes that hold from a day on: each
 * campaign's is lived alone at the lowest, the present and the highest, and the ones that earned most are
 * taken together. Lived, not computed: what it earns is what those people really did.
 */
export function bestBudgets(
  world: ClientWorld,
  changes: readonly Change[],
  days: { readonly from: number; readonly to: number },
): Change[] {
  const settings = new Settings(world, changes);
  const before = earned(world, lived(world, changes, days));
  return world.campaigns
    .filter(({ budget }) => budget > 0)
    .flatMap((campaign) => {
      const { budget } = settings.of(campaign, days.from - 1);
      const tried = [LOWEST, HIGHEST].map((times) => {
        const change = budgetChange(days.from, campaign.id, budget * times);
        return { change, gain: earned(world, lived(world, [...changes, change], days)) - before };
      });
      const best = tried.reduce((top, each) => (each.gain > top.gain ? each : top));
      return best.gain > 0 ? [best.change] : [];
    });
}
