import type { Db } from './database';

export function readSetting(db: Db, name: string): string | undefined {
  return db.prepare<[string], { value: string }>('SELECT value FROM setting WHERE name = ?').get(name)?.value;
}

/** Writes a setting; null removes it. */
export function writeSetting(db: Db, name: string, value: string | null): void {
  if (value === null) db.prepare('DELETE FROM setting WHERE name = ?').run(name);
  else
    db.prepare('INSERT INTO setting (name, value) VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value').run(name, value);
}
