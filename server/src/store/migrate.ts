import { existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { personHasher } from '../key';
import { type Db, factsPath, openDatabase, openRecord, recordPath } from './database';

const FOLDER = join(import.meta.dirname, 'migrations');
/** The migration that takes the facts out of the record; before it they have to be in their own file. */
const APART = 12;
/** In the order in which they refer to each other. */
const FACTS = ['feed', 'feed_column', 'import', 'member', 'split', 'feed_row', 'order_row', 'lot_row', 'touch_row'];

/** Data that a newer version of the program has written. */
export class NewerData extends Error {}

/**
 * Brings the databases of a data folder up to date, copying them aside first when there is anything to
 * lose, and opens them. Migrations are numbered .sql files, applied once, in order, each in a transaction.
 * Throws NewerData, with nothing touched, where the program is older than the data.
 */
export async function migrate(dataFolder: string): Promise<Db> {
  mkdirSync(join(dataFolder, 'files'), { recursive: true });
  const isNew = !existsSync(recordPath(dataFolder));
  const record = openRecord(dataFolder);
  refuseNewer(record, 'main', 'record', dataFolder);
  const waiting = waitingFor(record, 'main', 'record');
  if (!isNew && versionOf(record, 'main') > 0 && waiting.length > 0)
    await record.backup(`${recordPath(dataFolder)}.before-${waiting[0] ?? ''}.backup`);
  // A table that others refer to can only be made anew while nobody looks.
  record.pragma('foreign_keys = OFF');
  for (const file of waiting.filter((each) => numberOf(each) < APART)) apply(record, 'main', 'record', file);
  record.close();

  const hadFacts = existsSync(factsPath(dataFolder));
  const db = openDatabase(dataFolder);
  refuseNewer(db, 'facts', 'facts', dataFolder);
  db.pragma('foreign_keys = OFF');
  const factsWaiting = waitingFor(db, 'facts', 'facts');
  if (hadFacts && versionOf(db, 'facts') > 0 && factsWaiting.length > 0)
    db.prepare('VACUUM facts INTO ?').run(`${factsPath(dataFolder)}.before-${factsWaiting[0] ?? ''}.backup`);
  // Logs of touches of before hold ids of people as they were written.
  let hash: ((id: string) => string) | undefined;
  db.function('hashed_person', { deterministic: true }, (id) => (hash ??= personHasher())(String(id)));
  for (const file of factsWaiting) apply(db, 'facts', 'facts', file, numberOf(file) === 1 ? () => copyFacts(db) : undefined);
  const late = waitingFor(db, 'main', 'record');
  for (const file of late) apply(db, 'main', 'record', file);
  if (!isNew && late.some((file) => numberOf(file) === APART)) db.exec('VACUUM main');
  const dangling = db.pragma('foreign_key_check') as unknown[];
  if (dangling.length > 0) throw new Error(`The database has ${dangling.length} rows that refer to nothing after migrating.`);
  db.pragma('foreign_keys = ON');
  return db;
}

type Schema = 'main' | 'facts';
type Folder = 'record' | 'facts';

const numberOf = (file: string): number => Number.parseInt(file, 10);
const versionOf = (db: Db, schema: Schema): number => db.pragma(`${schema}.user_version`, { simple: true }) as number;

const filesOf = (folder: Folder): string[] =>
  readdirSync(join(FOLDER, folder))
    .filter((file) => file.endsWith('.sql'))
    .sort();

const waitingFor = (db: Db, schema: Schema, folder: Folder): string[] =>
  filesOf(folder).filter((file) => numberOf(file) > versionOf(db, schema));

function refuseNewer(db: Db, schema: Schema, folder: Folder, dataFolder: string): void {
  const newest = numberOf(filesOf(folder).at(-1) ?? '0');
  if (versionOf(db, schema) <= newest) return;
  db.close();
  throw new NewerData(
    `The data folder ${dataFolder} was written by a newer version of this program. Start that version, or choose another folder: --data DIR`,
  );
}

/** Applies a migration; in the facts its tables are made there, which their names alone do not say. */
function apply(db: Db, schema: Schema, folder: Folder, file: string, also: () => void = () => undefined): void {
  const text = readFileSync(join(FOLDER, folder, file), 'utf8');
  const sql = schema === 'main' ? text : text.replace(/^(CREATE (?:TABLE|INDEX)|INSERT INTO|ALTER TABLE|DROP TABLE) /gm, `$1 ${schema}.`);
  db.transaction(() => {
    db.exec(sql);
    also();
    db.pragma(`${schema}.user_version = ${numberOf(file)}`);
  })();
}

/** Brings over what an earlier version kept in the record, all of it or nothing. */
function copyFacts(db: Db): void {
  const has = db.prepare("SELECT 1 FROM main.sqlite_master WHERE type = 'table' AND name = ?");
  db.exec('DELETE FROM facts.split');
  for (const table of FACTS) {
    if (!has.get(table)) continue;
    const columns = db.prepare<[string], string>("SELECT name FROM pragma_table_info(?, 'main')").pluck().all(table).join(', ');
    db.exec(`INSERT INTO facts.${table} (${columns}) SELECT ${columns} FROM main.${table}`);
  }
}
