import { TooManyMembers } from '@lens/core';
import { Piscina } from 'piscina';
import { ClientData } from './client-data';
import { QUERIES } from './registry';
import { Superseded } from '../store/segments';
import { SharedWork } from './shared-work';
import type { QueryTask, QueryWorkerData, WorkerReply } from './worker-reply';

/** A query thread: the data of clients in its memory, asked by the name of a query. */
const { dataFolder, room } = Piscina.workerData as QueryWorkerData;
const data = new ClientData(dataFolder, room);

/** Answers a question, or says why it cannot be answered: what an error is does not outlive the way to the server. */
export default function run({ query, args, cells }: QueryTask): WorkerReply {
  data.work = new SharedWork(cells);
  const answer = QUERIES[query] as (of: ClientData, ...args: readonly unknown[]) => unknown;
  try {
    return { answer: withCurrentSegments(() => answer(data, ...args)) };
  } catch (error) {
    if (error instanceof TooManyMembers) return { refused: error.message };
    throw error;
  }
}

/** Asks once more where an import has replaced segments meanwhile. */
function withCurrentSegments<T>(ask: () => T): T {
  for (let tries = 1; ; tries++)
    try {
      return ask();
    } catch (error) {
      if (!(error instanceof Superseded) || tries === MOST_TRIES) throw error;
      data.forget(error.feed);
    }
}

/** Imports follow one another more slowly than questions are answered. */
const MOST_TRIES = 5;
