import type { CheckReport } from '@lens/contract';
import { BUILT_IN_BOOK, type FileLayout, formatDay, parseDay } from '@lens/core';
import { z } from 'zod';
import { clockOf, type Context, fixClock, momentOf } from '../context';
import { storedPath } from '../intake/file-store';
import { beginCheck, beginImport } from '../intake/jobs';
import { previewFile } from '../intake/preview';
import { findClient } from '../store/clients';
import {
  allConnections,
  type ConnectionRecord,
  fetchedReport,
  findConnection,
  forgetColumns,
  type ReportRecord,
  reportsOf,
  updateConnection,
  updateReport,
} from '../store/connections';
import { feedsOf } from '../store/feeds';
import { insertFile } from '../store/imports';
import { findJob } from '../store/jobs';
import { rulesOf } from '../store/rules';
import { troubleOf } from '../trouble';
import { ColumnsChanged, fetchFile } from './fetch-file';
import { fetchPictures } from './fetch-pictures';
import { nextFetch } from './schedule';
import type { Seal } from './seal';
import { ServiceChannel, ServiceProblem, type ServiceReport } from './service';

/** The demonstration's day is no reason to wait for long, in milliseconds. */
const CLOCK_WAIT = 5000;
const clockReply = z.object({ today: z.string() });

/** Fetches connections, those of one channel one after the other, channels beside each other. What one cannot do stops no other. */
export class Refresher {
  private readonly running = new Map<string, AbortController>();
  private readonly rows = new Map<string, number>();
  /** The last turn of each channel. */
  private readonly queues = new Map<string, Promise<void>>();

  constructor(
    private readonly context: Context,
    private readonly seal: Seal,
    readonly base: string,
  ) {}

  isRunning(connection: string): boolean {
    return this.running.has(connection);
  }

  /** Rows of a report fetched so far in this run. */
  rowsOf(connection: string, report: string): number | undefined {
    return this.rows.get(`${connection} ${report}`);
  }

  /** Puts a connection in the queue; resolves when it has been fetched. Asking again while it waits or runs does nothing. */
  start(connection: string, only?: readonly string[]): Promise<void> {
    if (this.running.has(connection)) return Promise.resolve();
    const abort = new AbortController();
    this.running.set(connection, abort);
    const channel = findConnection(this.context.db, connection)?.serviceChannel ?? '';
    const turn = (this.queues.get(channel) ?? Promise.resolve())
      .then(() => this.run(connection, abort.signal, only))
      .finally(() => this.running.delete(connection));
    this.queues.set(
      channel,
      turn.catch(() => undefined),
    );
    return turn;
  }

  stop(connection: string): void {
    this.running.get(connection)?.abort();
  }

  stopAll(): void {
    for (const abort of this.running.values()) abort.abort();
  }

  /** Starts what its schedule says is due. */
  runDue(): void {
    const now = new Date(momentOf(this.context));
    for (const { id, schedule, lastAt } of allConnections(this.context.db)) {
      const next = nextFetch(schedule, lastAt, now);
      if (next && next <= now) this.start(id).catch(() => undefined);
    }
  }

  /** A channel with the token of a connection. */
  service(record: ConnectionRecord, signal?: AbortSignal): ServiceChannel {
    const token = this.seal.open(record.token);
    if (token === undefined) throw new ServiceProblem('The token cannot be opened with the key of this machine. Paste it again.');
    return new ServiceChannel(this.base, record.serviceChannel, token, signal);
  }

  private async run(id: string, signal: AbortSignal, only?: readonly string[]): Promise<void> {
    const { db } = this.context;
    const record = findConnection(db, id);
    if (!record) return;
    await this.followClock();
    const wanted = reportsOf(db, id).filter(({ report }) => only === undefined || only.includes(report));
    for (const { report } of wanted) updateReport(db, id, report, { state: 'waiting' });
    let offered: ServiceReport[] | undefined;
    for (const each of wanted) {
      try {
        const service = this.service(record, signal);
        offered ??= await service.reports(record.serviceAccount);
        const taken = await this.report(record, each, service, offered.find((report) => report.id === each.report)?.restates ?? 30, signal);
        updateReport(db, id, each.report, { state: 'done', ...taken });
      } catch (error) {
        updateReport(db, id, each.report, failure(error, signal));
      } finally {
        this.rows.delete(`${id} ${each.report}`);
      }
    }
    updateConnection(db, id, { lastAt: momentOf(this.context) });
  }

  /** In the demonstration today is the market's, which moves only when told. */
  private async followClock(): Promise<void> {
    if (!clockOf(this.context).fixed) return;
    const response = await fetch(`${this.base}/clock`, { signal: AbortSignal.timeout(CLOCK_WAIT) }).catch(() => undefined);
    const told = clockReply.safeParse(await response?.json().catch(() => undefined));
    if (told.success) fixClock(this.context, parseDay(told.data.today) ?? null);
  }

  /** Fetches, checks and imports one report. */
  private async report(
    record: ConnectionRecord,
    each: ReportRecord,
    service: ServiceChannel,
    restates: number,
    signal: AbortSignal,
  ): Promise<Taken> {
    const { context } = this;
    const { db, dataFolder } = context;
    const client = findClient(db, record.client);
    if (!client) throw new ServiceProblem('The client is gone.');
    const last = clockOf(context, client.timeZone).today - 1;
    const from = each.fetchedTo === null ? each.from : Math.max(each.from, Math.min(last, each.fetchedTo + 1) - restates);
    updateReport(db, record.id, each.report, { state: 'fetching' });
    const asked = {
      account: record.serviceAccount,
      report: each.report,
      from: formatDay(from),
      to: formatDay(last),
      fields: each.fields,
      known: each.columns,
    };
    const file = await fetchFile(dataFolder, service, asked, (rows) => this.rows.set(`${record.id} ${each.report}`, rows));
    const days = { from, to: Math.max(from, parseDay(file.to) ?? last) };
    if (file.rows === 0) return { rows: 0, error: '' };
    insertFile(db, { hash: file.hash, size: file.size, receivedAt: context.now().toISOString() });
    const fileName = `${record.serviceChannel}_${each.report}_${asked.from}_${formatDay(days.to)}.csv`;
    const taken = await this.take(record, each, { hash: file.hash, name: fileName, days, fresh: each.columns === null }, signal);
    // A day that has not ended is read again as if it had not been fetched.
    fetchedReport(db, record.id, each.report, { from, to: file.open ? days.to - 1 : days.to }, file.columns);
    return taken;
  }

  private async take(
    record: ConnectionRecord,
    each: ReportRecord,
    file: { hash: string; name: string; days: { from: number; to: number }; fresh: boolean },
    signal: AbortSignal,
  ): Promise<Taken> {
    const { context } = this;
    const { db, dataFolder } = context;
    const client = findClient(db, record.client);
    if (!client) throw new ServiceProblem('The client is gone.');
    const feed = feedsOf(db, record.client).find((known) => known.account === record.account && known.name === each.name) ?? null;
    const preview = await previewFile(storedPath(dataFolder, file.hash), feed && !file.fresh ? [feed] : [], {
      layout: FETCHED_LAYOUT,
      steps: feed?.mapping.steps ?? null,
      main: BUILT_IN_BOOK.outcomeOf(client.metricSet)?.id,
      words: rulesOf(db, client.id, 'words'),
    });
    updateReport(db, record.id, each.report, { state: 'checking' });
    const request = {
      file: file.hash,
      fileName: file.name,
      layout: preview.layout,
      account: record.account,
      feed: { name: each.name },
      mapping: preview.mapping,
      covers: file.days,
      pictures: [],
    };
    const check = beginCheck(context, client, request, { headers: preview.fileHeaders, layout: preview.layout, feed });
    await this.follow(record.id, each.report, check.job.id, check.ended, signal);
    const checked = findJob(db, check.job.id);
    if (checked?.state !== 'ready' || !checked.report) throw new ServiceProblem(checked?.error ?? 'The check did not end.');
    if (checked.report.rows === 0)
      throw new ServiceProblem(`No row could be read: ${checked.report.problems[0]?.message ?? 'no reason given'}.`);
    const unfetched = await fetchPictures(context, this.service(record, signal), {
      record,
      staging: context.intake.stagingPath(checked.id),
    });
    updateReport(db, record.id, each.report, { state: 'importing' });
    await this.follow(
      record.id,
      each.report,
      checked.id,
      beginImport(context, checked, { keepAbsent: false, person: 'connection', keepFile: true }),
      signal,
    );
    const imported = findJob(db, checked.id);
    if (imported?.state !== 'done') throw new ServiceProblem(imported?.error ?? 'The import did not end.');
    return { rows: checked.report.rows, error: [leftOut(checked.report), unfetched].filter((text) => text !== '').join(' ') };
  }

  /** Waits for a job of the intake, which a stop ends as well. */
  private async follow(connection: string, report: string, job: string, ended: Promise<void>, signal: AbortSignal): Promise<void> {
    const stop = (): void => this.context.intake.cancel(job);
    signal.addEventListener('abort', stop);
    this.rows.set(`${connection} ${report}`, 0);
    try {
      await ended;
    } finally {
      signal.removeEventListener('abort', stop);
    }
    signal.throwIfAborted();
  }

  /** Takes changed columns as they are, and fetches the whole report again under them. */
  acceptColumns(connection: string, report: string): void {
    forgetColumns(this.context.db, connection, report);
    this.start(connection, [report]).catch(() => undefined);
  }
}

/** How fetch-file.ts writes what it has fetched. */
const FETCHED_LAYOUT: FileLayout = { format: 'separated', encoding: 'utf-8', delimiter: ',', sheet: '', titleLines: 0 };

/** Rows imported, and in words what was left out. */
interface Taken {
  readonly rows: number;
  readonly error: string;
}

function leftOut({ badRows, problems }: CheckReport): string {
  const [first] = problems;
  return badRows === 0
    ? ''
    : `${badRows} rows could not be read and were left out; the first: ${first?.column ?? ''}: ${first?.message ?? ''}.`;
}

function failure(error: unknown, signal: AbortSignal): { state: 'failed'; error: string; changed?: { gone: string[]; added: string[] } } {
  if (signal.aborted) return { state: 'failed', error: 'Stopped. What was imported before stays; nothing of this report was stored.' };
  if (error instanceof ColumnsChanged) return { state: 'failed', error: error.message, changed: { gone: error.gone, added: error.added } };
  return { state: 'failed', error: troubleOf(error)?.detail ?? (error instanceof Error ? error.message : String(error)) };
}
