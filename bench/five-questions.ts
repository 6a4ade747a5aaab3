import Database from 'better-sqlite3';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { median } from 'simple-statistics';
import { formatDay, type Question } from '@lens/core';
import { type Running, send, startServer } from '../server/test/harness';
import { LARGE, type LargeClient, makeLargeClient } from './large-client';
import { plainLoop } from './plain-loop';
import { tell } from './report';

const ROUNDS = 5;
/** Rounds that are not counted: a server that people work with has answered such questions before, though not these. */
const WARM = 4;
const LAST = LARGE.last;
const FIRST = LARGE.last - LARGE.days + 1;
const SUMS = 'sum(m0), sum(m1), sum(m2), sum(m3), sum(m4)';

/** A question as the API takes it, the same in SQL, and the bar for how many times faster the first must be. */
interface Asked {
  readonly name: string;
  /** Another one each round, so that nothing is answered from what was kept. */
  readonly question: (round: number) => Record<string, unknown>;
  readonly sql: (round: number) => readonly (readonly [sql: string, ...args: number[]])[];
  readonly loop: (round: number) => void;
  readonly times: number;
}

/** Five questions about five million rows: through HTTP, beside SQLite and beside a plain loop over typed arrays in the same run. */
export async function benchFiveQuestions(folder: string): Promise<void> {
  const large = await makeLargeClient(folder);
  const plain = plainTable(folder);
  const loop = plainLoop(plain);
  let server = await startServer(folder);
  await timed(() => ask(server, large, days(30, 0)));
  await server.stop();
  server = await startServer(folder);
  tellAtMost('first answer after a start, 30 days of 5,000,000 rows, ms', await timed(() => ask(server, large, days(30, 0))), 1000);
  await server.stop();
  server = await startServer(folder);
  tellAtMost('first answer after a start, all 5,000,000 rows, ms', await timed(() => ask(server, large, days(LARGE.days, 0))), 5000);
  for (const asked of questionsOf(plain, loop)) await compareSpeed(server, large, plain, asked);
  tellMemory(server);
  await server.stop();
  plain.close();
}

async function compareSpeed(server: Running, large: LargeClient, plain: Database.Database, asked: Asked): Promise<void> {
  const [ours, theirs, floor]: [number[], number[], number[]] = [[], [], []];
  for (let round = 0; round < WARM; round++) await ask(server, large, asked.question(ROUNDS + round));
  for (let round = 0; round < ROUNDS; round++) {
    theirs.push(await timed(() => asked.sql(round).forEach(([sql, ...args]) => plain.prepare(sql).all(...args))));
    floor.push(await timed(() => asked.loop(round)));
    ours.push(await timed(() => ask(server, large, asked.question(round))));
  }
  const [own, sql, loop] = [median(ours), median(theirs), median(floor)];
  const { name, times } = asked;
  tell(`${name}: ours, SQLite, plain loop, ms`, `${own.toFixed(0)}, ${sql.toFixed(0)}, ${loop.toFixed(0)}`);
  tell(`${name}: times SQLite`, (sql / own).toFixed(1), { text: `at least ${times}`, holds: sql / own >= times });
  tell(`${name}: times the plain loop's time`, (own / loop).toFixed(1), { text: 'at most 4', holds: own <= 4 * loop });
}

async function ask(server: Running, { client }: LargeClient, part: Record<string, unknown>): Promise<void> {
  const question = { ...WHOLE, clients: [client], ...part };
  const { status, body } = await send(server.address, 'POST', '/compare', question);
  if (status !== 200) throw new Error(`Not answered: ${JSON.stringify(body)}`);
}

const WHOLE = {
  comparison: null,
  countedBy: 'claims',
  basis: 'click',
  metricSet: 'shop',
  knownOn: null,
  where: [],
  named: '',
  having: [],
  sort: { by: 'spend', direction: 'descending' },
  page: { open: 'all', size: 200 },
} satisfies Partial<Record<keyof Question, unknown>>;

const range = (from: number, to: number) => ({ from: formatDay(from), to: formatDay(to) });
/** So many days up to one that lies some days back. */
const days = (length: number, back: number) => ({ rows: ['campaign'], period: range(LAST - back - length + 1, LAST - back) });
const inAccounts = (ids: readonly number[]) => [{ dimension: 'account', any: ids.map((id) => ({ test: 'is', value: `Account ${id}` })) }];

function questionsOf(plain: Database.Database, loop: ReturnType<typeof plainLoop>): Asked[] {
  const accounts = plain.prepare<[], number>('SELECT DISTINCT account FROM row ORDER BY account').pluck().all();
  const account = (at: number): number => accounts[at] ?? 0;
  return [
    {
      name: 'campaigns, 30 days and the 30 before',
      question: (round) => ({ ...days(30, round), comparison: days(30, round + 30).period }),
      sql: (round) => [0, 30].map((back) => [byCampaign, LAST - round - back - 29, LAST - round - back] as const),
      loop: (round) => {
        for (const back of [0, 30]) loop.byCampaign(LAST - round - back - 29, LAST - round - back);
      },
      times: 15,
    },
    {
      name: 'days of one account, a year',
      question: (round) => ({ rows: ['day'], where: inAccounts([1 + (round % 8)]), period: range(FIRST + (round >> 3), LAST) }),
      sql: (round) => [[`SELECT day, ${SUMS} FROM row WHERE account = ? GROUP BY day`, account(1 + round)]],
      loop: (round) => loop.daysOf(account(1 + round)),
      times: 15,
    },
    {
      name: 'group × device, 90 days, 5 accounts',
      question: (round) => ({
        rows: ['group', 'device'],
        where: inAccounts([1, 2, 3, 4, 5]),
        period: range(LAST - round - 89, LAST - round),
        page: { open: 1, size: 200 },
      }),
      sql: (round) => [
        [
          `SELECT grp, device, ${SUMS} FROM row WHERE account IN (?, ?, ?, ?, ?) AND day BETWEEN ? AND ? GROUP BY grp, device ORDER BY sum(m0) DESC LIMIT 200`,
          ...[1, 2, 3, 4, 5].map(account),
          LAST - round - 89,
          LAST - round,
        ],
      ],
      loop: (round) => loop.groupsByDevice([1, 2, 3, 4, 5].map(account), LAST - round - 89, LAST - round),
      times: 15,
    },
    {
      name: 'campaign × week, everything',
      question: (round) => ({ rows: ['campaign'], columns: { by: 'week', metric: 'spend' }, period: range(FIRST + round, LAST) }),
      sql: () => [[`SELECT campaign, (day + 3) / 7 AS week, ${SUMS} FROM row INDEXED BY by_campaign GROUP BY campaign, week`]],
      loop: () => loop.campaignsByWeek(),
      times: 12,
    },
    {
      name: 'ads that spent over 2,000, everything',
      question: (round) => ({
        rows: ['ad'],
        having: [{ kind: 'amount', metric: 'spend', level: 'ad', test: 'above', than: 2000 }],
        period: range(FIRST + round, LAST),
      }),
      sql: () => [[`SELECT ad, ${SUMS} FROM row INDEXED BY by_ad GROUP BY ad HAVING sum(m0) > 2000000000`]],
      loop: () => loop.byAd(),
      times: 12,
    },
  ];
}

const byCampaign = `SELECT campaign, ${SUMS} FROM row WHERE day BETWEEN ? AND ? GROUP BY campaign`;

/** The same rows in a plain table: indexed by day and by account, and with an index made for each question about all of it. */
function plainTable(folder: string): Database.Database {
  const db = new Database(join(folder, 'plain.sqlite'));
  db.pragma('journal_mode = OFF');
  db.pragma('cache_size = -1000000');
  db.prepare('ATTACH ? AS facts').run(join(folder, 'facts.sqlite'));
  db.exec(`CREATE TABLE row AS SELECT day, feed_id AS account, campaign_id AS campaign, member.parent_id AS grp, member_id AS ad,
      split_id AS device, a0 AS m0, a1 AS m1, a2 AS m2, a3 AS m3, a4 AS m4
      FROM facts.feed_row JOIN facts.member ON member.id = member_id WHERE until IS NULL ORDER BY account, day;
    CREATE INDEX by_day ON row (day);
    CREATE INDEX by_account ON row (account, day);
    CREATE INDEX by_campaign ON row (campaign, day, m0, m1, m2, m3, m4);
    CREATE INDEX by_ad ON row (ad, m0, m1, m2, m3, m4);
    ANALYZE`);
  return db;
}

/** Bytes of segments a row, and all else that the process holds. */
function tellMemory({ process: { pid } }: Running): void {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  const megabytes = Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? NaN) / 1024;
  const most = (60 * LARGE.rows) / 2 ** 20 + 300;
  tell('memory of the server with all 5,000,000 rows, MB', megabytes.toFixed(0), {
    text: `at most ${most.toFixed(0)}`,
    holds: megabytes <= most,
  });
}

const tellAtMost = (name: string, ms: number, most: number): void =>
  tell(name, ms.toFixed(0), { text: `at most ${most}`, holds: ms <= most });

async function timed(work: () => void | Promise<void>): Promise<number> {
  const from = performance.now();
  await work();
  return performance.now() - from;
}
