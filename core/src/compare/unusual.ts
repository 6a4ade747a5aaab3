import type { Figure } from '../figure/figure';
import { isAdditive } from '../formula/linear';
import type { ClientTables } from '../grain/tables';
import type { Metric, MetricId } from '../metric/metric';
import { bookOf } from '../metric/metric-book';
import type { Names } from '../question/names';
import type { Question } from '../question/question';
import { type Day, daysOf } from '../time/day';
import { DAYS_BEFORE, type UnusualDay, unusualDays } from '../watch/unusual-days';
import type { Varies } from '../watch/usual-day';
import { answer, bucketsFor, figureIn, memberNamed, NOT_SELECTED } from './answer';

/** What is spent is told with the clicks it bought. */
const SPENT: MetricId = 'spend';
const BOUGHT: MetricId = 'clicks';
export const boughtBeside = (metrics: readonly MetricId[]): MetricId[] => (metrics.includes(SPENT) ? [BOUGHT] : []);

/** How what a metric counts varies from day to day; null where none of its days can be told to be unlike others. */
const variesAs = ({ id, unit, formula }: Metric): Varies | null =>
  id === SPENT ? 'amount' : unit === 'count' && isAdditive(formula) ? 'count' : null;

/** Members day by day, as they are shown: what they came to, and the clicks beside it. */
interface Shown {
  readonly key: string;
  readonly figures: readonly Figure[];
  readonly clicks: readonly Figure[];
}

type Unusual = (metric: MetricId, lines: readonly Shown[], settled: number) => UnusualDay[][];

/** Tells which days of members are unlike the days like them, from those before the period; of metrics of which it can be told. */
export function unusualIn(
  tables: ClientTables,
  question: Question,
  names: Names,
  { metrics, lastDay }: { readonly metrics: readonly MetricId[]; readonly lastDay: Day },
): Unusual {
  const book = bookOf(tables.vocabulary);
  const watched = metrics.filter((metric) => variesAs(book.named(metric)) !== null);
  if (watched.length === 0) return (_, lines) => lines.map(() => []);
  const { from } = question.period;
  const [like] = bucketsFor({ ...question, comparison: null }, lastDay);
  const days = daysOf({ from: from - DAYS_BEFORE, to: from - 1 });
  const found = answer(tables, { ...question, comparison: null, columns: null }, names, {
    metrics: [...new Set([...watched, ...boughtBeside(watched)])],
    buckets: days.map((day) => ({ ...like, from: day, to: day })),
    lastDay,
  });
  const withPast = (key: string, metric: MetricId, shown: readonly Figure[]): (number | null)[] => {
    // What is shown is chosen by the days shown: there is no past of it.
    const member = key === 'shown' ? undefined : memberNamed(found, NOT_SELECTED, key);
    const past = days.map((_, day) => (member ? figureIn(found, member, metric, day) : null));
    return [...past, ...shown].map((figure) => (figure?.kind === 'value' ? figure.value : null));
  };
  return (metric, lines, settled) => {
    const varies = variesAs(book.named(metric));
    if (!varies) return lines.map(() => []);
    const own = lines.map(({ key, figures, clicks }) => ({
      values: withPast(key, metric, figures),
      clicks: varies === 'amount' ? withPast(key, BOUGHT, clicks) : null,
    }));
    return unusualDays(own, settled, varies);
  };
}
