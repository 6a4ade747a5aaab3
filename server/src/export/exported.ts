import type { Client, WireTable } from '@lens/contract';
import type { LimitsIn, MetricBook, Question } from '@lens/core';

/** A table with the question it answers and what is needed to write it. */
export interface Exported {
  readonly client: Client;
  readonly question: Question;
  readonly table: WireTable;
  readonly book: MetricBook;
  readonly limitsIn: LimitsIn;
}
