import { weekday } from '../world/calendar';
import type { Plan } from './crowd';
import type { Expectation } from './expected';

/** What is expected of the touches of an hour or a weekday, and the share of all demand that falls on it. */
export interface TrueTime {
  readonly demand: number;
  readonly clicks: number;
  readonly outcomes: number;
  readonly value: number;
}

/** By hour of the client's day, and by weekday from Monday; outcomes and value whenever they come. */
export function timesOf(expectation: Expectation, plan: Plan): { readonly hours: TrueTime[]; readonly weekdays: TrueTime[] } {
  const { world, meetings } = expectation.crowd;
  const [hours, weekdays] = [empty(world.hours), empty(world.weekdays)];
  for (const person of expectation.everybody)
    expectation.walk(person, plan, ({ row, happens, acts }) => {
      const times = [hours[Math.floor(meetings.get('minute', row) / 60)], weekdays[weekday(meetings.get('day', row))]];
      for (const time of times) {
        if (!time) continue;
        time.clicks += happens;
        time.outcomes += acts;
        time.value += acts * expectation.valueAt(row);
      }
    });
  return { hours, weekdays };
}

function empty(weights: readonly number[]): { demand: number; clicks: number; outcomes: number; value: number }[] {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight) => ({ demand: weight / total, clicks: 0, outcomes: 0, value: 0 }));
}
