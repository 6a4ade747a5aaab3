import type { Db } from './database';

/**
 * Begins to write to the facts, as the first thing in a transaction: waits for another import here, and not
 * in the middle, where waiting would be refused. BEGIN IMMEDIATE would lock the record as well.
 */
export const lockFacts = (db: Db): void => void db.exec('UPDATE facts.feed SET version = version WHERE id IS NULL');
