import { performance } from 'node:perf_hooks';
import { median } from 'simple-statistics';
import { formatDay, parseDay } from '@lens/core';
import { send, startServer } from '../server/test/harness';
import { tell } from './report';

/** The largest client of the demonstration. */
const CLIENT = 'juniper-loft-tea';
const LAST = parseDay('2026-10-30') ?? NaN;
const ROUNDS = 5;
const BAR = 5000;
/** While an audit is made somebody else asks this often, all with their own days. */
const QUESTIONS = 20;

/**
 * The whole audit of the largest client of the demonstration: that which is kept, one of other days right after it, when nothing
 * is read yet, and then of days that are new; and what others wait meanwhile.
 */
export async function benchAudit(dataFolder: string): Promise<void> {
  const server = await startServer(dataFolder);
  try {
    const audit = (back: number) => timed(() => send(server.address, 'POST', '/audit', { client: CLIENT, period: daysBack(back) }));
    tell('the audit that is kept, right after a start, ms', `${Math.round(await audit(0))}`);
    const first = await audit(ROUNDS + 2);
    const later: number[] = [];
    for (let round = 1; round <= ROUNDS; round++) later.push(await audit(round));
    const middle = median(later);
    tell('whole audit of the largest client of the demonstration, ms', `${Math.round(middle)} (first ${Math.round(first)})`, {
      text: `at most ${BAR}`,
      holds: Math.max(first, middle) <= BAR,
    });
    const made = audit(ROUNDS + 1);
    const waited: number[] = [];
    for (let nth = 0; nth < QUESTIONS; nth++) waited.push(await timed(() => send(server.address, 'POST', '/compare', question(nth))));
    await made;
    tell('a question while an audit is made, worst of 20, ms', `${Math.round(Math.max(...waited))}`);
  } finally {
    await server.stop();
  }
}

const daysBack = (back: number) => ({ from: formatDay(LAST - back - 27), to: formatDay(LAST - back) });

const question = (nth: number) => ({
  ...{
    clients: [CLIENT],
    period: daysBack(nth + 30),
    comparison: null,
    countedBy: 'orders',
    basis: 'sale',
    metricSet: 'shop',
    knownOn: null,
  },
  ...{ rows: ['channel', 'campaign'], columns: null, where: [], named: '', sort: { by: 'spend', direction: 'descending' } },
  page: { open: 0, size: 200 },
});

async function timed(work: () => Promise<{ readonly status: number; readonly body: unknown }>): Promise<number> {
  const begun = performance.now();
  const { status, body } = await work();
  if (status !== 200) throw new Error(JSON.stringify(body).slice(0, 300));
  return performance.now() - begun;
}
