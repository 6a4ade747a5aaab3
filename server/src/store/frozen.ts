import { deflateSync, inflateSync } from 'node:zlib';
import type { Db } from './database';

/** Keeps what a frozen copy shows; it never changes. */
export function keepFrozen(db: Db, id: string, content: unknown): void {
  db.prepare('INSERT INTO frozen_content (id, content) VALUES (?, ?)').run(id, deflateSync(JSON.stringify(content)));
}

/** What a frozen copy shows, as it was kept. */
export const frozenContent = (db: Db, id: string): unknown =>
  JSON.parse(inflateSync(db.prepare('SELECT content FROM frozen_content WHERE id = ?').pluck().get(id) as Buffer).toString());
