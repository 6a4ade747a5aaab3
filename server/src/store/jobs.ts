import type { CheckReport, Job } from '@lens/contract';
import type { Db } from './database';

export interface JobRecord extends Job {
  readonly client: string;
  readonly request: string;
}

interface JobRow extends Omit<JobRecord, 'report'> {
  readonly report: string | null;
}

const JOB = 'id, client_id AS client, kind, state, request, phase, rows, report, import_id AS importId, error';

export function findJob(db: Db, id: string): JobRecord | undefined {
  const row = db.prepare<[string], JobRow>(`SELECT ${JOB} FROM job WHERE id = ?`).get(id);
  return row && { ...row, report: row.report === null ? null : (JSON.parse(row.report) as CheckReport) };
}

export function insertJob(db: Db, job: { id: string; client: string; kind: Job['kind']; request: string; createdAt: string }): void {
  db.prepare(
    "INSERT INTO job (id, client_id, kind, state, request, created_at) VALUES (@id, @client, @kind, 'running', @request, @createdAt)",
  ).run(job);
}

export type JobChange = Partial<{
  kind: Job['kind'];
  state: Job['state'];
  phase: string;
  rows: number;
  report: CheckReport;
  importId: number;
  error: string;
}>;

const COLUMN: Record<keyof JobChange, string> = {
  kind: 'kind',
  state: 'state',
  phase: 'phase',
  rows: 'rows',
  report: 'report',
  importId: 'import_id',
  error: 'error',
};

export function updateJob(db: Db, id: string, change: JobChange): void {
  const entries = Object.entries(change) as [keyof JobChange, unknown][];
  if (entries.length === 0) return;
  const values = entries.map(([key, value]) => (key === 'report' ? JSON.stringify(value) : value));
  db.prepare(`UPDATE job SET ${entries.map(([key]) => `${COLUMN[key]} = ?`).join(', ')} WHERE id = ?`).run(...values, id);
}

/**
 * Marks jobs done whose import is there: the facts are written first, and whatever happens right after
 * that, the import counts.
 */
export function finishImportedJobs(db: Db): void {
  db.prepare(
    `UPDATE job SET state = 'done', phase = 'imported', error = NULL, import_id = (SELECT import.id FROM import WHERE import.job = job.id)
     WHERE state <> 'done' AND id IN (SELECT import.job FROM import)`,
  ).run();
}

/** Jobs that a crash left running become failed, with the reason. Checks that were ready stay ready. */
export function failInterruptedJobs(db: Db): void {
  db.prepare(
    "UPDATE job SET state = 'failed', error = 'The program stopped while this was running. Nothing was stored; try again.' WHERE state = 'running'",
  ).run();
}
