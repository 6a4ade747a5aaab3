import { join } from 'node:path';
import { Piscina } from 'piscina';
import type { DrawReply } from './worker';
import { HttpProblem } from '../problem';
import type { SheetTask } from './sheet-task';

/** Milliseconds after which a thread that draws nothing ends: most of the day nobody takes a picture along. */
const IDLE = 60_000;

/** Draws sheets in a thread of its own, which begins when there is something to draw. */
export class Drawer {
  private readonly pool: Piscina;

  constructor(dataFolder: string) {
    const filename = join(import.meta.dirname, 'draw-worker.js');
    this.pool = new Piscina({ filename, minThreads: 0, maxThreads: 1, idleTimeout: IDLE, workerData: { dataFolder } });
  }

  /** The file, or a 422 problem where the sheet is too long for one. */
  async draw(task: SheetTask): Promise<Uint8Array> {
    const reply = (await this.pool.run(task)) as DrawReply;
    if ('refused' in reply) throw new HttpProblem(422, 'Too long for one picture', reply.refused);
    return reply.file;
  }

  async close(): Promise<void> {
    await this.pool.close({ force: true });
  }
}
