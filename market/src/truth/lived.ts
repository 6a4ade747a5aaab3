import { noEvents } from '../people/events';
import { live } from '../people/history';
import { type Change, Settings } from '../people/settings';
import { rateOn } from '../world/account';
import { dayOf } from '../world/calendar';
import type { ClientWorld } from '../world/spec';

/** What people born on some days cost and brought, whenever it came; in the client's money. */
export interface Lived {
  readonly spend: number;
  readonly outcomes: number;
  readonly value: number;
}

/** Lives through the people born on these days under some changes, to the end of everything they do. */
export function lived(world: ClientWorld, changes: readonly Change[], days: readonly number[], without?: string): Lived {
  const events = noEvents();
  const settings = new Settings(world, changes);
  for (const [from, to] of runsOf(days))
    live(world, settings, events, { from, to, before: Infinity, ...(without === undefined ? {} : { without }) });
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

/** Days in order as first and last of each stretch without a gap. */
function runsOf(days: readonly number[]): (readonly [number, number])[] {
  const firsts = days.filter((day, at) => day - 1 !== days[at - 1]);
  const lasts = days.filter((day, at) => day + 1 !== days[at + 1]);
  return firsts.map((first, at) => [first, lasts[at] ?? first]);
}

/** All days from one to another, both included. */
export const daysOf = ({ from, to }: { readonly from: number; readonly to: number }): number[] =>
  Array.from({ length: to - from + 1 }, (_, nth) => from + nth);

/** Changes that hold budgets on all of some days, whatever the world's own history does on them. */
export function heldBudgets(world: ClientWorld, days: readonly number[], budgets: ReadonlyMap<number, number>): Change[] {
  const first = Math.min(...days);
  return [...budgets].flatMap(([at, budget]) => {
    const { id = '', history = [] } = world.campaigns[at] ?? {};
    const later = history.filter(({ field }) => field === 'daily budget').map(({ day }) => dayOf(day));
    return [first, ...later.filter((day) => day > first)].map((day) => budgetChange(day, id, budget));
  });
}

/** A change of a daily budget that holds from a day on. */
const budgetChange = (day: number, campaign: string, budget: number): Change => ({
  day,
  campaign,
  by: 'judge',
  field: 'daily budget',
  what: '',
  value: budget.toFixed(2),
});
