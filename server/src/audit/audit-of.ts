import type { AuditReply, Client } from '@lens/contract';
import { type DayRange, isOff, mainReasons, quantity } from '@lens/core';
import { clockOf, type Context } from '../context';
import { withDecisions } from './decide';

/** All that is looked into of a client's period: how it stands to its target, and whatever else may be off. */
export async function auditOf(context: Context, client: Client, period: DayRange): Promise<AuditReply> {
  const { today } = clockOf(context, client.timeZone);
  const { id, locale, currency } = client;
  const [audit, { standing, looked }] = await Promise.all([
    context.queries.audit(id, period, today),
    context.queries.checks(id, period, today),
  ]);
  const { target, days, matured, dataVersion, findings } = audit;
  const all = [...withDecisions(context, id, audit), ...looked.flatMap((each) => each.findings)];
  return {
    ...{ target, days, matured, dataVersion },
    answer: [...(standing === '' ? [] : [standing]), ...mainReasons(all, { locale, currency })],
    findings: all,
    checks: [
      {
        check: 'target',
        looked: quantity(findings.length, 'campaign or ad', 'campaigns and ads', { locale, currency }),
        found: findings.filter(isOff).length,
        lacks: target ? '' : 'there is no target for these days. Set one under Targets',
      },
      ...looked.map(({ findings: own, ...told }) => ({ ...told, found: own.filter(isOff).length })),
    ],
  };
}
