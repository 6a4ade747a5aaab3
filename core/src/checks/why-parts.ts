import { sum } from 'simple-statistics';
import type { Member } from '../compare/member';
import { mixAndRate, type Weighed } from '../compare/why';
import type { Question } from '../question/question';
import { TARGET_METRICS, USUAL_TARGET } from '../target/target';
import type { DayRange } from '../time/day';
import { valueOf } from './channel-lines';
import { read, type Read, resultOf, type Situation } from './situation';

/** What a member came to in a period. */
export interface Sums {
  readonly spend: number;
  readonly clicks: number;
  readonly count: number;
  /** Null where outcomes carry no value, or the target is of no value. */
  readonly value: number | null;
}

export interface Both {
  readonly before: Sums;
  readonly now: Sums;
}

export const metricOf = ({ target, metricSet }: Situation) => target?.metric ?? USUAL_TARGET[metricSet];
export const isValued = (situation: Situation): boolean => TARGET_METRICS[metricOf(situation)].bound === 'at least';

/** Asks for what the change is made of, of the days and of those before, at the same age. */
export const asking =
  (situation: Situation, before: DayRange) =>
  (rows: readonly string[], counting: Partial<Question> = {}): Read => {
    const value = isValued(situation) ? valueOf(situation) : undefined;
    return read(situation, ['spend', 'clicks', resultOf(situation).count, ...(value === undefined ? [] : [value])], {
      rows,
      ...counting,
      comparison: before,
    });
  };

/** Null where something of it is not measured in one of the periods. */
function bothOf({ value: read }: Read, member: Member, situation: Situation): Both | null {
  const worth = isValued(situation) ? valueOf(situation) : undefined;
  const of = (bucket: number): Sums | null => {
    const [spend, clicks, count] = ['spend', 'clicks', resultOf(situation).count].map((metric) => read(member, metric, bucket));
    const value = worth === undefined ? null : read(member, worth, bucket);
    if (spend == null || clicks == null || count == null || (worth !== undefined && value === null)) return null;
    return { spend, clicks, count, value };
  };
  const [now, before] = [of(0), of(1)];
  return now && before && { before, now };
}

/** One reason: what it is and how much of the change it makes. */
export interface Reason {
  readonly words: string;
  readonly amount: number;
}

/** Members that tell everything in both periods, and the names of those that spend and do not. */
export interface Told {
  readonly told: readonly { readonly name: string; readonly both: Both }[];
  readonly silent: readonly string[];
}

export function membersOf(situation: Situation, answered: Read, level: string): Told {
  const own = answered.members.filter((member) => member.level === level && member.kind === 'member');
  const all = own.map((member) => ({
    name: member.name,
    both: bothOf(answered, member, situation),
    spend: answered.value(member, 'spend'),
  }));
  return {
    told: all.flatMap(({ name, both }) => (both ? [{ name, both }] : [])),
    silent: all.flatMap(({ name, both, spend }) => (!both && (spend ?? 0) > 0 ? [name] : [])),
  };
}

export function totalOf(all: readonly Both[]): Both {
  const total = (of: 'before' | 'now', part: keyof Sums): number => sum(all.map((each) => each[of][part] ?? 0));
  const sums = (of: 'before' | 'now'): Sums => ({
    spend: total(of, 'spend'),
    clicks: total(of, 'clicks'),
    count: total(of, 'count'),
    value: total(of, 'value'),
  });
  return { before: sums('before'), now: sums('now') };
}

/** Of channels, or campaigns: by the money moved among them, and by what each brings. */
export function partsOf(situation: Situation, { told: own }: Told): Reason[] {
  const weighed = ({ spend, count, value }: Sums): Weighed =>
    isValued(situation) ? { weight: spend, amount: value ?? 0 } : { weight: count, amount: spend };
  const parts = mixAndRate(own.map(({ both }) => ({ before: weighed(both.before), now: weighed(both.now) })));
  const what = isValued(situation) ? 'money' : resultOf(situation).many;
  return (parts ?? []).flatMap(({ mix, rate }, at) => {
    const name = own[at]?.name ?? '';
    return [
      { words: `${name} itself`, amount: rate },
      { words: `another share of the ${what} in ${name}`, amount: mix },
    ];
  });
}
