import { performance } from 'node:perf_hooks';
import { ADS_BY_CHANNEL, formatDay, parseDay } from '@lens/core';
import { send } from '../server/test/harness';

/** What one of many people at their screens asks, one thing after the other. */
const ASKERS = 50;
const EACH = 6;

interface Asked {
  readonly method: string;
  readonly path: string;
  readonly body?: unknown;
}

const PERIODS: readonly (readonly [string, string])[] = [
  ['2026-10-24', '2026-10-30'],
  ['2026-10-03', '2026-10-30'],
  ['2026-09-01', '2026-09-30'],
  ['2026-08-01', '2026-10-30'],
  ['2026-05-01', '2026-10-30'],
];
const SPLITS = [
  ADS_BY_CHANNEL,
  ['channel', 'campaign', 'device'],
  ['channel', 'campaign', 'group', 'keyword'],
  ['channel', 'campaign', 'group', 'keyword', 'search term'],
  ['channel', 'campaign', 'hour'],
  ADS_BY_CHANNEL,
  ADS_BY_CHANNEL,
] as const;

/** Mixed questions: clients, days, ways to split and ways to count in turn; `before` moves the last day asked about. */
function questionsOf(asker: number, clients: readonly { readonly id: string; readonly metricSet: string }[], before: number): Asked[] {
  return Array.from({ length: EACH }, (_, nth): Asked => {
    const at = asker * EACH + nth;
    const client = clients[at % clients.length];
    const [from, last] = PERIODS[Math.floor(at / 4) % PERIODS.length] as (typeof PERIODS)[number];
    const to = formatDay((parseDay(last) ?? NaN) - before);
    const question = {
      clients: [client?.id],
      period: { from, to },
      comparison: at % 2 === 0 ? null : { from: '2026-07-01', to: '2026-07-28' },
      countedBy: at % 3 === 0 ? 'claims' : 'orders',
      basis: at % 5 === 0 ? 'sale' : 'click',
      metricSet: client?.metricSet,
      knownOn: null,
      rows: SPLITS[Math.floor(at / 3) % SPLITS.length],
      where: [],
      named: asker % 10 === 0 ? `${asker}` : '',
      sort: { by: 'spend', direction: 'descending' },
    };
    if (at % 11 === 5) return { method: 'POST', path: '/audit', body: { client: client?.id, period: { from, to } } };
    if (at % 7 === 3) return { method: 'POST', path: '/compare/series', body: { question, metric: 'spend', members: ['total'] } };
    if (at % 7 === 6) return { method: 'POST', path: '/compare/trace', body: { question, row: 'total', metric: 'clicks' } };
    return { method: 'POST', path: '/compare', body: question };
  });
}

/**
 * Milliseconds each question takes, sorted, while everybody asks one at the same moment, reads when all are
 * answered, and asks again. Those of another `before` are all new to the server.
 */
export async function askAtOnce(address: string, before: number): Promise<number[]> {
  const { body: clients } = await send(address, 'GET', '/clients');
  const taken: number[] = [];
  for (let nth = 0; nth < EACH; nth++)
    await Promise.all(
      Array.from({ length: ASKERS }, async (_, asker) => {
        taken.push(await ask(address, asker, questionsOf(asker, clients, before)[nth] as Asked));
      }),
    );
  return taken.sort((a, b) => a - b);
}

/** How long somebody looks at an answer before asking the next thing. */
const LOOK = 2000;

/** The same while everybody begins at a moment of their own and reads each answer before asking again. */
export async function askInTurn(address: string, before: number): Promise<number[]> {
  const { body: clients } = await send(address, 'GET', '/clients');
  const taken: number[] = [];
  await Promise.all(
    Array.from({ length: ASKERS }, async (_, asker) => {
      await new Promise((resolve) => setTimeout(resolve, (LOOK * asker) / ASKERS));
      for (const asked of questionsOf(asker, clients, before)) {
        taken.push(await ask(address, asker, asked));
        await new Promise((resolve) => setTimeout(resolve, LOOK));
      }
    }),
  );
  return taken.sort((a, b) => a - b);
}

async function ask(address: string, asker: number, { method, path, body }: Asked): Promise<number> {
  const headers = { 'content-type': 'application/json', 'x-asker': `asker ${asker}` };
  const from = performance.now();
  const reply = await fetch(`${address}/api${path}`, { method, headers, body: JSON.stringify(body) });
  // What is read of it is the asker's own work, on the asker's own machine.
  await reply.arrayBuffer();
  if (!reply.ok) throw new Error(`${method} ${path} answered ${reply.status}: ${JSON.stringify(body)}`);
  return performance.now() - from;
}
