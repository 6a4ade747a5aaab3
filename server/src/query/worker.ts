import { TooManyMembers } from '@lens/core';
import { Piscina } from 'piscina';
import { ClientData } from './client-data';
import { QUERIES, type QueryName } from './registry';
import type { WorkerReply } from './worker-reply';

/** The query thread: the data of all clients in its memory, asked by the name of a query. */
const { dataFolder } = Piscina.workerData as { dataFolder: string };
const data = new ClientData(dataFolder);

/** Answers a question, or says why it cannot be answered: what an error is does not outlive the way to the server. */
export default function run({ query, args }: { query: QueryName; args: readonly unknown[] }): WorkerReply {
  try {
    return { answer: (QUERIES[query] as (of: ClientData, ...args: readonly unknown[]) => unknown)(data, ...args) };
  } catch (error) {
    if (error instanceof TooManyMembers) return { refused: error.message };
    throw error;
  }
}
