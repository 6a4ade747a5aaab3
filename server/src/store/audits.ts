import { type AuditReply, auditReply } from '@lens/contract';
import type { Day } from '@lens/core';
import { deflateSync, inflateSync } from 'node:zlib';
import type { Db } from './database';

/** An audit as it was kept: when, and of which state of the record. */
export interface KeptAudit {
  readonly madeOn: Day;
  readonly madeAt: string;
  readonly record: string;
  readonly audit: AuditReply;
}

interface Row extends Omit<KeptAudit, 'audit'> {
  readonly content: Buffer;
}

/** Days that audits are kept. */
const KEPT_DAYS = 400;

/** Keeps an audit in place of one of the same day, and lets go of those too old to be compared with. */
export function keepAudit(db: Db, client: string, { madeOn, madeAt, record, audit }: KeptAudit): void {
  const content = deflateSync(JSON.stringify(auditReply.encode(audit)));
  db.transaction(() => {
    db.prepare('INSERT OR REPLACE INTO kept_audit (client_id, made_on, made_at, record, content) VALUES (?, ?, ?, ?, ?)').run(
      client,
      madeOn,
      madeAt,
      record,
      content,
    );
    db.prepare('DELETE FROM kept_audit WHERE client_id = ? AND made_on < ?').run(client, madeOn - KEPT_DAYS);
  }).immediate();
}

/** The newest audit of a client that was made on a day or before; undefined where none was. */
export function auditBy(db: Db, client: string, day: Day): KeptAudit | undefined {
  const row = db
    .prepare<[string, number], Row>(
      `SELECT made_on AS madeOn, made_at AS madeAt, record, content FROM kept_audit WHERE client_id = ? AND made_on <= ? ORDER BY made_on DESC LIMIT 1`,
    )
    .get(client, day);
  if (!row) return undefined;
  const { content, ...kept } = row;
  return { ...kept, audit: auditReply.decode(JSON.parse(inflateSync(content).toString()) as Parameters<typeof auditReply.decode>[0]) };
}

/** Which state of the record the newest audit of a client was made of, and on which day. */
export const newestAudit = (db: Db, client: string): { madeOn: Day; record: string } | undefined =>
  db
    .prepare<[string], { madeOn: number; record: string }>(
      'SELECT made_on AS madeOn, record FROM kept_audit WHERE client_id = ? ORDER BY made_on DESC LIMIT 1',
    )
    .get(client);
