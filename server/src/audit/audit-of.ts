import type { AuditReply, Client } from '@lens/contract';
import { type DayRange, isOff } from '@lens/core';
import { clockOf, type Context } from '../context';
import { withDecisions } from './decide';

/** All that is looked into of a client's period: how it stands to its target, and whatever else may be off. */
export async function auditOf(context: Context, client: Client, period: DayRange): Promise<AuditReply> {
  const { today } = clockOf(context, client.timeZone);
  const [audit, looked] = await Promise.all([context.queries.audit(client.id, period, today), context.queries.checks(client.id, period)]);
  const { target, days, matured, dataVersion, findings } = audit;
  const told = (check: AuditReply['checks'][number]['check'], things: number, found: number) => ({ check, things, found });
  return {
    ...{ target, days, matured, dataVersion },
    findings: [...withDecisions(context, client.id, audit), ...looked.flatMap((each) => each.findings)],
    checks: [
      { ...told('target', findings.length, findings.filter(isOff).length), lacks: target ? null : 'target' },
      ...looked.map(({ check, things, findings: own, lacks }) => ({ ...told(check, things, own.length), lacks })),
    ],
  };
}
