import { createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { storedBytes } from './text';

/** Unpacks a stored file for readers that jump about in it, and removes the copy when they are done. */
export async function* withPlainCopy<T>(path: string, read: (plain: string) => AsyncGenerator<T>): AsyncGenerator<T> {
  const folder = mkdtempSync(join(tmpdir(), 'lens-sheet-'));
  const plain = join(folder, 'file.xlsx');
  try {
    await pipeline([...storedBytes(path), createWriteStream(plain)] as never);
    yield* read(plain);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
