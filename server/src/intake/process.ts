import { troubleOf } from '../trouble';
import type { IntakeMessage, IntakeTask } from './messages';
import { UnreadableFile } from './read/unreadable-file';
import { perform } from './tasks/registry';

const parent = process.ppid;

/** Reports to the server. A report that cannot be delivered is not worth failing for. */
const say = (message: IntakeMessage): void => void process.send?.(message, () => undefined);

const wordsOf = (error: unknown): string => troubleOf(error)?.detail ?? (error instanceof Error ? error.message : String(error));

/** The process that reads and imports files, one task after the other; killing it leaves the record as it was. */
process.on('message', (task: IntakeTask) => {
  perform(task, { say, isAlone: () => process.ppid !== parent })
    .then((message) => say(message))
    .catch((error: unknown) => say({ kind: 'failed', error: wordsOf(error), unreadable: error instanceof UnreadableFile }));
});
