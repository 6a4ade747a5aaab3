import type { NamedPicture } from '@lens/contract';
import Database from 'better-sqlite3';
import type { Db } from './database';

/** Keeps the pictures of an account under the names its files give them; the newest of a name counts. */
export function keepPictures(db: Db, account: string, pictures: readonly NamedPicture[]): void {
  const keep = db.prepare('INSERT OR REPLACE INTO picture (account_id, name, hash) VALUES (?, ?, ?)');
  db.transaction(() => {
    for (const { name, hash } of pictures) keep.run(account, name, hash);
  })();
}

/** Pictures that a checked file names and its account does not have: as the file writes them, and the name alone. */
export function missingPictures(db: Db, staging: string, account: string): { address: string; name: string }[] {
  const staged = new Database(staging, { readonly: true });
  try {
    const known = new Set(db.prepare<[string], string>('SELECT name FROM picture WHERE account_id = ?').pluck().all(account));
    const named = staged
      .prepare<[], { address: string; name: string }>('SELECT DISTINCT address, name FROM staged_picture ORDER BY name')
      .all();
    return named.filter(({ name }) => !known.has(name));
  } finally {
    staged.close();
  }
}

/** Fingerprints of the pictures of a client's ads, by member. */
export function picturesOf(db: Db, client: string): ReadonlyMap<number, string> {
  const rows = db
    .prepare<[string], { member: number; hash: string }>(
      `SELECT ad_picture.member_id AS member, picture.hash FROM ad_picture
       JOIN import ON import.id = ad_picture.import_id AND taken_back_at IS NULL
       JOIN member ON member.id = ad_picture.member_id
       JOIN picture ON picture.account_id = member.account_id AND picture.name = ad_picture.name
       JOIN account ON account.id = member.account_id AND client_id = ? ORDER BY import.id`,
    )
    .all(client);
  return new Map(rows.map(({ member, hash }) => [member, hash]));
}
