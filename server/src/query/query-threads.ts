import { join } from 'node:path';
import { Piscina } from 'piscina';
import type { QueryName } from './registry';
import type { SharedWork } from './shared-work';
import type { QueryTask, QueryWorkerData, WorkerReply } from './worker-reply';

/** Two, so that a light question need not wait for a heavy one; the machines this runs on have two cores. */
export const THREADS = 2;
/** Megabytes for what lives as long as one question: with the usual 16 most of it is copied on before it dies. */
const YOUNG = 64;
/** Questions of which is remembered who answered them. */
const MOST_REMEMBERED = 200;

interface Thread {
  readonly pool: Piscina;
  busy: number;
}

/** Threads that answer questions. Each keeps columns and sums in a memory of its own, so what was asked before goes where it was answered. */
export class QueryThreads {
  private readonly threads: readonly Thread[];
  private readonly answeredBy = new Map<string, Thread>();

  constructor({ dataFolder, room }: QueryWorkerData) {
    this.threads = Array.from({ length: THREADS }, () => ({ pool: startThread({ dataFolder, room: room / THREADS }), busy: 0 }));
  }

  /** `sums` is the same for questions that are answered by the same sums. Rejects when `work` is stopped. */
  async ask(query: QueryName, args: readonly unknown[], sums: string, work: SharedWork): Promise<WorkerReply> {
    const thread = this.threadFor(sums);
    thread.busy += 1;
    try {
      return (await thread.pool.run({ query, args, cells: work.cells } satisfies QueryTask)) as WorkerReply;
    } finally {
      thread.busy -= 1;
    }
  }

  async close(): Promise<void> {
    await Promise.all(this.threads.map(({ pool }) => pool.close({ force: true })));
  }

  private threadFor(sums: string): Thread {
    const known = this.answeredBy.get(sums);
    const idlest = this.threads.reduce((least, each) => (each.busy < least.busy ? each : least));
    const thread = known && known.busy <= idlest.busy ? known : idlest;
    this.answeredBy.delete(sums);
    this.answeredBy.set(sums, thread);
    for (const oldest of this.answeredBy.keys()) if (this.answeredBy.size > MOST_REMEMBERED) this.answeredBy.delete(oldest);
    return thread;
  }
}

const startThread = (data: QueryWorkerData): Piscina =>
  new Piscina({
    filename: join(import.meta.dirname, 'query-worker.js'),
    minThreads: 1,
    maxThreads: 1,
    concurrentTasksPerWorker: 1,
    idleTimeout: Infinity,
    resourceLimits: { maxYoungGenerationSizeMb: YOUNG },
    workerData: data,
  });
