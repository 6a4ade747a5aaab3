import type { AuditedTarget, AuditReply } from '@lens/contract';
import { send } from '../server/test/harness';

export type Finding = AuditedTarget & { readonly move: NonNullable<AuditedTarget['move']> };

/** A move the product proposed and the judge accepted, with the channel's own id of the member. */
export interface Accepted {
  readonly finding: Finding;
  readonly externalId: string;
}

async function asked<T>(address: string, method: string, path: string, body?: unknown): Promise<T> {
  const reply = await send(address, method, path, body);
  if (reply.status !== 200) throw new Error(`${method} ${path}: ${reply.status} ${JSON.stringify(reply.body).slice(0, 300)}`);
  return reply.body as T;
}

export async function clientIds(address: string): Promise<Map<string, string>> {
  const clients = await asked<{ id: string; name: string }[]>(address, 'GET', '/clients');
  return new Map(clients.map(({ id, name }) => [name, id]));
}

/** Accepts every move that an audit of some days proposes and nobody has decided. */
export async function acceptAll(address: string, client: string, period: { from: string; to: string }): Promise<Accepted[]> {
  const { findings } = await asked<AuditReply>(address, 'POST', '/audit', { client, period });
  const accepted: Accepted[] = [];
  for (const finding of findings) {
    if (finding.check !== 'target' || !finding.move || finding.decided) continue;
    const move = await asked<{ finding: Finding; externalId: string }>(address, 'POST', `/clients/${client}/moves`, {
      period,
      finding: finding.key,
      decision: 'accepted',
      reason: '',
    });
    accepted.push({ finding: move.finding, externalId: move.externalId });
  }
  return accepted;
}

/** Fetches every connection of a client and waits until all of them are done. */
export async function refreshAll(address: string, client: string): Promise<void> {
  type Connection = { id: string; channelName: string; running: boolean; reports: { state: string; error: string }[] };
  const read = (): Promise<Connection[]> => asked(address, 'GET', `/clients/${client}/connections`);
  for (const { id } of await read()) await asked(address, 'POST', `/connections/${id}/refresh`);
  for (;;) {
    const connections = await read();
    const failed = connections.find(({ running, reports }) => !running && reports.some(({ state }) => state === 'failed'));
    if (failed) throw new Error(`${failed.channelName}: ${failed.reports.map(({ error }) => error).join(' ')}`);
    if (connections.every(({ running }) => !running)) return;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
}
