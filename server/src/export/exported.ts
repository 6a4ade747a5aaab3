import type { Client, WireTable } from '@lens/contract';
import type { MetricBook, Question } from '@lens/core';
import type { LimitsIn } from './export-columns';

/** A table with the question it answers and what is needed to write it. */
export interface Exported {
  readonly client: Client;
  readonly question: Question;
  readonly table: WireTable;
  readonly book: MetricBook;
  readonly limitsIn: LimitsIn;
}
