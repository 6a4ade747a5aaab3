import type { Db } from './database';
import { columnsOf, feedsOf } from './feeds';

/** Feeds of a client, by name, whose rows or files speak of a word; also files of imports that were taken back. */
export function usesOfWord(db: Db, client: string, id: string): string[] {
  const inImports = db.prepare('SELECT count(*) FROM import WHERE feed_id = ? AND instr(mapping, ?) > 0').pluck();
  const quoted = JSON.stringify(id);
  return feedsOf(db, client)
    .filter(
      (feed) =>
        feed.action === id ||
        feed.grain.includes(id) ||
        JSON.stringify(feed.mapping).includes(quoted) ||
        columnsOf(db, feed.id).some((term) => term === id || term.startsWith(`${id}.`)) ||
        inImports.get(feed.id, quoted) !== 0,
    )
    .map(({ name }) => name);
}
