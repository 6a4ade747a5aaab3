import fc from 'fast-check';
import {
  childrenOf,
  follow,
  freshFolder,
  importFile,
  makeClient,
  removeFolder,
  send,
  spendBy,
  startServer,
  upload,
} from '../server/test/harness';
import type { Fault } from './asked';

const ROWS = 60_000;
const PERIOD = ['2026-10-01', '2026-10-30'] as const;
/** One row a line that costs so much: the sum tells which of two files is in. */
const fileOf = (cost: number): string => {
  const lines = Array.from(
    { length: ROWS },
    (_, row) => `2026-10-${String(1 + (row % 30)).padStart(2, '0')},Tea,ad ${Math.floor(row / 30)},${cost},1`,
  );
  return ['Day,Campaign,Ad,Cost,Clicks', ...lines].join('\n');
};

export interface KillTally {
  readonly faults: readonly Fault[];
  /** Where the kill came before the import had ended. */
  readonly cutOff: number;
}

const kill = fc.record({
  /** At so many of what the intake reports: rows while it reads, steps while it commits. */
  after: fc.integer({ min: 0, max: 8 }),
  during: fc.constantFrom('check' as const, 'import' as const),
  whole: fc.boolean(),
});

/**
 * Imports over and over, and kills the intake or the whole server at a reported place. After each, what is
 * stored is the file before or the one being imported, to the cent.
 */
export async function throwKills(count: number, seed: number): Promise<KillTally> {
  const faults: Fault[] = [];
  const folder = freshFolder();
  let server = await startServer(folder);
  const setting = await makeClient(server.address);
  let cost = 1;
  await importFile(server.address, setting, 'Ads', fileOf(cost));
  let cutOff = 0;
  for (const [at, { after, during, whole }] of fc.sample(kill, { numRuns: count, seed }).entries()) {
    const next = cost + 1;
    const job = await checked(server.address, setting, fileOf(next), during === 'import');
    if (during === 'import') await send(server.address, 'POST', `/jobs/${job}/import`, { absent: null });
    let reports = 0;
    let last = '';
    await follow(server.address, job, ({ state, phase, rows }) => {
      const now = `${phase} ${rows}`;
      if (now !== last) reports += 1;
      last = now;
      return state !== 'running' || reports > after;
    });
    const children = childrenOf(server.process.pid ?? 0);
    if (whole) await server.stop('SIGKILL');
    for (const child of children) end(child);
    if (whole) server = await startServer(folder);
    const { state } = await follow(server.address, job);
    if (state === 'failed') cutOff += 1;
    const { Tea: spend } = (await spendBy(server.address, setting.client, ...PERIOD)) as { Tea: number };
    const expected = state === 'done' ? next : cost;
    if (spend !== expected * ROWS)
      faults.push({
        where: `kill ${at} of seed ${seed}, ${during} after ${after} reports`,
        what: `${spend} stored, right is ${expected * ROWS}`,
      });
    cost = Math.round(spend / ROWS);
  }
  await server.stop();
  removeFolder(folder);
  return { faults, cutOff };
}

async function checked(
  address: string,
  { client, account }: { client: string; account: string },
  content: string,
  isToEnd: boolean,
): Promise<string> {
  const file = await upload(address, 'big.csv', content);
  const { body } = await send(address, 'POST', `/clients/${client}/previews`, { hash: file });
  const check = await send(address, 'POST', `/clients/${client}/checks`, {
    file,
    fileName: 'big.csv',
    layout: body.layout,
    account,
    feed: { name: 'Ads' },
    mapping: body.mapping,
    covers: null,
  });
  if (isToEnd) await follow(address, check.body.id);
  return check.body.id;
}

function end(child: number): void {
  try {
    process.kill(child, 'SIGKILL');
  } catch {
    // It had ended by itself.
  }
}
