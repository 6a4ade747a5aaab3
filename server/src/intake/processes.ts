import { type ChildProcess, fork } from 'node:child_process';
import { join } from 'node:path';
import type { IntakeMessage, IntakeTask } from './messages';

/** What became of a task: the last message of its process, or undefined where that ended without one. */
export type Outcome = Exclude<IntakeMessage, { kind: 'progress' }> | undefined;

/** After so many tasks a process gives back whatever memory it has gathered. */
const MOST_TASKS = 25;

interface Intake {
  readonly child: ChildProcess;
  tasks: number;
}

/**
 * Processes that read and import files. One that has done its task waits for the next: it takes longer to
 * start one than to read a small file, and one that has read runs faster.
 */
export class IntakeProcesses {
  private readonly working = new Set<ChildProcess>();
  private waiting: Intake | undefined;

  /** Starts a process that is soon needed. */
  expectWork(): void {
    if (!this.waiting) this.wait(started());
  }

  /** Gives a task to a process; `end` kills it, whatever it is doing. */
  run(
    task: IntakeTask,
    onProgress: (message: IntakeMessage & { kind: 'progress' }) => void,
  ): { outcome: Promise<Outcome>; end: () => void } {
    const own = this.waiting ?? started();
    const { child } = own;
    this.waiting = undefined;
    forget(child);
    this.working.add(child);
    own.tasks += 1;
    const outcome = new Promise<Outcome>((resolve) => {
      child.on('message', (message: IntakeMessage) => {
        if (message.kind === 'progress') onProgress(message);
        else resolve(message);
      });
      child.once('exit', () => resolve(undefined)).once('error', () => resolve(undefined));
      child.send(task);
    });
    const done = outcome.then((message) => {
      this.working.delete(child);
      this.keep(own, message);
      return message;
    });
    return { outcome: done, end: () => child.kill('SIGKILL') };
  }

  endAll(): void {
    for (const child of this.working) child.kill('SIGKILL');
    this.waiting?.child.kill('SIGKILL');
  }

  private keep(own: Intake, message: Outcome): void {
    const { child } = own;
    if (this.waiting || own.tasks >= MOST_TASKS || !child.connected || child.killed || !isClean(message)) {
      child.kill('SIGKILL');
      return;
    }
    this.wait(own);
  }

  private wait(own: Intake): void {
    const { child } = own;
    this.waiting = own;
    forget(child);
    const lost = (): void => {
      if (this.waiting === own) this.waiting = undefined;
    };
    child.once('exit', lost).once('error', lost);
  }
}

const forget = (child: ChildProcess): void => ['message', 'exit', 'error'].forEach((event) => child.removeAllListeners(event));

/** What failed, or was read only in part, may have left something open. */
function isClean(message: Outcome): boolean {
  if (message?.kind === 'previewed') return message.preview.layout.format === 'separated';
  return message?.kind === 'checked' || message?.kind === 'imported' || message?.kind === 'taken back';
}

const started = (): Intake => ({ child: fork(PROGRAM, OPTIONS), tasks: 0 });

const PROGRAM = join(import.meta.dirname, 'intake-process.js');
const OPTIONS = {
  stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  execArgv: ['--enable-source-maps', '--max-old-space-size=1024'],
} satisfies Parameters<typeof fork>[2];
