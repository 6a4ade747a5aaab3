import { ENDPOINTS } from '@lens/contract';
import type { Router } from 'express';
import { auditOf, statesOf } from '../audit/audit-of';
import { keptAudit, makeAudit } from '../audit/keeper';
import { clockOf, type Context, momentOf } from '../context';
import { auditBy } from '../store/audits';
import { allClients } from '../store/clients';
import { answer } from './answer';
import { refuseFarDays } from './asked-days';
import { clientOr404 } from './clients';
import { put } from './kept-documents';

export function auditRoutes(router: Router, context: Context): void {
  answer(router, ENDPOINTS.audit, async ({ body }) => {
    const client = clientOr404(context, body.client);
    refuseFarDays(context, [client], { period: body.period });
    return keptAudit(context, client, body.period) ?? auditOf(context, client, body.period);
  });
  answer(router, ENDPOINTS.audits, () => ({
    audits: allClients(context.db).flatMap((client) => {
      const kept = auditBy(context.db, client.id, clockOf(context, client.timeZone).today);
      // What was said of findings since counts at once.
      return kept
        ? [
            {
              client: client.id,
              clientName: client.name,
              madeOn: kept.madeOn,
              audit: { ...kept.audit, states: statesOf(context, client.id) },
            },
          ]
        : [];
    }),
  }));
  answer(router, ENDPOINTS.makeAudit, async ({ params }) => (await makeAudit(context, clientOr404(context, params.client))).audit);
  answer(router, ENDPOINTS.sayOfFinding, ({ params, body: { seen, by, ...body } }) => {
    const client = clientOr404(context, params.client);
    const version = put(context, 'finding', { id: `${client.id} ${body.key}`, client: client.id, body, seen, by, note: '' });
    return { ...body, version, by, at: momentOf(context) };
  });
}
