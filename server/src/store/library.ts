import { clientNumbers, type Library, type OwnMetric, type OwnMetricSet } from '@lens/core';
import type { Db } from './database';
import { documentsOf } from './documents';
import { rulesOf } from './rules';

export type MetricBody = Omit<OwnMetric, 'id' | 'client'>;
export type MetricSetBody = Omit<OwnMetricSet, 'id' | 'client'>;

/** The metrics and sets of the agency and of a client, and the numbers it can calculate with. */
export const libraryOf = (db: Db, client: string): Library => ({
  metrics: documentsOf<MetricBody>(db, 'metric', client).map(({ id, client: whose, body }) => ({ ...body, id, client: whose })),
  sets: documentsOf<MetricSetBody>(db, 'metric set', client).map(({ id, client: whose, body }) => ({ ...body, id, client: whose })),
  numbers: clientNumbers(rulesOf(db, client, 'promises').numbers),
});
