import { openDatabase } from '../../store/database';
import { findFeed } from '../../store/feeds';
import { findImport } from '../../store/imports';
import { restoreImport, takeBackImport } from '../../store/take-back';
import type { IntakeMessage, TakeBackTask } from '../messages';
import { PATIENCE } from './reporting';

/** Takes an import back, or brings it back as it was. */
export function takeBack({ kind, dataFolder, importId, now }: TakeBackTask): IntakeMessage {
  const db = openDatabase(dataFolder, PATIENCE);
  try {
    const record = findImport(db, importId);
    const feed = record && findFeed(db, record.feedId);
    if (!record || !feed || (kind === 'take back') !== (record.takenBackAt === null)) return { kind: 'taken back', done: false };
    if (kind === 'bring back') return { kind: 'taken back', done: restoreImport(db, record, feed.kind) };
    takeBackImport(db, record, feed.kind, now);
    return { kind: 'taken back', done: true };
  } finally {
    db.close();
  }
}
