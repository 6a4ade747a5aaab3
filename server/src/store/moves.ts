import { type Move, move as moveSchema } from '@lens/contract';
import type { AcceptedMove } from '@lens/core';
import type { Db } from './database';

interface MoveRow {
  readonly subject: string;
  readonly document: string;
}

export interface MoveRecord {
  readonly subject: string;
  readonly move: Move;
}

/** Decided moves of a client, newest first. */
export function movesOf(db: Db, client: string): MoveRecord[] {
  return db
    .prepare<[string], MoveRow>('SELECT subject, document FROM move WHERE client_id = ? ORDER BY decided_at DESC, id')
    .all(client)
    .map(({ subject, document }) => ({
      subject,
      move: moveSchema.decode(JSON.parse(document) as Parameters<typeof moveSchema.decode>[0]),
    }));
}

/** Stores a decision; a second one on the same subject replaces the first. */
export function putMove(db: Db, client: string, subject: string, move: Move): void {
  db.prepare(
    `INSERT INTO move (id, client_id, subject, decision, reason, decided_at, decided_on, document)
     VALUES (@id, @client, @subject, @decision, @reason, @decidedAt, @decidedOn, @document)
     ON CONFLICT (client_id, subject) DO UPDATE SET id = excluded.id, decision = excluded.decision, reason = excluded.reason,
       decided_at = excluded.decided_at, decided_on = excluded.decided_on, document = excluded.document`,
  ).run({
    id: move.id,
    client,
    subject,
    decision: move.decision,
    reason: move.reason,
    decidedAt: move.decidedAt,
    decidedOn: move.decidedOn,
    document: JSON.stringify(moveSchema.encode(move)),
  });
}

/** Stores what came of a move since it was decided. */
export function updateMove(db: Db, client: string, move: Move): void {
  db.prepare('UPDATE move SET document = ?, changed = changed + 1 WHERE client_id = ? AND id = ?').run(
    JSON.stringify(moveSchema.encode(move)),
    client,
    move.id,
  );
}

/** Keeps a move that was carried out as it is when the same change is decided on again. */
export function archiveMove(db: Db, client: string, id: string): void {
  db.prepare("UPDATE move SET subject = subject || '|' || id, changed = changed + 1 WHERE client_id = ? AND id = ?").run(client, id);
}

export function deleteMove(db: Db, client: string, id: string): boolean {
  return db.prepare('DELETE FROM move WHERE client_id = ? AND id = ?').run(client, id).changes > 0;
}

/** The accepted moves of a client as an audit takes them into account. */
export const acceptedMoves = (db: Db, client: string): AcceptedMove[] =>
  movesOf(db, client).flatMap(({ move: { decision, decidedOn, entity, change, effect } }) =>
    decision === 'accepted' ? [{ level: entity.level, member: entity.member, proposal: { change, effect }, decidedOn }] : [],
  );

/** What has been decided of a client's moves, and come of them: it changes with each. */
export const decisionsSeen = (db: Db, client: string): string =>
  db
    .prepare("SELECT count(*) || ' ' || coalesce(max(decided_at), '') || ' ' || coalesce(sum(changed), 0) FROM move WHERE client_id = ?")
    .pluck()
    .get(client) as string;
