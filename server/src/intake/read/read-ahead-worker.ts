import type { FileLayout } from '@lens/core';
import { parentPort, workerData } from 'node:worker_threads';
import { type PackedLines, packed } from './packed-lines';
import { readBlocks } from './table';
import { UnreadableFile } from './unreadable-file';

export type Ahead =
  | { readonly kind: 'lines'; readonly lines: PackedLines }
  | { readonly kind: 'end' }
  | { readonly kind: 'failed'; readonly error: string; readonly unreadable: boolean };

/** So many blocks may wait to be taken: memory does not grow with the file. */
const MOST_WAITING = 4;

let waiting = 0;
let wake = (): void => undefined;
parentPort?.on('message', () => {
  waiting -= 1;
  wake();
});
const say = (message: Ahead): void => parentPort?.postMessage(message);

async function read({ path, layout }: { path: string; layout: FileLayout }): Promise<void> {
  for await (const lines of readBlocks(path, layout)) {
    while (waiting >= MOST_WAITING) await new Promise<void>((resolve) => (wake = resolve));
    waiting += 1;
    say({ kind: 'lines', lines: packed(lines) });
  }
}

read(workerData as Parameters<typeof read>[0]).then(
  () => say({ kind: 'end' }),
  (error: unknown) =>
    say({ kind: 'failed', error: error instanceof Error ? error.message : String(error), unreadable: error instanceof UnreadableFile }),
);
