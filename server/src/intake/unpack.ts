import type { Upload } from '@lens/contract';
import { createReadStream, openSync, readSync, closeSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { receiveFile, type StoredContent, storeFile } from './file-store';
import { ZIP } from './read/guess-layout';
import { zipEntries } from './read/zip';
import { UnreadableFile } from './read/unreadable-file';

const GZIP = Buffer.from([0x1f, 0x8b]);
/** Where archives are unpacked from. */
const waitingFolder = (dataFolder: string): string => join(dataFolder, 'staging');

/** A stored upload and the names its files have. */
export interface Unpacked {
  readonly files: readonly (StoredContent & { readonly name: string })[];
  readonly leftOut: Upload['leftOut'];
}

/** Stores an upload: a gzipped file as what is in it, an archive as the files it holds, all else as it is. */
export async function storeUpload(dataFolder: string, name: string, upload: Readable): Promise<Unpacked> {
  const path = await receiveFile(waitingFolder(dataFolder), upload);
  try {
    return await unpack(dataFolder, name, path);
  } finally {
    await rm(path, { force: true });
  }
}

async function unpack(dataFolder: string, name: string, path: string): Promise<Unpacked> {
  const head = headOf(path);
  if (head.subarray(0, 2).equals(GZIP)) {
    const inner = createReadStream(path).pipe(createGunzip());
    const stored = await storeFile(dataFolder, inner).catch((error: unknown) => {
      throw isBroken(error) ? new UnreadableFile('The gzipped file is not complete. Pack it again, or drop the file itself.') : error;
    });
    return { files: [{ ...stored, name: name.replace(/\.gz$/i, '') }], leftOut: [] };
  }
  if (!head.equals(ZIP)) return { files: [{ ...(await storeFile(dataFolder, createReadStream(path))), name }], leftOut: [] };
  const { entries, close } = await zipEntries(path);
  try {
    if (entries.some((entry) => entry.name === '[Content_Types].xml'))
      return { files: [{ ...(await storeFile(dataFolder, createReadStream(path))), name }], leftOut: [] };
    const files = [];
    const leftOut: Upload['leftOut'] = [];
    for (const entry of entries) {
      const reason = reasonAgainst(entry.name, entry.size);
      if (reason) leftOut.push({ name: entry.name, reason });
      else files.push({ ...(await storeFile(dataFolder, await entry.open())), name: entry.name });
    }
    if (files.length === 0) throw new UnreadableFile('The archive holds no table: CSV, text, JSON or spreadsheet.');
    return { files, leftOut };
  } finally {
    close();
  }
}

const isBroken = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && 'code' in error && String(error.code).startsWith('Z_');

function reasonAgainst(name: string, size: number): string {
  if (name.startsWith('.') || name.startsWith('._')) return 'belongs to the system that packed it';
  if (size === 0) return 'is empty';
  return /\.(?:csv|tsv|tab|txt|json|jsonl|ndjson|xlsx)$/i.test(name) ? '' : 'is no table';
}

function headOf(path: string): Buffer {
  const head = Buffer.alloc(4);
  const file = openSync(path, 'r');
  try {
    return head.subarray(0, readSync(file, head, 0, 4, 0));
  } finally {
    closeSync(file);
  }
}
