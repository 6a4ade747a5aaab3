import { mkdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { pino } from 'pino';
import { createApp } from './app';
import { makeAuditIfDue } from './audit/keeper';
import { Background } from './background';
import type { Context } from './context';
import { Refresher } from './connect/refresh';
import { Seal } from './connect/seal';
import { Drawer } from './draw/drawer';
import { dropLeftovers, forgetFiles } from './intake/leftovers';
import { IntakeRunner } from './intake/runner';
import { StandingRules } from './moves/standing-rules';
import { startQueries } from './query/queries';
import { allClients } from './store/clients';
import { failInterruptedFetches } from './store/connections';
import { takeFolder } from './store/folder-lock';
import { failInterruptedJobs, findJob, finishImportedJobs } from './store/jobs';
import { migrate } from './store/migrate';

export interface StartOptions {
  /** 0 for any free one. */
  readonly port: number;
  readonly dataFolder: string;
  /** Where the channels of the demonstration are; '' where there are none. */
  readonly market: string;
  /** How many megabytes of the clients' rows stay in memory. */
  readonly memory: number;
}

const MINUTE = 60_000;
const MEGABYTE = 2 ** 20;

/** Starts the server. Throws, with nothing touched, where the data folder is in use or cannot be used. */
export async function start({ port, dataFolder, market, memory }: StartOptions): Promise<void> {
  mkdirSync(dataFolder, { recursive: true });
  const folder = takeFolder(dataFolder);
  const logger = pino({ level: process.env['LENS_LOG'] ?? 'warn' });
  const seal = Seal.open();
  const db = await migrate(dataFolder);
  finishImportedJobs(db);
  failInterruptedJobs(db);
  failInterruptedFetches(db);
  const intake = new IntakeRunner(db, dataFolder);
  intake.clearStaging((job) => findJob(db, job)?.state === 'ready');
  const queries = startQueries(db, { dataFolder, room: memory * MEGABYTE });
  const drawer = new Drawer(dataFolder);
  const context = { db, dataFolder, intake, queries, drawer, now: () => new Date() };
  forgetFiles(context);
  dropLeftovers(context);
  void getReady(context);
  const refresher = new Refresher(context, seal, market);
  const app = createApp(context, { refresher, seal }, join(import.meta.dirname, '../web/browser'), logger);

  const server = app.listen(port, '127.0.0.1', (error?: Error) => {
    if (error) {
      console.error(`Port ${port} cannot be used (${error.message}). Choose another: npm start -- --port 4181`);
      process.exit(1);
    }
    const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    folder.note(`the program at ${address}, process ${process.pid}`);
    // The line the start script, the tests and people wait for.
    console.log(`Unified Lens is at ${address}`);
  });
  // Whoever asks again and again must not meet a connection that is just being closed.
  server.keepAliveTimeout = 75_000;
  const rules = new StandingRules(context);
  const background = new Background(
    () => allClients(db),
    [(client) => makeAuditIfDue(context, client), (client) => rules.runDue(client)],
    (error) => logger.error({ err: error as Error }, 'an audit or a standing rule failed in the background'),
  );
  const schedule = setInterval(() => {
    refresher.runDue();
    void background.runDue();
  }, MINUTE);
  // One request that goes wrong in the background ends no other.
  process.on('unhandledRejection', (error) => logger.error({ err: error as Error }, 'failed in the background'));

  const stop = (): void => {
    clearInterval(schedule);
    refresher.stopAll();
    intake.stopAll();
    server.close();
    server.closeAllConnections();
    void Promise.all([queries.close(), drawer.close()]).finally(() => {
      db.close();
      process.exit(0);
    });
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
}

/** Reads the rows of one client after the other, so that the first question of the day need not wait for that. */
async function getReady({ db, queries }: Context): Promise<void> {
  for (const { id } of allClients(db)) await queries.feeds(id).catch(() => undefined);
}
