import { mkdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { pino } from 'pino';
import { createApp } from './app';
import { Refresher } from './connect/refresh';
import { Seal } from './connect/seal';
import { forgetFiles } from './intake/jobs';
import { IntakeRunner } from './intake/runner';
import { startQueries } from './query/queries';
import { failInterruptedFetches } from './store/connections';
import { migrate } from './store/database';
import { failInterruptedJobs, findJob } from './store/jobs';

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4180' },
    data: { type: 'string', default: 'data' },
    market: { type: 'string', default: '' },
  },
});
const dataFolder = resolve(values.data);
mkdirSync(dataFolder, { recursive: true });

const logger = pino({ level: process.env['LENS_LOG'] ?? 'warn' });
const db = await migrate(dataFolder);
failInterruptedJobs(db);
failInterruptedFetches(db);
const intake = new IntakeRunner(db, dataFolder);
intake.clearStaging((job) => findJob(db, job)?.state === 'ready');
const queries = startQueries(dataFolder);
const context = { db, dataFolder, intake, queries, now: () => new Date() };
forgetFiles(context);
const seal = Seal.open();
const refresher = new Refresher(context, seal, values.market);
const app = createApp(context, { refresher, seal }, join(import.meta.dirname, '../web/browser'), logger);

const server = app.listen(Number(values.port), '127.0.0.1', (error?: Error) => {
  if (error) {
    console.error(`Port ${values.port} cannot be used (${error.message}). Choose another: npm start -- --port 4181`);
    process.exit(1);
  }
  const { port } = server.address() as AddressInfo;
  // The line the start script, the tests and people wait for.
  console.log(`Unified Lens is at http://127.0.0.1:${port}`);
});

// Whoever asks again and again must not meet a connection that is just being closed.
server.keepAliveTimeout = 75_000;

const MINUTE = 60_000;
const schedule = setInterval(() => refresher.runDue(), MINUTE);

function stop(): void {
  clearInterval(schedule);
  refresher.stopAll();
  intake.stopAll();
  server.close();
  server.closeAllConnections();
  void queries.close().finally(() => {
    db.close();
    process.exit(0);
  });
}
process.once('SIGINT', stop);
process.once('SIGTERM', stop);
