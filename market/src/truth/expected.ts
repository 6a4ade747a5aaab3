import { eventFactors } from '../people/demand';
import { warmed } from '../people/person';
import { MEAN_VALUE } from '../people/traits';
import type { ClientWorld } from '../world/spec';
import type { Crowd, Plan } from './crowd';

/** What is expected of some people; money in the client's. */
export interface Expected {
  readonly spend: number;
  readonly clicks: number;
  readonly outcomes: number;
  readonly value: number;
}

/** One meeting that a plan reaches, as it is expected to go. */
export interface ExpectedTouch {
  /** Its row among the crowd's meetings. */
  readonly row: number;
  /** How likely it comes to it: a sale before it ends the journey. */
  readonly happens: number;
  /** How likely they act at it, having not acted before. */
  readonly acts: number;
  /** How likely they have acted at none up to it. */
  readonly open: number;
  /** How likely they act at it where they have not before, by the client's and the day's factors. */
  readonly chance: number;
  readonly spend: number;
}

/** Of whom and what. */
interface Asked {
  /** Some people alone; all of the crowd where not said. */
  readonly persons?: readonly number[];
  /** Switches campaigns off by their places. */
  readonly isOff?: (campaign: number) => boolean;
  /** What one campaign's touches alone cost and bring. */
  readonly only?: number;
}

/**
 * What is expected of a crowd: who is met is as drawn, whether they act and when is not. The chance that a
 * person ends in an outcome is 1 − Π (1 − chance of each touch), because nothing that follows an outcome
 * changes what came before it.
 */
export class Expectation {
  private readonly lagTail: readonly number[];
  private readonly valueOn: Float64Array;
  private readonly warmth: readonly number[];
  private readonly meetings;
  /** Everybody who could be met. */
  readonly everybody: readonly number[];

  constructor(readonly crowd: Crowd) {
    const { world, firstDay, campaignDays } = crowd;
    const total = world.lag.reduce((sum, weight) => sum + weight, 0);
    let left = 1;
    this.lagTail = world.lag.map((weight) => (left -= weight / total));
    this.valueOn = Float64Array.from({ length: campaignDays[0]?.length ?? 0 }, (_, nth) => valueOf(world, firstDay + nth, total));
    this.everybody = Array.from({ length: crowd.starts.length - 1 }, (_, person) => person);
    this.warmth = world.campaigns.map(({ warmth }) => warmth);
    const column = (name: Parameters<typeof crowd.meetings.column>[0]) => crowd.meetings.column(name);
    this.meetings = {
      campaign: column('campaign'),
      day: column('day'),
      device: column('device'),
      needs: column('needs'),
      chance: column('chance'),
      priceFactor: column('priceFactor'),
      isForTheTouched: column('isForTheTouched'),
    };
  }

  /** Sums what is expected. */
  of(plan: Plan, { persons, isOff, only }: Asked = {}): Expected {
    const sum = { spend: 0, clicks: 0, outcomes: 0, value: 0 };
    const add = ({ row, happens, acts, spend }: ExpectedTouch): void => {
      if (only !== undefined && this.meetings.campaign[row] !== only) return;
      sum.spend += spend * happens;
      sum.clicks += happens;
      sum.outcomes += acts;
      sum.value += acts * this.valueAt(row);
    };
    const { unasked } = this.crowd.world;
    const untouched = (person: number): void => {
      if (only !== undefined) return;
      sum.outcomes += unasked;
      sum.value += unasked * this.valueAt(this.crowd.starts[person] ?? 0);
    };
    for (const person of persons ?? this.everybody) if (this.walk(person, plan, add, isOff) === 0) untouched(person);
    if (persons) return sum;
    const { unmet, days, firstDay } = this.crowd;
    const usualValue = days.reduce((all, day) => all + (this.valueOn[day - firstDay] ?? 0), 0) / Math.max(1, days.length);
    return { ...sum, outcomes: sum.outcomes + unmet * unasked, value: sum.value + unmet * unasked * usualValue };
  }

  /** What an outcome of a meeting is worth, whenever it comes. */
  valueAt(row: number): number {
    return this.valueOn[(this.meetings.day[row] ?? 0) - this.crowd.firstDay] ?? 0;
  }

  /** Tells of each meeting of a person that is reached, in order; returns how many. */
  walk(person: number, plan: Plan, tell: (touch: ExpectedTouch) => void, isOff?: (campaign: number) => boolean): number {
    const { campaign, day, chance, priceFactor, isForTheTouched } = this.meetings;
    const { starts, firstDay } = this.crowd;
    let [touched, warmth, open] = [0, 0, 1];
    let acted: { readonly day: number; readonly acts: number }[] | undefined;
    for (let row = starts[person] ?? 0; row < (starts[person + 1] ?? 0); row++) {
      const at = campaign[row] ?? 0;
      if ((touched === 0 && isForTheTouched[row] === 1) || !this.reaches(plan, row) || isOff?.(at)) continue;
      const on = day[row] ?? 0;
      const likely = Math.min(1, warmed(chance[row] ?? 0, warmth));
      const acts = open * likely;
      const happens = acted ? acted.reduce((sum, before) => sum + before.acts * this.isAfter(on - before.day), open) : 1;
      open -= acts;
      tell({ row, happens, acts, open, chance: likely, spend: (plan.clickPrice[at]?.[on - firstDay] ?? 0) * (priceFactor[row] ?? 0) });
      (acted ??= []).push({ day: on, acts });
      warmth += this.warmth[at] ?? 0;
      touched += 1;
    }
    return touched;
  }

  /** Whether a plan reaches the person of a meeting, if they take notice. */
  reaches(plan: Plan, row: number): boolean {
    const { campaign, day, device, needs } = this.meetings;
    const at = campaign[row] ?? 0;
    const reach = plan.reach[at]?.[(day[row] ?? 0) - this.crowd.firstDay] ?? 0;
    return (needs[row] ?? 1) < reach * (plan.devices[at]?.[device[row] ?? 0] ?? 1);
  }

  /** How likely an outcome that a touch led to is later than so many days after it; half of those of the same day are. */
  private isAfter(days: number): number {
    const later = this.lagTail[days] ?? 0;
    return days === 0 ? later : later + ((this.lagTail[days - 1] ?? 0) - later) / 2;
  }
}

/** What an outcome is worth of somebody who was met on a day. */
function valueOf(world: ClientWorld, day: number, total: number): number {
  const price = world.lag.reduce((sum, weight, lag) => sum + (weight / total) * eventFactors(world, day + lag).price, 0);
  return world.price * MEAN_VALUE * price;
}
