import { between, type Figure, gap } from '../figure/figure';
import { type Formula, nodesOf, type Place } from '../formula/formula';
import type { Contribution } from '../grain/contribution';
import { type Around, Measured } from '../grain/measured';
import { type ClientTables, numberOn, rateOn } from '../grain/tables';
import type { ClientNumber } from '../measure/client-number';
import { BUILT_IN_BOOK } from '../metric/metric-book';
import type { Question } from '../question/question';
import { COLUMN } from '../question/row-key';
import { targetFor, type TargetMetric } from '../target/target';
import type { DayRange } from '../time/day';
import type { Answer } from './answer';
import type { Member } from './member';

/** What members of an answer measured in one of its buckets, with what formulas may read beside it. */
export type MeasuredIn = (member: Member, bucket: number) => Measured;

interface Surroundings {
  readonly formulas: readonly Formula[];
  /** The bucket of the days before those of a bucket; undefined where none is summed. */
  readonly before: (bucket: number) => number | undefined;
  /** The buckets from the first of the days up to one, itself among them. */
  readonly upTo: (bucket: number) => readonly number[];
  /** The same of members that are days; see up-to. */
  readonly membersUpTo: (member: Member) => readonly Member[];
  readonly target: (metric: TargetMetric) => Figure;
  readonly clientNumber: (of: ClientNumber, bucket: number) => Figure;
  /** The member of a key, also of a part of one in a column. */
  readonly named: (key: string) => Member | undefined;
}

/** Members are put in their surroundings only where a formula reads those. */
export function measuredIn(
  terms: Answer['terms'],
  { formulas, before, upTo, membersUpTo, target, clientNumber, named }: Surroundings,
): MeasuredIn {
  const isRead = formulas.flatMap(nodesOf).some(({ kind }) => ['place', 'target', 'client number'].includes(kind));
  if (!isRead) return (member, bucket) => new Measured(terms, member.contributions(bucket));
  const known = new Map<string, Measured | undefined>();
  const whole = (key: string, bucket: number): Measured | undefined => {
    const place = `${bucket} ${key}`;
    if (!known.has(place)) {
      const member = named(key);
      known.set(place, member && new Measured(terms, member.contributions(bucket)));
    }
    return known.get(place);
  };
  const measured: MeasuredIn = (member, bucket) => {
    const [, column] = member.key.split(COLUMN);
    const inColumn = (key: string): string => (column === undefined ? key : `${key}${COLUMN}${column}`);
    const earlier = before(bucket);
    const around: Around = {
      previous: earlier === undefined ? undefined : () => measured(member, earlier),
      cumulative: () => new Measured(terms, cumulated(membersUpTo(member), upTo(bucket)), around),
      total: () => whole(inColumn('total'), bucket),
      parent: () => whole(inColumn(member.parent ?? 'total'), bucket),
      target,
      clientNumber: (of) => clientNumber(of, bucket),
    };
    return new Measured(terms, member.contributions(bucket), around);
  };
  return measured;
}

/** What members come to in several buckets together. */
const cumulated = (members: readonly Member[], buckets: readonly number[]): Contribution[] =>
  members.flatMap((member) => {
    const [first = [], ...others] = buckets.map((bucket) => member.contributions(bucket));
    return first.map((own, at) => ({ ...own, parts: [own, ...others.flatMap((each) => each[at] ?? [])].flatMap(({ parts }) => parts) }));
  });

/** Whether a formula reads how it stands in some place. */
export const readsPlace = (formula: Formula, place: Place): boolean =>
  nodesOf(formula).some((each) => each.kind === 'place' && each.place === place);

/** What a number of the only client of a question was on some days; money in the question's currency. Between bounds where it changed. */
export function numberIn(tables: ClientTables, { id, unit }: ClientNumber, { from, to }: DayRange): Figure {
  const [client, ...others] = tables.clients;
  if (!client || others.length > 0) return gap('not additive');
  let [least, most] = [Infinity, -Infinity];
  for (let day = from; day <= to; day++) {
    const own = numberOn(tables, 0, id, day);
    if (own === undefined) return gap('not measured');
    const rate = unit === 'money' ? rateOn({ rates: client.rates ?? null }, day) : 1;
    if (rate === undefined) return gap('no rate');
    [least, most] = [Math.min(least, own * rate), Math.max(most, own * rate)];
  }
  return between(least, most);
}

/** What the only client of a question was promised of a metric at the end of its days, in the question's currency. */
export function promised({ clients: [client, ...others] }: ClientTables, { period }: Question, metric: TargetMetric): Figure {
  if (!client || others.length > 0) return gap('not additive');
  const { targets = [], rates = null } = client;
  const target = targetFor(
    targets.filter((each) => each.metric === metric),
    period,
  );
  if (!target) return gap('not measured');
  const rate = BUILT_IN_BOOK.named(metric).unit === 'money' ? rateOn({ rates }, period.to) : 1;
  return rate === undefined ? gap('no rate') : { kind: 'value', value: target.value * rate };
}
