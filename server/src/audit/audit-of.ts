import type { AuditReply, Client, FindingState } from '@lens/contract';
import { type DayRange, type Finding, isOff, mainReasons, quantity } from '@lens/core';
import { clockOf, type Context } from '../context';
import { auditBy } from '../store/audits';
import { documentsOf } from '../store/documents';
import { othersWithDecisions, withDecisions } from '../moves/decide';
import { lookedInto } from '../moves/looked-into';

/** An audit is compared with the newest that is so many days older. */
const COMPARED = 6;

/** All that is looked into of a client's period: how it stands to its target, and whatever else may be off. */
export async function auditOf(context: Context, client: Client, period: DayRange): Promise<AuditReply> {
  const { today } = clockOf(context, client.timeZone);
  const { id, locale, currency } = client;
  const [audit, { spend, standing, looked }] = await Promise.all([
    context.queries.audit(id, period, today),
    lookedInto(context, client, period),
  ]);
  const { findings: judged, ...about } = audit;
  const findings = [
    ...withDecisions(context, id, audit),
    ...othersWithDecisions(
      context,
      id,
      looked.flatMap((each) => each.findings),
    ),
  ];
  return {
    ...about,
    spend,
    answer: [...(standing === '' ? [] : [standing]), ...mainReasons(findings, { locale, currency })],
    findings,
    checks: [
      {
        check: 'target',
        looked: quantity(judged.length, 'campaign or ad', 'campaigns and ads', { locale, currency }),
        found: judged.filter(isOff).length,
        lacks: audit.target ? '' : 'there is no target for these days. Set one under Targets',
      },
      ...looked.map(({ findings: own, ...told }) => ({ ...told, found: own.filter(isOff).length })),
    ],
    states: statesOf(context, id),
    before: beforeOf(context, id, today),
  };
}

/** What people said of a client's findings. */
export const statesOf = ({ db }: Context, client: string): FindingState[] =>
  documentsOf<Pick<FindingState, 'key' | 'until' | 'reason' | 'assigned' | 'note'>>(db, 'finding', client).map(
    ({ body, version, by, at }) => ({
      ...body,
      version,
      by,
      at,
    }),
  );

function beforeOf({ db }: Context, client: string, today: number): AuditReply['before'] {
  const kept = auditBy(db, client, today - COMPARED);
  return kept ? { madeOn: kept.madeOn, off: kept.audit.findings.filter((finding: Finding) => isOff(finding)).map(({ key }) => key) } : null;
}
