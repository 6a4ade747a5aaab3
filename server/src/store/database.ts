import Database from 'better-sqlite3';
import { join } from 'node:path';

export type Db = Database.Database;

/** The record: clients, promises, connections, jobs, decisions. Written by requests, always for a moment only. */
export const recordPath = (dataFolder: string): string => join(dataFolder, 'lens.sqlite');
/** The facts: feeds, imports and their rows. Written by the intake process alone, for as long as an import takes. */
export const factsPath = (dataFolder: string): string => join(dataFolder, 'facts.sqlite');

/**
 * Opens the record with the facts beside it; tables of both are named without saying where they are.
 * Two files have two locks, so an import of millions of rows holds up no edit. `patience` is how long a
 * write waits for another one, in milliseconds.
 */
export function openDatabase(dataFolder: string, patience = 10_000): Db {
  const db = openRecord(dataFolder, patience);
  db.prepare('ATTACH ? AS facts').run(factsPath(dataFolder));
  db.pragma('facts.journal_mode = WAL');
  db.pragma('facts.synchronous = NORMAL');
  return db;
}

/** The record alone. Settings that must hold on every connection are set here. */
export function openRecord(dataFolder: string, patience = 10_000): Db {
  const db = new Database(recordPath(dataFolder), { timeout: patience });
  db.pragma('journal_mode = WAL');
  db.pragma('foreign_keys = ON');
  db.pragma('synchronous = NORMAL');
  return db;
}

/** A connection that cannot write, for answering questions. */
export function openReadOnly(dataFolder: string): Db {
  const db = new Database(recordPath(dataFolder), { readonly: true, timeout: 10_000 });
  db.prepare('ATTACH ? AS facts').run(factsPath(dataFolder));
  return db;
}

/** A text that changes with every write to either file, by this connection or another. */
export function writesSeen(db: Db): string {
  const others = ['main', 'facts'].map((schema) => String(db.pragma(`${schema}.data_version`, { simple: true })));
  return [...others, String(db.prepare('SELECT total_changes()').pluck().get())].join();
}
