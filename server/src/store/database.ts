import Database from 'better-sqlite3';
import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

export type Db = Database.Database;

const MIGRATIONS = join(import.meta.dirname, 'migrations');

export const databasePath = (dataFolder: string): string => join(dataFolder, 'lens.sqlite');

/** Opens the record for reading and writing. Settings that must hold on every connection are set here. */
export function openDatabase(path: string): Db {
  const db = new Database(path);
  db.pragma('journal_mode = WAL');
  db.pragma('foreign_keys = ON');
  db.pragma('synchronous = NORMAL');
  db.pragma('busy_timeout = 10000');
  return db;
}

/** A connection that cannot write, for answering questions. */
export function openReadOnly(path: string): Db {
  const db = new Database(path, { readonly: true });
  db.pragma('busy_timeout = 10000');
  return db;
}

/**
 * Brings the database in a data folder up to date, copying it aside first when there is anything to
 * lose. Migrations are numbered .sql files, applied once, in order, each in a transaction.
 */
export async function migrate(dataFolder: string): Promise<Db> {
  mkdirSync(join(dataFolder, 'files'), { recursive: true });
  const path = databasePath(dataFolder);
  const isNew = !existsSync(path);
  const db = openDatabase(path);
  const done = db.pragma('user_version', { simple: true }) as number;
  const files = readdirSync(MIGRATIONS)
    .filter((file) => file.endsWith('.sql'))
    .sort();
  const waiting = files.filter((file) => Number.parseInt(file, 10) > done);
  if (!isNew && done > 0 && waiting.length > 0) await db.backup(`${path}.before-${waiting[0] ?? ''}.backup`);
  // A table that others refer to can only be made anew while nobody looks.
  db.pragma('foreign_keys = OFF');
  for (const file of waiting) {
    db.transaction(() => {
      db.exec(readFileSync(join(MIGRATIONS, file), 'utf8'));
      db.pragma(`user_version = ${Number.parseInt(file, 10)}`);
    })();
  }
  const dangling = db.pragma('foreign_key_check') as unknown[];
  if (dangling.length > 0) throw new Error(`The database has ${dangling.length} rows that refer to nothing after migrating.`);
  db.pragma('foreign_keys = ON');
  return db;
}
