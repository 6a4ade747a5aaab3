import { type FileLayout, NO_OWN_WORDS } from '@lens/core';
import { mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Db } from '../store/database';
import { findJob, finishImportedJobs, updateJob } from '../store/jobs';
import { removeStaging } from '../store/staging';
import type { CheckTask, CommitTask, PreviewTask, TakeBackTask } from './messages';
import type { FilePreview } from './preview';
import { IntakeProcesses, type Outcome } from './processes';
import { UnreadableFile } from './read/unreadable-file';

/** How far a running job is. Kept in memory: writing it down would wait for the import it reports on. */
export interface Progress {
  readonly phase: string;
  readonly rows: number;
}

/** No look at the first rows of a file takes so long, in milliseconds. */
const LONGEST_LOOK = 120_000;

const MOST_SEEN = 500;
const keyOf = (path: string, layout: FileLayout): string => `${path} ${JSON.stringify(layout)}`;

/** Gives tasks to intake processes, follows them and ends them on request. */
export class IntakeRunner {
  private readonly processes = new IntakeProcesses();
  /** How to end each running job. */
  private readonly running = new Map<string, () => void>();
  private readonly seen = new Map<string, readonly string[]>();
  private readonly progress = new Map<string, Progress>();

  constructor(
    private readonly db: Db,
    private readonly dataFolder: string,
  ) {}

  stagingPath(job: string): string {
    const folder = join(this.dataFolder, 'staging');
    mkdirSync(folder, { recursive: true });
    return join(folder, `${job}.sqlite`);
  }

  /** Removes staging files of jobs that a crash or a cancel left behind. */
  clearStaging(keep: (job: string) => boolean): void {
    const folder = join(this.dataFolder, 'staging');
    mkdirSync(folder, { recursive: true });
    for (const file of readdirSync(folder)) {
      if (!keep(file.replace(/\.sqlite.*$/, ''))) rmSync(join(folder, file), { force: true });
    }
  }

  /** A file has begun to come in: soon it will be looked at. */
  expectWork(): void {
    this.processes.expectWork();
  }

  /** Runs one task for a job; resolves when it has ended, whatever became of it. */
  async start(job: string, task: CheckTask | CommitTask): Promise<void> {
    const { outcome, end } = this.processes.run(task, ({ phase, rows }) => this.progress.set(job, { phase, rows }));
    const wish = { cancelled: false };
    this.running.set(job, () => {
      wish.cancelled = true;
      end();
    });
    const message = await outcome;
    this.running.delete(job);
    this.progress.delete(job);
    // Cut off right after the commit, it is imported all the same.
    finishImportedJobs(this.db);
    if (message) this.apply(job, message);
    else if (findJob(this.db, job)?.state !== 'done') {
      updateJob(this.db, job, {
        state: wish.cancelled ? 'cancelled' : 'failed',
        error: wish.cancelled ? 'Cancelled. Nothing was stored.' : 'The import stopped unexpectedly. Nothing was stored; try again.',
      });
      removeStaging(task.staging);
    }
  }

  /** Looks at a file in another process, so that whatever is in it harms nothing here. */
  async preview(task: PreviewTask): Promise<FilePreview> {
    const { outcome, end } = this.processes.run(task, () => undefined);
    const limit = setTimeout(end, LONGEST_LOOK);
    const message = await outcome;
    clearTimeout(limit);
    if (message?.kind === 'previewed') {
      this.see(task.path, message.preview);
      return message.preview;
    }
    if (message?.kind === 'failed') throw message.unreadable ? new UnreadableFile(message.error) : new Error(message.error);
    throw new UnreadableFile('The file could not be read: it takes more time or memory than a file may. Export it as CSV.');
  }

  /** Takes an import back or brings it back; false where that cannot be. */
  async takeBack(task: TakeBackTask): Promise<boolean> {
    const message = await this.processes.run(task, () => undefined).outcome;
    if (message?.kind === 'taken back') return message.done;
    throw new Error(message?.kind === 'failed' ? message.error : 'The intake stopped unexpectedly. Nothing was changed; try again.');
  }

  /** The headers that stand in a file laid out like this, which are known when it has been looked at. */
  async headers(path: string, layout: FileLayout): Promise<readonly string[]> {
    return (
      this.seen.get(keyOf(path, layout)) ??
      (await this.preview({ kind: 'preview', path, feeds: [], wanted: { layout, steps: null, words: NO_OWN_WORDS } })).fileHeaders
    );
  }

  private see(path: string, { layout, fileHeaders }: FilePreview): void {
    if (this.seen.size >= MOST_SEEN) this.seen.clear();
    this.seen.set(keyOf(path, layout), fileHeaders);
  }

  progressOf(job: string): Progress | undefined {
    return this.progress.get(job);
  }

  isWorkingOn(job: string): boolean {
    return this.running.has(job);
  }

  cancel(job: string): void {
    this.running.get(job)?.();
  }

  stopAll(): void {
    this.processes.endAll();
  }

  private apply(job: string, message: NonNullable<Outcome>): void {
    switch (message.kind) {
      case 'checked':
        updateJob(this.db, job, { state: 'ready', phase: 'checked', rows: message.report.rows, report: message.report });
        break;
      case 'previewed':
      case 'taken back':
        break;
      case 'imported':
        // The job was marked done inside the commit itself.
        break;
      case 'failed':
        updateJob(this.db, job, { state: 'failed', error: message.error });
    }
  }
}
