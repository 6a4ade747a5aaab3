import { plainQuestion, type Question } from '@lens/core';
import type { Resolved } from '../data/focus';

/** The question of the focus alone: everything of its client. */
export const questionOf = ({ client, period, comparison, knownOn, countedBy, basis }: Resolved): Question =>
  plainQuestion({
    clients: [client.id],
    period: { from: period.from, to: period.to },
    ...{ comparison, knownOn, countedBy, basis },
    metricSet: client.metricSet,
    sort: { by: 'name', of: 'now', direction: 'ascending' },
  });
