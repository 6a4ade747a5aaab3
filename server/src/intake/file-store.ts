import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { randomUUID } from 'node:crypto';

export const LARGEST_FILE = 1_000_000_000;

export class FileTooLarge extends Error {}

/** Where a stored file lies: gzipped, named by the fingerprint of its content. */
export const storedPath = (dataFolder: string, hash: string): string => join(dataFolder, 'files', `${hash}.gz`);

/** Stores an upload under its SHA-256. It appears complete or not at all; the same content is stored once. */
export async function storeFile(dataFolder: string, upload: Readable): Promise<{ hash: string; size: number }> {
  const waiting = join(dataFolder, 'files', `${randomUUID()}.part`);
  const hash = createHash('sha256');
  let size = 0;
  const watch = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length;
      hash.update(chunk);
      done(size > LARGEST_FILE ? new FileTooLarge('The file is larger than 1 GB. Split it by month.') : null, chunk);
    },
  });
  try {
    await pipeline(upload, watch, createGzip({ level: 4 }), createWriteStream(waiting));
    const name = hash.digest('hex');
    await rename(waiting, storedPath(dataFolder, name));
    return { hash: name, size };
  } catch (error) {
    await rm(waiting, { force: true });
    throw error;
  }
}
