import type { Connection, NewConnection } from '@lens/contract';
import type { Db } from './database';

export interface ConnectionRecord {
  readonly id: string;
  readonly client: string;
  readonly account: string;
  readonly accountName: string;
  readonly channelName: string;
  readonly serviceChannel: string;
  readonly serviceAccount: string;
  readonly token: Buffer;
  readonly schedule: NewConnection['schedule'];
  readonly lastAt: string | null;
}

type ReportState = Connection['reports'][number]['state'];

export interface ReportRecord {
  readonly report: string;
  readonly name: string;
  readonly fields: readonly string[];
  readonly from: number;
  readonly columns: readonly string[] | null;
  readonly fetchedFrom: number | null;
  readonly fetchedTo: number | null;
  readonly state: ReportState;
  readonly rows: number;
  readonly error: string;
  readonly changed: { gone: string[]; added: string[] } | null;
}

const SELECT = `SELECT connection.id, account.client_id AS client, account_id AS account, account.name AS accountName, channel.name AS channelName,
  service_channel AS serviceChannel, service_account AS serviceAccount, token, schedule, last_at AS lastAt
  FROM connection JOIN account ON account.id = account_id JOIN channel ON channel.id = channel_id`;

export const allConnections = (db: Db): ConnectionRecord[] => db.prepare<[], ConnectionRecord>(SELECT).all();
export const connectionsOf = (db: Db, client: string): ConnectionRecord[] =>
  db.prepare<[string], ConnectionRecord>(`${SELECT} WHERE account.client_id = ? ORDER BY channel.name, account.name`).all(client);
export const findConnection = (db: Db, id: string): ConnectionRecord | undefined =>
  db.prepare<[string], ConnectionRecord>(`${SELECT} WHERE connection.id = ?`).get(id);

type NewRecord = Pick<ConnectionRecord, 'id' | 'account' | 'serviceChannel' | 'serviceAccount' | 'token' | 'schedule'>;

/** Adds a connection with its reports, all of it or nothing. */
export function insertConnection(
  db: Db,
  record: NewRecord,
  reports: readonly Pick<ReportRecord, 'report' | 'name' | 'fields' | 'from'>[],
): void {
  db.transaction(() => {
    db.prepare(
      `INSERT INTO connection (id, account_id, service_channel, service_account, token, schedule)
       VALUES (@id, @account, @serviceChannel, @serviceAccount, @token, @schedule)`,
    ).run(record);
    addReports(db, record.id, reports);
  })();
}

/** Adds reports to a connection. */
export function addReports(
  db: Db,
  connection: string,
  reports: readonly Pick<ReportRecord, 'report' | 'name' | 'fields' | 'from'>[],
): void {
  const insert = db.prepare(
    "INSERT INTO connected_report (connection_id, report, name, fields, from_day, state) VALUES (?, ?, ?, ?, ?, 'waiting')",
  );
  db.transaction(() => {
    for (const { report, name, fields, from } of reports) insert.run(connection, report, name, JSON.stringify(fields), from);
  })();
}

export const deleteConnection = (db: Db, id: string): void => void db.prepare('DELETE FROM connection WHERE id = ?').run(id);

export function updateConnection(db: Db, id: string, change: { token?: Buffer; schedule?: string; lastAt?: string }): void {
  db.prepare(
    'UPDATE connection SET token = coalesce(?, token), schedule = coalesce(?, schedule), last_at = coalesce(?, last_at) WHERE id = ?',
  ).run(change.token ?? null, change.schedule ?? null, change.lastAt ?? null, id);
}

interface RawReport extends Omit<ReportRecord, 'fields' | 'columns' | 'changed'> {
  readonly fields: string;
  readonly columns: string | null;
  readonly changed: string | null;
}

export function reportsOf(db: Db, connection: string): ReportRecord[] {
  return db
    .prepare<[string], RawReport>(
      `SELECT report, name, fields, from_day AS "from", columns, fetched_from AS fetchedFrom, fetched_to AS fetchedTo, state, rows, error, changed
       FROM connected_report WHERE connection_id = ? ORDER BY rowid`,
    )
    .all(connection)
    .map((raw) => ({
      ...raw,
      fields: JSON.parse(raw.fields) as string[],
      columns: raw.columns === null ? null : (JSON.parse(raw.columns) as string[]),
      changed: raw.changed === null ? null : (JSON.parse(raw.changed) as ReportRecord['changed']),
    }));
}

export interface ReportChange {
  readonly state: ReportState;
  readonly rows?: number;
  readonly error?: string;
  readonly changed?: ReportRecord['changed'];
}

/** Where a report stands in its run. What is not named is cleared. */
export function updateReport(
  db: Db,
  connection: string,
  report: string,
  { state, rows = 0, error = '', changed = null }: ReportChange,
): void {
  db.prepare('UPDATE connected_report SET state = ?, rows = ?, error = ?, changed = ? WHERE connection_id = ? AND report = ?').run(
    state,
    rows,
    error,
    changed && JSON.stringify(changed),
    connection,
    report,
  );
}

/** Writes down what has been fetched, so that the next fetch goes on from there. */
export function fetchedReport(
  db: Db,
  connection: string,
  report: string,
  days: { from: number; to: number },
  columns: readonly string[],
): void {
  db.prepare(
    `UPDATE connected_report SET fetched_from = min(coalesce(fetched_from, @from), @from), fetched_to = max(coalesce(fetched_to, @to), @to),
     columns = @columns WHERE connection_id = @connection AND report = @report`,
  ).run({ ...days, columns: JSON.stringify(columns), connection, report });
}

/** Takes the columns of a report as they come next. */
export const forgetColumns = (db: Db, connection: string, report: string): void =>
  void db.prepare('UPDATE connected_report SET columns = NULL WHERE connection_id = ? AND report = ?').run(connection, report);

/** Reports that a crash left in the middle. Nothing of theirs was stored; the next fetch begins them again. */
export function failInterruptedFetches(db: Db): void {
  db.prepare(
    `UPDATE connected_report SET state = 'failed', error = 'The program stopped while this was being fetched. Nothing of it was stored; fetch again.'
     WHERE state IN ('fetching', 'checking', 'importing')`,
  ).run();
}
