import { join } from 'node:path';
import { Piscina } from 'piscina';
import { currentAsker } from './asker';
import { DataStates } from './data-state';
import type { QueryEngine } from './engine';
import { FairQueue } from './fair-queue';
import type { QueryMethod } from './worker';
import type { Db } from '../store/database';

type Asked<M extends QueryMethod> = (...args: Parameters<QueryEngine[M]>) => Promise<ReturnType<QueryEngine[M]>>;
/** The query engine as seen from the server: every method answers later, from its own thread. */
export type Queries = { [M in QueryMethod]: Asked<M> } & { close(): Promise<void> };

/** Room for answers, in cells of tables: some 60 MB. */
const ROOM = 400_000;
/** The thread has its next question before the answer to the last one is read and sent. */
const AT_ONCE = 2;
/** Cells that an answer takes which is no table. */
const SMALL = 400;

/** Starts the query thread. One thread: its column tables are its memory. Equal questions of the same data are answered once. */
export function startQueries(db: Db, dataFolder: string): Queries {
  const pool = new Piscina({
    filename: join(import.meta.dirname, 'query-worker.js'),
    minThreads: 1,
    maxThreads: 1,
    concurrentTasksPerWorker: AT_ONCE,
    idleTimeout: Infinity,
    workerData: { dataFolder },
  });
  const queue = new FairQueue(ROOM, AT_ONCE);
  const states = new DataStates(db);
  const ask =
    <M extends QueryMethod>(method: M): Asked<M> =>
    (...args) => {
      const asker = currentAsker();
      return queue.ask({
        key: `${states.of(clientOf(args[0]))} ${method} ${JSON.stringify(args)}`,
        asker: asker?.id ?? '',
        signal: asker?.signal,
        work: () => pool.run({ method, args }) as Promise<ReturnType<QueryEngine[M]>>,
        weigh,
      });
    };
  return {
    compare: ask('compare'),
    series: ask('series'),
    trace: ask('trace'),
    audit: ask('audit'),
    feeds: ask('feeds'),
    importDetail: ask('importDetail'),
    health: ask('health'),
    names: ask('names'),
    visits: ask('visits'),
    lots: ask('lots'),
    tryJoining: ask('tryJoining'),
    guessedConventions: ask('guessedConventions'),
    close: () => pool.close({ force: true }),
  };
}

/** Every question begins with its client, or says it. */
const clientOf = (first: string | { readonly client: string }): string => (typeof first === 'string' ? first : first.client);

function weigh(answer: unknown): number {
  const { rows, columns } = (answer ?? {}) as { rows?: unknown; columns?: unknown };
  return Array.isArray(rows) && Array.isArray(columns) ? SMALL + rows.length * (columns.length + 1) : SMALL;
}
