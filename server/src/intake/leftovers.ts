import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Context } from '../context';
import { dropFile, filesNeverImported, filesToForget } from '../store/imports';
import { filesFolder, storedPath } from './file-store';
import { picturesFolder } from './pictures';
import { COPIES } from './read/ordered-copy';

/** So many days a file that nobody imported is kept; the intake screen says so. */
const KEPT_DAYS = 30;
const MS_PER_DAY = 86_400_000;

/** Removes files of which only the fingerprint is to be kept. */
export function forgetFiles({ db, dataFolder }: Context): void {
  for (const hash of filesToForget(db)) rmSync(storedPath(dataFolder, hash), { force: true });
}

/** Removes uploads and copies that a stop cut off, and files dropped long ago that were never imported. */
export function dropLeftovers({ db, dataFolder, now }: Context): void {
  const isLeft = (file: string): boolean => file.endsWith('.part') || file.startsWith(COPIES);
  for (const folder of [filesFolder(dataFolder), picturesFolder(dataFolder)].filter((each) => existsSync(each)))
    for (const file of readdirSync(folder).filter(isLeft)) rmSync(join(folder, file), { recursive: true, force: true });
  for (const hash of filesNeverImported(db, new Date(now().getTime() - KEPT_DAYS * MS_PER_DAY).toISOString())) {
    rmSync(storedPath(dataFolder, hash), { force: true });
    dropFile(db, hash);
  }
}
