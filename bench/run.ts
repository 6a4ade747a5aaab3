import Database from 'better-sqlite3';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { parse } from 'csv-parse/sync';
import { parseDay } from '@lens/core';
import { compare, makeClient, questionFor, send, startServer, upload } from '../server/test/harness';

/** Speed as ratios in one run: machines drift, ratios hold. Run with npm run bench. */
const ROWS = 200_000;
const DAYS = 100;
const ROUNDS = 9;

const folder = mkdtempSync(join(tmpdir(), 'lens-bench-'));
const text = makeFile();
const server = await startServer(folder);
const setting = await makeClient(server.address);

const importMs = await timed(() => importAds());
const plainMs = await timed(() => plainInsert());
const bulkMs = await timed(() => bulkInsert());
console.log(`import, all checks on      ${rate(importMs)} rows/s`);
console.log(`parse and insert, no check ${rate(plainMs)} rows/s`);
console.log(`rows into SQLite in bulk   ${rate(bulkMs)} rows/s`);
console.log(`ratio                      ${(plainMs / importMs).toFixed(2)} of the plain loop's speed\n`);

const question = { period: { from: '2026-01-01', to: '2026-04-10' } };
await compare(server.address, setting.client, question);
const db = new Database(join(folder, 'lens.sqlite'), { readonly: true });
const sql = db.prepare(
  `SELECT campaign_id, member_id, sum(a0), sum(a1) FROM feed_row
   WHERE feed_id = 1 AND until IS NULL AND day BETWEEN ? AND ? GROUP BY campaign_id, member_id`,
);
const range = [parseDay('2026-01-01'), parseDay('2026-04-10')];
const ours: number[] = [];
const theirs: number[] = [];
for (let round = 0; round < ROUNDS; round++) {
  theirs.push(await timed(() => void sql.all(...range)));
  ours.push(await timed(() => compare(server.address, setting.client, question).then(() => undefined)));
}
console.log(`Compare over HTTP, ${ROWS} rows, campaigns to ads: ${median(ours).toFixed(0)} ms`);
console.log(`SQL GROUP BY campaign, ad over the same rows:      ${median(theirs).toFixed(0)} ms`);
console.log(`ratio (SQL / ours)                                 ${(median(theirs) / median(ours)).toFixed(2)}`);
const memory = await send(server.address, 'POST', '/compare', questionFor(setting.client, question));
console.log(`answered ${memory.body.rows.length} rows`);

db.close();
await server.stop();
rmSync(folder, { recursive: true, force: true });

function makeFile(): string {
  const lines = ['Day,Campaign,Ad group,Ad,Cost,Clicks,Impressions'];
  for (let row = 0; row < ROWS; row++) {
    const ad = row % (ROWS / DAYS);
    const day = new Date(Date.UTC(2026, 0, 1 + Math.floor(row / (ROWS / DAYS)))).toISOString().slice(0, 10);
    lines.push(`${day},campaign ${ad % 20},group ${ad % 200},ad ${ad},${((row * 7919) % 10_000) / 100},${row % 50},${(row % 50) * 40}`);
  }
  return lines.join('\n');
}

/** The floor: the same parser and the same inserts, with nothing checked. */
function plainInsert(): void {
  const path = join(folder, 'plain.sqlite');
  const file = join(folder, 'plain.csv');
  writeFileSync(file, text);
  const plain = new Database(path);
  plain.exec('CREATE TABLE row (day TEXT, campaign TEXT, grp TEXT, ad TEXT, cost REAL, clicks INTEGER, impressions INTEGER)');
  const insert = plain.prepare('INSERT INTO row VALUES (?, ?, ?, ?, ?, ?, ?)');
  const rows = parse(text, { from_line: 2 });
  plain.transaction(() => rows.forEach((row) => insert.run(...row)))();
  plain.close();
}

/** The whole way in, as the screen goes it: upload, preview, check, import, asking after the job as often as the screen does. */
async function importAds(): Promise<void> {
  const path = `/clients/${setting.client}`;
  const file = await upload(server.address, 'Ads.csv', text);
  const { body: preview } = await send(server.address, 'POST', `${path}/previews`, { hash: file });
  const { layout, mapping } = preview;
  const asked = { file, fileName: 'Ads.csv', layout, account: setting.account, feed: { name: 'Ads' }, mapping, covers: null };
  const { body: check } = await send(server.address, 'POST', `${path}/checks`, asked);
  await ended(check.id);
  await send(server.address, 'POST', `/jobs/${check.id}/import`, { absent: null });
  if ((await ended(check.id)) !== 'done') throw new Error('The import failed');
}

async function ended(job: string): Promise<string> {
  for (;;) {
    const { body } = await send(server.address, 'GET', `/jobs/${job}`);
    if (body.state !== 'running') return body.state;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/** What SQLite takes for the rows alone, prepared before. */
function bulkInsert(): void {
  const bulk = new Database(join(folder, 'bulk.sqlite'));
  bulk.exec('CREATE TABLE row (day INTEGER, member INTEGER, cost INTEGER, clicks INTEGER, impressions INTEGER)');
  const insert = bulk.prepare('INSERT INTO row VALUES (?, ?, ?, ?, ?)');
  bulk.transaction(() => {
    for (let row = 0; row < ROWS; row++) insert.run(20_454 + (row % DAYS), row % 2000, row * 7919, row % 50, (row % 50) * 40);
  })();
  bulk.close();
}

async function timed(work: () => void | Promise<void>): Promise<number> {
  const from = performance.now();
  await work();
  return performance.now() - from;
}

function rate(ms: number): string {
  return Math.round(ROWS / (ms / 1000)).toLocaleString('en-GB');
}

function median(times: readonly number[]): number {
  return [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;
}
