import { median } from 'simple-statistics';
import Database from 'better-sqlite3';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { parse } from 'csv-parse/sync';
import { parseDay } from '@lens/core';
import makeDemoFolder, { DEMO_FOLDER } from '../e2e/demo-folder';
import { childrenOf, compare, makeClient, send, type Setting, startServer, upload } from '../server/test/harness';
import { askAtOnce, askInTurn } from './askers';
import { benchAudit } from './audit';
import { benchCredit } from './credit';
import { benchDashboard } from './dashboard';
import { benchFind } from './find';
import { benchFiveQuestions } from './five-questions';
import { benchOwnMetrics } from './own-metrics';
import { benchPlan } from './plan';
import { tell, writePage } from './report';

/** Speed as ratios in one run: machines drift, ratios hold. Run with npm run bench. */
const ROWS = 200_000;
const DAYS = 100;
const ROUNDS = 9;
const IMPORTS = 5;
const TIMES_LARGER = 8;

const folder = mkdtempSync(join(tmpdir(), 'lens-bench-'));
const text = makeFile(1);
const server = await startServer(folder);
const setting = await makeClient(server.address);

const times = { import: [] as number[], plain: [] as number[], bulk: [] as number[] };
for (let round = 0; round < IMPORTS; round++) {
  const own = round === 0 ? setting : await makeClient(server.address, `Client ${round}`);
  times.import.push(await timed(() => importAds(own)));
  times.plain.push(await timed(() => plainInsert(round)));
  times.bulk.push(await timed(() => bulkInsert(round)));
}
const [importMs, plainMs, bulkMs] = [median(times.import), median(times.plain), median(times.bulk)];
tell('import, all checks on, rows/s', rate(importMs));
tell('parse and insert, no check, rows/s', rate(plainMs));
tell('rows into SQLite in bulk, rows/s', rate(bulkMs));
const ofPlain = plainMs / importMs;
tell("import, of the plain loop's speed", ofPlain.toFixed(2), { text: 'at least 0.50', holds: ofPlain >= 0.5 });

const peak = { small: peakMemory(), large: 0 };
const large = makeFile(TIMES_LARGER);
await importAds(await makeClient(server.address, 'Large'), large);
peak.large = peakMemory();
tell(`peak memory of the intake after files of ${megabytes(text)} MB, MB`, `${peak.small}`);
tell(`peak memory of the intake after one of ${megabytes(large)} MB, MB`, `${peak.large}`);

const question = { period: { from: '2026-01-01', to: '2026-04-10' } };
await compare(server.address, setting.client, question);
const db = new Database(join(folder, 'facts.sqlite'), { readonly: true });
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
tell(`Compare over HTTP, ${ROWS} rows, campaigns to ads, ms`, median(ours).toFixed(0));
tell('SQL GROUP BY campaign, ad over the same rows, ms', median(theirs).toFixed(0));
tell('Compare, SQL / ours', (median(theirs) / median(ours)).toFixed(2));

db.close();
await server.stop();
await benchAskers();
await benchFind(join(folder, 'found'));
await benchPlan(join(folder, 'planned'));
await benchFiveQuestions(join(folder, 'large'));
writePage('docs/speed.md');
rmSync(folder, { recursive: true, force: true });

/** Fifty people at once on the demonstration, when it has answered others before: questions that are new, and the same again. */
async function benchAskers(): Promise<void> {
  await makeDemoFolder();
  const demo = join(folder, 'demo');
  cpSync(DEMO_FOLDER, demo, { recursive: true });
  const shown = await startServer(demo);
  await askAtOnce(shown.address, 2);
  for (const [name, before] of [
    ['new questions', 1],
    ['the same again', 1],
  ] as const) {
    tellLate(`50 askers at once, ${name}, ms`, await askAtOnce(shown.address, before), 1000);
  }
  tellLate('50 askers, each again 2 s after its answer, new questions, ms', await askInTurn(shown.address, 4), 250);
  await benchOwnMetrics(shown.address);
  await shown.stop();
  await benchDashboard(demo);
  await benchAudit(demo);
  await benchCredit(demo);
}

/** Milliseconds that questions took, sorted. */
function tellLate(name: string, taken: readonly number[], most: number): void {
  const [middle, late = Infinity] = [0.5, 0.95].map((share) => Math.round(taken[Math.floor(taken.length * share)] ?? NaN));
  tell(name, `p50 ${middle}, p95 ${late}`, { text: `p95 at most ${most}`, holds: late <= most });
}

/** So many times the days of ads, each with the same. */
function makeFile(times: number): string {
  const lines = ['Day,Campaign,Ad group,Ad,Cost,Clicks,Impressions'];
  for (let row = 0; row < ROWS * times; row++) {
    const ad = row % (ROWS / DAYS);
    const day = new Date(Date.UTC(2026, 0, 1 + Math.floor(row / (ROWS / DAYS)))).toISOString().slice(0, 10);
    lines.push(`${day},campaign ${ad % 20},group ${ad % 200},ad ${ad},${((row * 7919) % 10_000) / 100},${row % 50},${(row % 50) * 40}`);
  }
  return lines.join('\n');
}

/** The floor: the same parser and the same inserts, with nothing checked. */
function plainInsert(round: number): void {
  const path = join(folder, `plain-${round}.sqlite`);
  const file = join(folder, `plain-${round}.csv`);
  writeFileSync(file, text);
  const plain = new Database(path);
  plain.exec('CREATE TABLE row (day TEXT, campaign TEXT, grp TEXT, ad TEXT, cost REAL, clicks INTEGER, impressions INTEGER)');
  const insert = plain.prepare('INSERT INTO row VALUES (?, ?, ?, ?, ?, ?, ?)');
  const rows = parse(text, { from_line: 2 });
  plain.transaction(() => rows.forEach((row) => insert.run(...row)))();
  plain.close();
}

/** The whole way in, as the screen goes it: upload, preview, check, import, asking after the job as often as the screen does. */
async function importAds({ client, account }: Setting, content = text): Promise<void> {
  const path = `/clients/${client}`;
  const file = await upload(server.address, 'Ads.csv', content);
  const { body: preview } = await send(server.address, 'POST', `${path}/previews`, { hash: file });
  const { layout, mapping } = preview;
  const asked = { file, fileName: 'Ads.csv', layout, account, feed: { name: 'Ads' }, mapping, covers: null };
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
function bulkInsert(round: number): void {
  const bulk = new Database(join(folder, `bulk-${round}.sqlite`));
  bulk.exec('CREATE TABLE row (day INTEGER, member INTEGER, cost INTEGER, clicks INTEGER, impressions INTEGER)');
  const insert = bulk.prepare('INSERT INTO row VALUES (?, ?, ?, ?, ?)');
  bulk.transaction(() => {
    for (let row = 0; row < ROWS; row++) insert.run(20_454 + (row % DAYS), row % 2000, row * 7919, row % 50, (row % 50) * 40);
  })();
  bulk.close();
}

/** The most memory an intake process has had, in MB. */
function peakMemory(): number {
  const peaks = childrenOf(server.process.pid ?? 0).map((pid) => {
    const [, kilobytes = '0'] = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8')) ?? [];
    return Number(kilobytes);
  });
  return Math.round(Math.max(0, ...peaks) / 1024);
}

function megabytes(content: string): number {
  return Math.round(content.length / 1_000_000);
}

async function timed(work: () => void | Promise<void>): Promise<number> {
  const from = performance.now();
  await work();
  return performance.now() - from;
}

function rate(ms: number): string {
  return Math.round(ROWS / (ms / 1000)).toLocaleString('en-GB');
}
