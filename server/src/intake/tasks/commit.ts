import { commitReport, commitThings } from '../../store/commit';
import { type Db, openDatabase } from '../../store/database';
import { forgetFile, insertFile } from '../../store/imports';
import { finishImportedJobs } from '../../store/jobs';
import { attachStaging, removeStaging } from '../../store/staging';
import { storeHashed } from '../hashed-copy';
import type { CommitTask, IntakeMessage } from '../messages';
import { termsOfMapping } from '../stage';
import { PATIENCE, type Reporting } from './reporting';

/** Puts staged rows into the record: all of them, or nothing. */
export async function commit(task: CommitTask, { say, isAlone }: Reporting): Promise<IntakeMessage> {
  const { mapping } = task;
  const db = openDatabase(task.dataFolder, PATIENCE);
  try {
    const input = { ...task.input, keptHash: await keptCopy(db, task) };
    attachStaging(db, task.staging);
    const onStep = (phase: string, rows: number): void => {
      // The server died: whoever starts it again is told that nothing was stored, so let that be true.
      if (isAlone()) throw new Error('The server is gone');
      say({ kind: 'progress', phase, rows });
    };
    const importId =
      mapping.kind === 'report' ? commitReport(db, input, termsOfMapping(mapping), onStep) : commitThings(db, mapping.kind, input, onStep);
    finishImportedJobs(db);
    if (!task.keepFile || mapping.kind === 'journeys') forgetFile(db, input.fileHash, importId);
    return { kind: 'imported', importId };
  } finally {
    db.close();
    removeStaging(task.staging);
  }
}

/** Of a log of touches a copy without ids of people is kept, if anything is. */
async function keptCopy(db: Db, { dataFolder, mapping, layout, input, keepFile }: CommitTask): Promise<string | null> {
  if (!keepFile || mapping.kind !== 'journeys') return null;
  const copy = await storeHashed(dataFolder, { hash: input.fileHash, layout, mapping });
  if (copy) insertFile(db, { ...copy, receivedAt: input.importedAt });
  return copy?.hash ?? null;
}
