import { createHash } from 'node:crypto';
import { createWriteStream, mkdirSync } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { randomUUID } from 'node:crypto';

const LARGEST_FILE = 1_000_000_000;

export class FileTooLarge extends Error {}

export const filesFolder = (dataFolder: string): string => join(dataFolder, 'files');

/** Where a stored file lies: gzipped, named by the fingerprint of its content. */
export const storedPath = (dataFolder: string, hash: string): string => join(filesFolder(dataFolder), `${hash}.gz`);

export interface StoredContent {
  readonly hash: string;
  readonly size: number;
}

/** Stores content under its SHA-256. It appears complete or not at all; the same content is stored once. */
export async function storeFile(dataFolder: string, content: Readable): Promise<StoredContent> {
  const waiting = join(filesFolder(dataFolder), `${randomUUID()}.part`);
  const hash = createHash('sha256');
  const limit = limited((chunk) => hash.update(chunk));
  try {
    await pipeline(content, limit.stream, createGzip({ level: 4 }), createWriteStream(waiting));
    const name = hash.digest('hex');
    await rename(waiting, storedPath(dataFolder, name));
    return { hash: name, size: limit.size() };
  } catch (error) {
    await rm(waiting, { force: true });
    throw error;
  }
}

/** Takes an upload in as it comes, into a file that whoever asked for it removes. */
export async function receiveFile(folder: string, upload: Readable): Promise<string> {
  mkdirSync(folder, { recursive: true });
  const path = join(folder, `${randomUUID()}.upload`);
  try {
    await pipeline(upload, limited().stream, createWriteStream(path));
    return path;
  } catch (error) {
    await rm(path, { force: true });
    throw error;
  }
}

/** Passes bytes on up to the largest file there may be. */
function limited(see: (chunk: Buffer) => void = () => undefined): { stream: Transform; size: () => number } {
  let size = 0;
  const stream = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      size += chunk.length;
      see(chunk);
      done(size > LARGEST_FILE ? new FileTooLarge('The file is larger than 1 GB. Split it by month.') : null, chunk);
    },
  });
  return { stream, size: () => size };
}
