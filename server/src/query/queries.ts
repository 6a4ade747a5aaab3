import { join } from 'node:path';
import { Piscina } from 'piscina';
import type { QueryEngine } from './engine';
import type { QueryMethod } from './worker';

type Asked<M extends QueryMethod> = (...args: Parameters<QueryEngine[M]>) => Promise<ReturnType<QueryEngine[M]>>;
/** The query engine as seen from the server: every method answers later, from its own thread. */
export type Queries = { [M in QueryMethod]: Asked<M> } & { close(): Promise<void> };

/** Starts the query thread. One thread: its column tables are its memory. */
export function startQueries(dataFolder: string): Queries {
  const pool = new Piscina({
    filename: join(import.meta.dirname, 'query-worker.js'),
    minThreads: 1,
    maxThreads: 1,
    idleTimeout: Infinity,
    workerData: { dataFolder },
  });
  const ask =
    <M extends QueryMethod>(method: M): Asked<M> =>
    (...args) =>
      pool.run({ method, args }) as Promise<ReturnType<QueryEngine[M]>>;
  return {
    compare: ask('compare'),
    series: ask('series'),
    trace: ask('trace'),
    audit: ask('audit'),
    notMatched: ask('notMatched'),
    health: ask('health'),
    names: ask('names'),
    visits: ask('visits'),
    lots: ask('lots'),
    tryJoining: ask('tryJoining'),
    guessedConventions: ask('guessedConventions'),
    close: () => pool.close({ force: true }),
  };
}
