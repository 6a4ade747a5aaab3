import Database from 'better-sqlite3';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const lockPath = (dataFolder: string): string => join(dataFolder, 'in-use.lock');
const notePath = (dataFolder: string): string => join(dataFolder, 'in-use.txt');

/** Locks of this process: an object nobody holds would be closed. */
const held: Database.Database[] = [];

/** A data folder that another program has taken; `holder` says which, as far as it is known. */
export class FolderInUse extends Error {
  constructor(
    readonly folder: string,
    readonly holder: string,
  ) {
    super(
      `The data folder ${folder} is in use${holder === '' ? '' : ` by ${holder}`}. Stop that one first, or start with another folder: --data DIR`,
    );
  }
}

/**
 * Takes a data folder for this process, before anything in it is touched; throws FolderInUse where
 * another one has it. The lock is one of the operating system's (SQLite's own on a file of its own), so
 * it ends with the process however that ends.
 */
export function takeFolder(dataFolder: string): { note(text: string): void } {
  const lock = new Database(lockPath(dataFolder), { timeout: 0 });
  try {
    lock.pragma('locking_mode = EXCLUSIVE');
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if ((error as { code?: string }).code === 'SQLITE_BUSY') throw new FolderInUse(dataFolder, holderOf(dataFolder));
    throw error;
  }
  held.push(lock);
  return { note: (text) => writeFileSync(notePath(dataFolder), text) };
}

/** Throws FolderInUse where another process has the folder; takes nothing. For the start, which writes the demonstration before it serves. */
export function requireFreeFolder(dataFolder: string): void {
  const lock = new Database(lockPath(dataFolder), { timeout: 0 });
  try {
    lock.exec('BEGIN EXCLUSIVE; ROLLBACK');
  } catch (error) {
    if ((error as { code?: string }).code === 'SQLITE_BUSY') throw new FolderInUse(dataFolder, holderOf(dataFolder));
    throw error;
  } finally {
    lock.close();
  }
}

function holderOf(dataFolder: string): string {
  try {
    return readFileSync(notePath(dataFolder), 'utf8').trim();
  } catch {
    return '';
  }
}
