/** What comes back from the query thread: the answer, or why there is none. */
export type WorkerReply = { readonly answer: unknown } | { readonly refused: string };
