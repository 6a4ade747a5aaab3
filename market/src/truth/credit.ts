import type { ChannelId } from '../world/spec';
import type { Plan } from './crowd';
import type { Expectation } from './expected';

export interface Credit {
  /** By place of the campaign: outcomes that would not be without it. */
  readonly removal: readonly number[];
  /**
   * By channel: its part of the outcomes by Shapley's rule, over the outcomes expected with each set of
   * channels switched on. They add up to what is expected with all of them, less what comes of nobody touched.
   */
  readonly shapley: ReadonlyMap<ChannelId, number>;
}

/**
 * Who brings how much, with everybody met as drawn. Both are exact: a person's outcome depends on no more
 * channels than they meet, so that every set of those is walked person by person.
 */
export function creditOf(expectation: Expectation, plan: Plan): Credit {
  const { world } = expectation.crowd;
  const removal = world.campaigns.map(() => 0);
  const shapley = new Map<ChannelId, number>(world.campaigns.map(({ channel }) => [channel, 0]));
  const channelAt = world.campaigns.map(({ channel }) => channel);
  for (const person of expectation.everybody) {
    const outcomes = (isOff: (campaign: number) => boolean): number => outcomesOf(expectation, plan, person, isOff);
    const met = campaignsMet(expectation, plan, person);
    const all = outcomes(() => false);
    for (const campaign of met) removal[campaign] = (removal[campaign] ?? 0) + all - outcomes((each) => each === campaign);
    const channels = [...new Set(met.map((campaign) => channelAt[campaign] ?? 'unpaid'))];
    const brings = subsets(channels.length).map((on) =>
      outcomes((campaign) => !isIn(on, channels.indexOf(channelAt[campaign] ?? 'unpaid'))),
    );
    for (const [at, channel] of channels.entries())
      shapley.set(channel, (shapley.get(channel) ?? 0) + shapleyOf(at, channels.length, brings));
  }
  return { removal, shapley };
}

function outcomesOf(expectation: Expectation, plan: Plan, person: number, isOff: (campaign: number) => boolean): number {
  let outcomes = 0;
  const touched = expectation.walk(person, plan, ({ acts }) => (outcomes += acts), isOff);
  return touched === 0 ? expectation.crowd.world.unasked : outcomes;
}

/** Places of the campaigns a person could be reached by, also those that would only be noticed after another. */
function campaignsMet(expectation: Expectation, plan: Plan, person: number): number[] {
  const { starts, meetings } = expectation.crowd;
  const met = new Set<number>();
  for (let row = starts[person] ?? 0; row < (starts[person + 1] ?? 0); row++)
    if (expectation.reaches(plan, row)) met.add(meetings.get('campaign', row));
  return [...met];
}

/** Sets of members as bits. */
const subsets = (members: number): number[] => Array.from({ length: 2 ** members }, (_, on) => on);
const isIn = (set: number, member: number): boolean => member >= 0 && (set & (1 << member)) !== 0;

/** Σ over the sets without the member of |S|! (n − |S| − 1)! / n! × (v(S with it) − v(S)). */
function shapleyOf(member: number, members: number, brings: readonly number[]): number {
  return subsets(members)
    .filter((set) => !isIn(set, member))
    .reduce((sum, set) => {
      const size = countBits(set);
      const weight = (factorial(size) * factorial(members - size - 1)) / factorial(members);
      return sum + weight * ((brings[set | (1 << member)] ?? 0) - (brings[set] ?? 0));
    }, 0);
}

const countBits = (set: number): number => set.toString(2).replaceAll('0', '').length;
const factorial = (of: number): number => (of <= 1 ? 1 : of * factorial(of - 1));
