import { type Question, sumsAsked } from '@lens/core';
import { currentAsker } from './asker';
import { DataStates } from './data-state';
import type { ClientData } from './client-data';
import { FairQueue, NOBODY } from './fair-queue';
import { QueryThreads, THREADS } from './query-threads';
import { QUERIES, type QueryName } from './registry';
import { HttpProblem } from '../problem';
import type { Db } from '../store/database';
import { SharedWork } from './shared-work';
import type { QueryWorkerData, WorkerReply } from './worker-reply';

type Asked<Q> = Q extends (data: ClientData, ...args: infer Args) => infer Answer ? (...args: Args) => Promise<Answer> : never;
/** The queries as seen from the server: each answers later, from its own thread. */
export type Queries = { [Name in QueryName]: Asked<(typeof QUERIES)[Name]> } & {
  /** Which share is done of what somebody waits for, from 0 to 1; null where nothing is told of it. */
  done(asker: string): number | null;
  close(): Promise<void>;
};

type First = string | Question | { readonly client: string } | { readonly clients: readonly string[] };

/** Questions that take a second or more. */
const LONG: ReadonlySet<QueryName> = new Set([
  'changeInBulk',
  'checks',
  'credit',
  'journeys',
  'logHealth',
  'lookByRule',
  'plan',
  'rehearseRule',
]);
/** Room for answers, in cells of tables: some 60 MB. */
const ROOM = 400_000;
/** Cells that an answer takes which is no table. */
const SMALL = 400;

/** Starts the query threads. Equal questions of the same data are answered once. */
export function startQueries(db: Db, data: QueryWorkerData): Queries {
  const threads = new QueryThreads(data);
  const queue = new FairQueue(ROOM, THREADS);
  const states = new DataStates(db);
  const atWork = new Map<SharedWork, string>();
  const ask =
    (query: QueryName) =>
    (...args: [First, ...unknown[]]): Promise<unknown> => {
      const asker = currentAsker();
      return queue.ask({
        key: `${clientsOf(args[0])
          .map((client) => states.of(client))
          .join()} ${query} ${JSON.stringify(args)}`,
        asker: asker?.id ?? NOBODY,
        signal: asker?.signal,
        isLong: LONG.has(query),
        work: async (stop) => {
          const work = new SharedWork();
          stop.addEventListener('abort', () => work.stop(), { once: true });
          atWork.set(work, asker?.id ?? NOBODY);
          try {
            return answerOf(await threads.ask(query, args, sumsOf(args[0]), work));
          } finally {
            atWork.delete(work);
          }
        },
        weigh,
      });
    };
  const asked = Object.fromEntries((Object.keys(QUERIES) as QueryName[]).map((query) => [query, ask(query)]));
  // Of several the one that has the longest way to go.
  const done = (asker: string): number | null =>
    [...atWork].reduce<number | null>(
      (least, [work, of]) => (of === asker && work.done !== null ? Math.min(least ?? 1, work.done) : least),
      null,
    );
  return { ...asked, done, close: () => threads.close() } as Queries;
}

function answerOf(reply: WorkerReply): unknown {
  if ('refused' in reply) throw new HttpProblem(422, 'Too much for one table', reply.refused);
  return reply.answer;
}

/** What is summed for a question; text that is the same for all queries about a client that ask for nothing in particular. */
const sumsOf = (first: First): string => (typeof first === 'string' ? first : JSON.stringify('rows' in first ? sumsAsked(first) : first));

/** Every question begins with its client, or says whose it is. */
const clientsOf = (first: First): readonly string[] =>
  typeof first === 'string' ? [first] : 'clients' in first ? first.clients : [first.client];

function weigh(answer: unknown): number {
  if (Array.isArray(answer)) return answer.reduce((sum: number, each: unknown) => sum + weigh((each as { table?: unknown }).table), 0);
  const { rows, columns } = (answer ?? {}) as { rows?: unknown; columns?: unknown };
  return Array.isArray(rows) && Array.isArray(columns) ? SMALL + rows.length * (columns.length + 1) : SMALL;
}
