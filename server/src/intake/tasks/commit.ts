import { commitReport, commitThings } from '../../store/commit';
import { openDatabase } from '../../store/database';
import { forgetFile } from '../../store/imports';
import { finishImportedJobs } from '../../store/jobs';
import { attachStaging, removeStaging } from '../../store/staging';
import type { CommitTask, IntakeMessage } from '../messages';
import { termsOfMapping } from '../stage';
import { PATIENCE, type Reporting } from './reporting';

/** Puts staged rows into the record: all of them, or nothing. */
export function commit(task: CommitTask, { say, isAlone }: Reporting): IntakeMessage {
  const { mapping, input } = task;
  const db = openDatabase(task.dataFolder, PATIENCE);
  try {
    attachStaging(db, task.staging);
    const onStep = (phase: string, rows: number): void => {
      // The server died: whoever starts it again is told that nothing was stored, so let that be true.
      if (isAlone()) throw new Error('The server is gone');
      say({ kind: 'progress', phase, rows });
    };
    const importId =
      mapping.kind === 'report' ? commitReport(db, input, termsOfMapping(mapping), onStep) : commitThings(db, mapping.kind, input, onStep);
    finishImportedJobs(db);
    if (!task.keepFile) forgetFile(db, input.fileHash, importId);
    return { kind: 'imported', importId };
  } finally {
    db.close();
    removeStaging(task.staging);
  }
}
