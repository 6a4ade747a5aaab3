import type { IntakeMessage } from '../messages';

/** How a task tells the server of itself. */
export interface Reporting {
  readonly say: (message: IntakeMessage) => void;
  /** Whether the server is gone. */
  readonly isAlone: () => boolean;
}

/** Another import may be at work for long: this one waits for its turn. In milliseconds. */
export const PATIENCE = 3_600_000;
