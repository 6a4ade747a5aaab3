import type { NamedPicture, Upload } from '@lens/contract';
import { pictureName } from '@lens/core';
import { closeSync, createReadStream, openSync, readSync, statSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { createGunzip } from 'node:zlib';
import { receiveFile, type StoredContent, storeFile } from './file-store';
import { LARGEST_PICTURE, NoPicture, storePicture } from './pictures';
import { ZIP } from './read/guess-layout';
import { type ZipEntry, zipEntries } from './read/zip';
import { UnreadableFile } from './read/unreadable-file';

const PICTURE = /\.(?:png|jpe?g|gif|webp|svg)$/i;
const GZIP = Buffer.from([0x1f, 0x8b]);
/** Where archives are unpacked from. */
const waitingFolder = (dataFolder: string): string => join(dataFolder, 'staging');

/** A stored upload: its tables and the pictures beside them, with the names they have. */
export interface Unpacked {
  readonly files: readonly (StoredContent & { readonly name: string })[];
  readonly pictures: readonly NamedPicture[];
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
    return only({ ...stored, name: name.replace(/\.gz$/i, '') });
  }
  if (PICTURE.test(name))
    return unpacked(dataFolder, [{ name, size: statSync(path).size, open: () => Promise.resolve(createReadStream(path)) }]);
  if (!head.equals(ZIP)) return only({ ...(await storeFile(dataFolder, createReadStream(path))), name });
  const { entries, close } = await zipEntries(path);
  try {
    if (entries.some((entry) => entry.name === '[Content_Types].xml'))
      return only({ ...(await storeFile(dataFolder, createReadStream(path))), name });
    return await unpacked(dataFolder, entries);
  } finally {
    close();
  }
}

const only = (file: Unpacked['files'][number]): Unpacked => ({ files: [file], pictures: [], leftOut: [] });

/** Keeps each of the files: tables as they are, pictures small; what is neither is left out with its reason. */
async function unpacked(dataFolder: string, entries: readonly Pick<ZipEntry, 'name' | 'size' | 'open'>[]): Promise<Unpacked> {
  const files: Unpacked['files'][number][] = [];
  const pictures: NamedPicture[] = [];
  const leftOut: Upload['leftOut'] = [];
  for (const { name, size, open } of entries) {
    const reason = reasonAgainst(name, size);
    if (reason) leftOut.push({ name, reason });
    else if (!PICTURE.test(name)) files.push({ ...(await storeFile(dataFolder, await open())), name });
    else {
      const picture = await storePicture(dataFolder, await buffer(await open())).catch(asReason);
      if (typeof picture === 'string') pictures.push({ name: pictureName(name), hash: picture });
      else leftOut.push({ name, reason: picture.message });
    }
  }
  const [first] = leftOut;
  if (files.length + pictures.length === 0)
    throw new UnreadableFile(
      entries.length === 1 && first
        ? `“${first.name}” ${first.reason}.`
        : 'The archive holds no table (CSV, text, JSON or spreadsheet) and no picture.',
    );
  return { files, pictures, leftOut };
}

function asReason(error: unknown): NoPicture {
  if (error instanceof NoPicture) return error;
  throw error;
}

const isBroken = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && 'code' in error && String(error.code).startsWith('Z_');

function reasonAgainst(name: string, size: number): string {
  if (name.startsWith('.') || name.startsWith('._')) return 'belongs to the system that packed it';
  if (size === 0) return 'is empty';
  if (PICTURE.test(name)) return size > LARGEST_PICTURE ? `is larger than ${LARGEST_PICTURE / 1_000_000} MB` : '';
  return /\.(?:csv|tsv|tab|txt|json|jsonl|ndjson|xlsx)$/i.test(name) ? '' : 'is no table and no picture';
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
