import type { Client } from '@lens/contract';

type Task = (client: Client) => Promise<void>;

/** Does what is due for each client; one at a time, behind whoever asks. */
export class Background {
  private isAtWork = false;

  constructor(
    private readonly clients: () => readonly Client[],
    private readonly tasks: readonly Task[],
    private readonly failed: (error: unknown) => void,
  ) {}

  async runDue(): Promise<void> {
    if (this.isAtWork) return;
    this.isAtWork = true;
    for (const client of this.clients()) for (const task of this.tasks) await this.tried(task, client);
    this.isAtWork = false;
  }

  /** What fails for one client is told, and keeps none of the others waiting. */
  private async tried(task: Task, client: Client): Promise<void> {
    try {
      await task(client);
    } catch (error) {
      this.failed(error);
    }
  }
}
