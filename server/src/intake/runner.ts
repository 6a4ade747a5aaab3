import type { FileLayout } from '@lens/core';
import { fork, type ChildProcess } from 'node:child_process';
import { mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Db } from '../store/database';
import { updateJob } from '../store/jobs';
import { removeStaging } from '../store/staging';
import type { IntakeMessage, IntakeTask, PreviewTask } from './messages';
import type { FilePreview } from './preview';
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

/** Starts intake processes, follows them and ends them on request. */
export class IntakeRunner {
  private readonly running = new Map<string, ChildProcess>();
  private readonly looking = new Set<ChildProcess>();
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

  /** Runs one task for a job; resolves when the process has ended, whatever became of it. */
  start(job: string, task: IntakeTask): Promise<void> {
    const child = this.fork();
    this.running.set(job, child);
    let settled = false;
    return new Promise((resolve) => {
      child.on('message', (message: IntakeMessage) => {
        if (message.kind !== 'progress') settled = true;
        this.apply(job, message);
      });
      child.on('exit', () => {
        this.running.delete(job);
        this.progress.delete(job);
        if (!settled) {
          updateJob(this.db, job, {
            state: child.killed ? 'cancelled' : 'failed',
            error: child.killed ? 'Cancelled. Nothing was stored.' : 'The import stopped unexpectedly. Nothing was stored; try again.',
          });
          removeStaging(task.staging);
        }
        resolve();
      });
      child.send(task);
    });
  }

  /** Looks at a file in a process of its own, so that whatever is in it harms nothing here. */
  preview(task: PreviewTask): Promise<FilePreview> {
    const child = this.fork();
    this.looking.add(child);
    const limit = setTimeout(() => child.kill('SIGKILL'), LONGEST_LOOK);
    return new Promise<FilePreview>((resolve, reject) => {
      child.on('message', (message: IntakeMessage) => {
        if (message.kind === 'previewed') {
          this.see(task.path, message.preview);
          resolve(message.preview);
        }
        if (message.kind === 'failed') reject(message.unreadable ? new UnreadableFile(message.error) : new Error(message.error));
      });
      child.on('exit', () =>
        reject(new UnreadableFile('The file could not be read: it takes more time or memory than a file may. Export it as CSV.')),
      );
      child.send(task);
    }).finally(() => {
      clearTimeout(limit);
      // What was read only in part may hold its process open.
      child.kill('SIGKILL');
      this.looking.delete(child);
    });
  }

  /** The headers that stand in a file laid out like this, which are known when it has been looked at. */
  async headers(path: string, layout: FileLayout): Promise<readonly string[]> {
    return (
      this.seen.get(keyOf(path, layout)) ??
      (await this.preview({ kind: 'preview', path, feeds: [], wanted: { layout, steps: null } })).fileHeaders
    );
  }

  private see(path: string, { layout, fileHeaders }: FilePreview): void {
    if (this.seen.size >= MOST_SEEN) this.seen.clear();
    this.seen.set(keyOf(path, layout), fileHeaders);
  }

  private fork(): ChildProcess {
    return fork(join(import.meta.dirname, 'intake-process.js'), {
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
      execArgv: ['--enable-source-maps', '--max-old-space-size=1024'],
    });
  }

  progressOf(job: string): Progress | undefined {
    return this.progress.get(job);
  }

  cancel(job: string): void {
    this.running.get(job)?.kill('SIGKILL');
  }

  stopAll(): void {
    for (const child of [...this.running.values(), ...this.looking]) child.kill('SIGKILL');
  }

  private apply(job: string, message: IntakeMessage): void {
    switch (message.kind) {
      case 'progress':
        this.progress.set(job, { phase: message.phase, rows: message.rows });
        break;
      case 'checked':
        updateJob(this.db, job, { state: 'ready', phase: 'checked', rows: message.report.rows, report: message.report });
        break;
      case 'previewed':
        break;
      case 'imported':
        // The job was marked done inside the commit itself.
        break;
      case 'failed':
        updateJob(this.db, job, { state: 'failed', error: message.error });
    }
  }
}
