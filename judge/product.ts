import type {
  AuditReply,
  ClientDetail,
  Move,
  MovesReply,
  PlanReply,
  RehearsalReply,
  RuleBody,
  SentMove,
  StandingRulesReply,
} from '@lens/contract';
import { type TargetMetric, USUAL_TARGET } from '@lens/core';
import { send } from '../server/test/harness';

async function asked<T>(address: string, method: string, path: string, body?: unknown): Promise<T> {
  const reply = await send(address, method, path, body);
  if (reply.status !== 200) throw new Error(`${method} ${path}: ${reply.status} ${JSON.stringify(reply.body).slice(0, 300)}`);
  return reply.body as T;
}

export async function clientIds(address: string): Promise<Map<string, string>> {
  const clients = await asked<{ id: string; name: string }[]>(address, 'GET', '/clients');
  return new Map(clients.map(({ id, name }) => [name, id]));
}

/**
 * Accepts every pause of an ad that an audit of some days proposes, and all that is to be shut out or switched off, where nobody
 * has decided; budgets are planned together.
 */
export async function acceptFound(address: string, client: string, period: { from: string; to: string }): Promise<Move[]> {
  const { findings } = await asked<AuditReply>(address, 'POST', '/audit', { client, period });
  const accepted: Move[] = [];
  for (const finding of findings) {
    const isMeant =
      finding.check === 'target'
        ? finding.level === 'ad' && finding.move && !finding.decided
        : finding.moves?.some(({ decided }) => decided === null);
    if (!isMeant) continue;
    const moves = await asked<Move[]>(address, 'POST', `/clients/${client}/moves`, {
      ...{ period, finding: finding.key, decision: 'accepted', reason: '' },
      subjects: finding.check === 'target' ? [] : finding.moves?.flatMap(({ decided, subject }) => (decided ? [] : [subject])),
    });
    accepted.push(...moves);
  }
  return accepted;
}

/** Sends accepted moves to their channels, and gives those that arrived. */
export async function sendMoves(address: string, client: string, moves: readonly Move[]): Promise<Move[]> {
  if (moves.length === 0) return [];
  const { results } = await asked<{ results: SentMove[] }>(address, 'POST', `/clients/${client}/moves/send`, {
    moves: moves.map(({ id }) => id),
  });
  const sent = new Set(results.flatMap(({ id, outcome }) => (outcome === 'sent' ? [id] : [])));
  return moves.filter(({ id }) => sent.has(id));
}

/** Accepts every change of a plan for profit over some days to come, and gives the moves it became. */
export async function acceptPlan(address: string, client: string, days: { from: string; to: string }): Promise<Move[]> {
  const asks = { days, goal: 'profit', total: null, promised: null };
  const { budgets, dataVersion } = await asked<PlanReply>(address, 'POST', `/clients/${client}/plan`, asks);
  const keys = budgets.flatMap(({ key, effect }) => (effect ? [key] : []));
  if (keys.length === 0) return [];
  const reply = await asked<MovesReply>(address, 'POST', `/clients/${client}/plan/moves`, { plan: asks, keys, dataVersion });
  return reply.moves.slice(0, keys.length);
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

/** Parts that the market shuts out when told. */
const SHUT_OUT = ['placement', 'sub-source'];

/** What a client is held to, and the parts of its campaigns that its reports tell and the market shuts out. */
export async function ruledParts(address: string, client: string): Promise<{ metric: TargetMetric; parts: string[] }> {
  const { promises, metricSet, dimensions } = await asked<ClientDetail>(address, 'GET', `/clients/${client}`);
  const metric = promises.targets[0]?.metric ?? USUAL_TARGET[metricSet];
  return { metric, parts: SHUT_OUT.filter((each) => dimensions.includes(each)) };
}

/** What a rule would have proposed; days as they are written. */
export const rehearsed = (address: string, client: string, rule: RuleBody): Promise<RehearsalReply> =>
  asked(address, 'POST', `/clients/${client}/standing-rules/rehearsal`, rule);

/** Keeps a rule that is on. */
export const turnOn = (address: string, client: string, rule: RuleBody): Promise<StandingRulesReply> =>
  asked(address, 'POST', `/clients/${client}/standing-rules`, { ...rule, state: 'on', seen: 0, by: '', note: '', isOfAgency: false });

/** Lets rules look that are due, and accepts all that they propose where nobody has decided. */
export async function acceptByRules(address: string, client: string): Promise<Move[]> {
  const { rules } = await asked<StandingRulesReply>(address, 'POST', `/clients/${client}/standing-rules/look`);
  const accepted: Move[] = [];
  for (const { id, run } of rules) {
    const subjects = (run?.moves ?? []).flatMap(({ decided, subject }) => (decided ? [] : [subject]));
    if (subjects.length === 0) continue;
    const body = { subjects, decision: 'accepted', reason: '' };
    const { moves } = await asked<MovesReply>(address, 'POST', `/clients/${client}/standing-rules/${id}/decisions`, body);
    accepted.push(...moves.slice(0, subjects.length));
  }
  return accepted;
}
