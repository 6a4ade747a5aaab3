import { join } from 'node:path';
import { Piscina } from 'piscina';
import { currentAsker } from './asker';
import { DataStates } from './data-state';
import type { ClientData } from './client-data';
import { FairQueue } from './fair-queue';
import { QUERIES, type QueryName } from './registry';
import { HttpProblem } from '../problem';
import type { Db } from '../store/database';
import type { QueryWorkerData, WorkerReply } from './worker-reply';

type Asked<Q> = Q extends (data: ClientData, ...args: infer Args) => infer Answer ? (...args: Args) => Promise<Answer> : never;
/** The queries as seen from the server: each answers later, from its own thread. */
export type Queries = { [Name in QueryName]: Asked<(typeof QUERIES)[Name]> } & { close(): Promise<void> };

/** Room for answers, in cells of tables: some 60 MB. */
const ROOM = 400_000;
/** The thread has its next question before the answer to the last one is read and sent. */
const AT_ONCE = 2;
/** Megabytes for what lives as long as one question: with the usual 16 most of it is copied on before it dies. */
const YOUNG = 192;
/** Cells that an answer takes which is no table. */
const SMALL = 400;

/** Starts the query thread. One thread: its column tables are its memory. Equal questions of the same data are answered once. */
export function startQueries(db: Db, { dataFolder, room }: QueryWorkerData): Queries {
  const pool = new Piscina({
    filename: join(import.meta.dirname, 'query-worker.js'),
    minThreads: 1,
    maxThreads: 1,
    concurrentTasksPerWorker: AT_ONCE,
    idleTimeout: Infinity,
    resourceLimits: { maxYoungGenerationSizeMb: YOUNG },
    workerData: { dataFolder, room } satisfies QueryWorkerData,
  });
  const queue = new FairQueue(ROOM, AT_ONCE);
  const states = new DataStates(db);
  const ask =
    (query: QueryName) =>
    (...args: [string | { readonly client: string }, ...unknown[]]): Promise<unknown> => {
      const asker = currentAsker();
      return queue.ask({
        key: `${states.of(clientOf(args[0]))} ${query} ${JSON.stringify(args)}`,
        asker: asker?.id ?? '',
        signal: asker?.signal,
        work: async () => answerOf((await pool.run({ query, args })) as WorkerReply),
        weigh,
      });
    };
  const asked = Object.fromEntries((Object.keys(QUERIES) as QueryName[]).map((query) => [query, ask(query)]));
  return { ...asked, close: () => pool.close({ force: true }) } as Queries;
}

function answerOf(reply: WorkerReply): unknown {
  if ('refused' in reply) throw new HttpProblem(422, 'Too much for one table', reply.refused);
  return reply.answer;
}

/** Every question begins with its client, or says it. */
const clientOf = (first: string | { readonly client: string }): string => (typeof first === 'string' ? first : first.client);

function weigh(answer: unknown): number {
  const { rows, columns } = (answer ?? {}) as { rows?: unknown; columns?: unknown };
  return Array.isArray(rows) && Array.isArray(columns) ? SMALL + rows.length * (columns.length + 1) : SMALL;
}
