/** What a query thread is started with. */
export interface QueryWorkerData {
  readonly dataFolder: string;
  /** How many bytes of column segments it keeps in memory. */
  readonly room: number;
}

/** What comes back from the query thread: the answer, or why there is none. */
export type WorkerReply = { readonly answer: unknown } | { readonly refused: string };
