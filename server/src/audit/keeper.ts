import { createHash } from 'node:crypto';
import type { AuditReply, Client } from '@lens/contract';
import { CHECKS, type DayRange } from '@lens/core';
import { clockOf, type Context, momentOf } from '../context';
import { auditBy, keepAudit, type KeptAudit, newestAudit } from '../store/audits';
import { clientRecord } from '../store/client-record';
import { dataRange } from '../store/clients';
import { documentsOf } from '../store/documents';
import { movesOf } from '../store/moves';
import { auditOf, statesOf } from './audit-of';

/** Days that an audit by itself looks at: the last finished ones. */
const DAYS = 28;

/** Makes the audit of the last four weeks of a client and keeps it. */
export async function makeAudit(context: Context, client: Client): Promise<KeptAudit> {
  const { db } = context;
  const { today } = clockOf(context, client.timeZone);
  const record = recordOf(context, client.id);
  const audit = await auditOf(context, client, { from: today - DAYS, to: today - 1 });
  const kept = { madeOn: today, madeAt: momentOf(context, client.timeZone), record, audit };
  keepAudit(db, client.id, kept);
  return kept;
}

/** All that an audit is made of: the client's data and rules, what is noted and decided, and what is looked into. */
const recordOf = ({ db }: Context, client: string): string =>
  createHash('sha256')
    .update(JSON.stringify([clientRecord(db, client), documentsOf(db, 'note', client), movesOf(db, client), CHECKS]))
    .digest('base64url');

/** The audit of a client's period where it was kept today and nothing that it is made of has changed since; undefined where not. */
export function keptAudit(context: Context, client: Client, { from, to }: DayRange): AuditReply | undefined {
  const { today } = clockOf(context, client.timeZone);
  if (from !== today - DAYS || to !== today - 1) return undefined;
  const newest = newestAudit(context.db, client.id);
  if (newest?.madeOn !== today || newest.record !== recordOf(context, client.id)) return undefined;
  const kept = auditBy(context.db, client.id, today);
  return kept && { ...kept.audit, states: statesOf(context, client.id) };
}

/** Makes an audit of a client whose data, rules or day have changed since its last one. */
export async function makeAuditIfDue(context: Context, client: Client): Promise<void> {
  if (isDue(context, client)) await makeAudit(context, client);
}

function isDue(context: Context, { id, timeZone }: Client): boolean {
  if (!dataRange(context.db, id)) return false;
  const newest = newestAudit(context.db, id);
  return newest?.madeOn !== clockOf(context, timeZone).today || newest.record !== recordOf(context, id);
}
