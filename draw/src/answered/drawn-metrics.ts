import { type MetricBook, type MetricId, type PictureKind, type ResultSetId, TARGET_METRICS, USUAL_TARGET } from '@lens/core';

/** What points lie high by beside spend, and what they are large of: a metric, and what the client is after. */
export function scatterMetrics(
  all: readonly MetricId[],
  metric: MetricId,
  result: ResultSetId,
): { readonly up: MetricId; readonly size: MetricId } {
  const target = USUAL_TARGET[result];
  const { count } = TARGET_METRICS[target];
  const up = metric !== 'spend' ? metric : all.includes(target) ? target : (all.find((id) => id !== 'spend') ?? 'spend');
  return { up, size: all.includes(count) ? count : 'clicks' };
}

/** What cards tell of all metrics of a set, the most telling first. */
export function cardMetrics(all: readonly MetricId[], metric: MetricId, result: ResultSetId): MetricId[] {
  const target = USUAL_TARGET[result];
  const told = [metric, 'spend', 'ctr', TARGET_METRICS[target].count, target, ...all];
  return [...new Set(told)].filter((id) => all.includes(id)).slice(0, MOST_ON_CARD);
}

const MOST_ON_CARD = 6;

/** Whether a picture shows what it is compared with beside what is. */
export const showsBefore = (picture: PictureKind): boolean => picture === 'bars' || picture === 'figure';

/** The metrics of a set that a picture of one of them is drawn from. */
export function drawnMetrics(
  { picture, metric, all }: { readonly picture: PictureKind; readonly metric: MetricId; readonly all: readonly MetricId[] },
  book: MetricBook,
  result: ResultSetId,
): readonly MetricId[] {
  switch (picture) {
    case 'scatter': {
      const { up, size } = scatterMetrics(all, metric, result);
      return [...new Set([metric, 'spend', up, size])];
    }
    case 'cards':
      return cardMetrics(all, metric, result);
    case 'funnel':
      return all.filter((id) => book.named(id).unit === 'count');
    default:
      return [metric];
  }
}
