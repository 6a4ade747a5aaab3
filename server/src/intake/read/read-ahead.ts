import type { FileLayout } from '@lens/core';
import { statSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Ahead } from './read-ahead-worker';
import { readBlocks, type TableLine } from './table';
import { UnreadableFile } from './unreadable-file';
import { unpacked } from './packed-lines';

/** Of a smaller stored file the rows are read before a thread has started. */
const LARGE = 200_000;

/**
 * The same as readBlocks. Separated text is parsed in a thread of its own, some blocks ahead: parsing it
 * takes about as long as everything that is done with its rows.
 */
export async function* readAhead(path: string, layout: FileLayout): AsyncGenerator<readonly TableLine[]> {
  if (layout.format !== 'separated' || statSync(path).size < LARGE) {
    yield* readBlocks(path, layout);
    return;
  }
  const worker = new Worker(join(import.meta.dirname, 'read-ahead-worker.js'), { workerData: { path, layout } });
  const come: Ahead[] = [];
  let wake = (): void => undefined;
  let lost: unknown;
  worker.on('message', (message: Ahead) => {
    come.push(message);
    wake();
  });
  worker.once('error', (error) => {
    lost = error;
    wake();
  });
  try {
    for (;;) {
      while (come.length === 0 && lost === undefined) await new Promise<void>((resolve) => (wake = resolve));
      const message = come.shift();
      if (message === undefined) throw lost;
      if (message.kind === 'end') return;
      if (message.kind === 'failed') throw message.unreadable ? new UnreadableFile(message.error) : new Error(message.error);
      worker.postMessage('more');
      yield unpacked(message.lines);
    }
  } finally {
    await worker.terminate();
  }
}
