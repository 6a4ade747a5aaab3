import { createHash } from 'node:crypto';
import type { Db } from './database';

/** So many characters of a hash tell any two texts that people will ever keep apart. */
const HASH_LENGTH = 22;

/** Keeps the text of an address, once however often it is asked for; returns its hash. */
export function keepAddress(db: Db, text: string, now: Date): string {
  const hash = createHash('sha256').update(text).digest('base64url').slice(0, HASH_LENGTH);
  db.prepare('INSERT INTO kept_address (hash, text, kept_at) VALUES (?, ?, ?) ON CONFLICT (hash) DO NOTHING').run(
    hash,
    text,
    now.toISOString(),
  );
  return hash;
}

export const keptAddress = (db: Db, hash: string): string | undefined =>
  db.prepare('SELECT text FROM kept_address WHERE hash = ?').pluck().get(hash) as string | undefined;
