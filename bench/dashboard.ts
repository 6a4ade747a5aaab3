import { performance } from 'node:perf_hooks';
import { median } from 'simple-statistics';
import { formatDay, type PictureKind, parseDay } from '@lens/core';
import { send, startServer } from '../server/test/harness';
import { tell } from './report';

const CLIENT = 'juniper-loft-tea';
const LAST = parseDay('2026-10-30') ?? NaN;
const ROUNDS = 9;

/** The twelve tiles of a morning: pictures, what is drawn, and what it is split by. */
const TILES: readonly (readonly [PictureKind, string, readonly string[], columns?: { by: string; metric: string }])[] = [
  ['figure', 'purchases', ['channel']],
  ['figure', 'cpa', ['channel']],
  ['stacked', 'spend', ['channel']],
  ['bars', 'roas', ['channel']],
  ['line', 'purchases', ['channel']],
  ['line', 'cpa', ['channel']],
  ['scatter', 'roas', ['campaign']],
  ['line', 'spend', ['campaign']],
  ['heat', 'clicks', ['weekday'], { by: 'hour', metric: 'clicks' }],
  ['bars', 'spend', ['device']],
  ['bars', 'spend', ['keyword']],
  ['cards', 'spend', ['ad']],
];

interface Tile {
  readonly question: object;
  readonly picture: PictureKind;
  readonly metric: string;
}

/** The tiles as they are asked on a day; those of another day are new to the server. */
function tilesOn(back: number): Tile[] {
  const range = (from: number, to: number) => ({ from: formatDay(LAST - back + from), to: formatDay(LAST - back + to) });
  return TILES.map(([picture, metric, rows, columns = null]) => ({
    picture,
    metric,
    question: {
      clients: [CLIENT],
      period: range(-27, 0),
      comparison: range(-55, -28),
      countedBy: 'orders',
      basis: 'sale',
      metricSet: 'shop',
      knownOn: null,
      rows,
      columns,
      where: [],
      named: '',
      sort: { by: 'spend', direction: 'descending' },
      page: { open: 0, size: 200 },
    },
  }));
}

/** A dashboard on the demonstration in one request: right after a start, then on days that are new, beside its tiles one by one. */
export async function benchDashboard(dataFolder: string): Promise<void> {
  const server = await startServer(dataFolder);
  const cold = await together(server.address, tilesOn(0));
  const [warm, first, single]: [number[], number[], number[]] = [[], [], []];
  for (let round = 1; round <= ROUNDS; round++) {
    const { all, one } = await together(server.address, tilesOn(2 * round));
    warm.push(all);
    first.push(one);
    single.push(await oneByOne(server.address, tilesOn(2 * round + 1)));
  }
  await server.stop();
  const [ours, alone] = [median(warm), median(single)];
  tell('12 tiles right after a start, ms', cold.all.toFixed(0), { text: 'at most 2500', holds: cold.all <= 2500 });
  tell('12 tiles of days that are new, ms', ours.toFixed(0), { text: 'at most 1000', holds: ours <= 1000 });
  tell('the first of them, ms', median(first).toFixed(0));
  tell('one by one / in one request', (alone / ours).toFixed(2), { text: 'at least 2', holds: alone / ours >= 2 });
}

/** Milliseconds to the first line, and to the last. */
async function together(address: string, asked: readonly Tile[]): Promise<{ one: number; all: number }> {
  const from = performance.now();
  const reply = await fetch(`${address}/api/tiles`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ asked }),
  });
  let one: number | undefined;
  let text = '';
  const reader = reply.body?.getReader();
  for (let part = await reader?.read(); part?.value; part = await reader?.read()) {
    one ??= performance.now() - from;
    text += Buffer.from(part.value).toString();
  }
  const lines = text.trim().split('\n');
  const failed = lines.find((line) => !('table' in (JSON.parse(line) as { answer: object }).answer));
  if (reply.status !== 200 || failed) throw new Error(`Not answered: ${(failed ?? text).slice(0, 300)}`);
  return { one: one ?? NaN, all: performance.now() - from };
}

/** As screens would ask each alone: its table, then what is drawn of its first members over days. */
async function oneByOne(address: string, asked: readonly Tile[]): Promise<number> {
  const from = performance.now();
  for (const { question, picture, metric } of asked) {
    const { body } = await send(address, 'POST', '/compare', question);
    const rows = body.rows as { key: string; kind: string }[];
    const members = (picture === 'figure' ? rows.slice(0, 1) : rows.filter(({ kind }) => kind === 'member')).slice(0, 7);
    if (['figure', 'line', 'stacked'].includes(picture))
      await send(address, 'POST', '/compare/series', { question, metric, members: members.map(({ key }) => key) });
  }
  return performance.now() - from;
}
