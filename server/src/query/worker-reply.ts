import type { QueryName } from './registry';

/** What a query thread is started with. */
export interface QueryWorkerData {
  readonly dataFolder: string;
  /** How many bytes of column segments it keeps in memory. */
  readonly room: number;
}

/** What a query thread is asked. */
export interface QueryTask {
  readonly query: QueryName;
  readonly args: readonly unknown[];
  /** Of the work that is shared. */
  readonly cells: Int32Array<SharedArrayBuffer>;
}

/** What comes back from the query thread: the answer, or why there is none. */
export type WorkerReply = { readonly answer: unknown } | { readonly refused: string };
