import { type Figure, gap } from '../figure/figure';
import { type Formula, nodesOf, type Place } from '../formula/formula';
import { type Around, Measured } from '../grain/measured';
import { type ClientTables, rateOn } from '../grain/tables';
import { BUILT_IN_BOOK } from '../metric/metric-book';
import type { Question } from '../question/question';
import { COLUMN } from '../question/row-key';
import { targetFor, type TargetMetric } from '../target/target';
import type { Answer } from './answer';
import type { Member } from './member';

/** What members of an answer measured in one of its buckets, with what formulas may read beside it. */
export type MeasuredIn = (member: Member, bucket: number) => Measured;

interface Surroundings {
  readonly formulas: readonly Formula[];
  /** The bucket before the first one; undefined where none is summed. */
  readonly before: number | undefined;
  readonly target: (metric: TargetMetric) => Figure;
  /** The member of a key, also of a part of one in a column. */
  readonly named: (key: string) => Member | undefined;
}

/** Members are put in their surroundings only where a formula reads those. */
export function measuredIn(terms: Answer['terms'], { formulas, before, target, named }: Surroundings): MeasuredIn {
  const isRead = formulas.flatMap(nodesOf).some(({ kind }) => kind === 'place' || kind === 'target');
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
    const around: Around = {
      previous: before !== undefined && bucket === 0 ? () => measured(member, before) : undefined,
      total: () => whole(inColumn('total'), bucket),
      parent: () => whole(inColumn(member.parent ?? 'total'), bucket),
      target,
    };
    return new Measured(terms, member.contributions(bucket), around);
  };
  return measured;
}

/** Whether a formula reads how it stands in some place. */
export const readsPlace = (formula: Formula, place: Place): boolean =>
  nodesOf(formula).some((each) => each.kind === 'place' && each.place === place);

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
