import Database from 'better-sqlite3';
import { join } from 'node:path';
import { formatDay, parseDay } from '@lens/core';
import { importFile, makeClient, send, startServer } from '../server/test/harness';

/** A client as large as they come: ads by device, every day of a year, in several accounts. */
export const LARGE = {
  accounts: 10,
  campaigns: 50,
  groups: 500,
  ads: 6000,
  days: 365,
  rows: 5_000_000,
  last: parseDay('2026-10-30') ?? NaN,
} as const;

const DEVICES = ['phone', 'computer', 'tablet'];

export interface LargeClient {
  readonly client: string;
  readonly accounts: readonly string[];
}

/**
 * Makes that client in a data folder: its ads come in by the door that all files take; their rows of other days are
 * then written beside those, as imports would have, since five million lines take minutes to read.
 */
export async function makeLargeClient(folder: string): Promise<LargeClient> {
  const server = await startServer(folder);
  const { address } = server;
  const setting = await makeClient(address, 'Large');
  const accounts = [setting.account];
  for (let at = 1; at < LARGE.accounts; at++) accounts.push(await makeAccount(address, setting.client, at));
  for (const [at, account] of accounts.entries()) {
    const { state } = await importFile(address, { client: setting.client, account }, `Ads ${at}`, dayOfAds(at));
    if (state !== 'done') throw new Error(`The ads of account ${at} were not imported`);
  }
  await server.stop();
  fillDays(join(folder, 'facts.sqlite'));
  return { client: setting.client, accounts };
}

/** Of three channels; the last account is in another currency. */
async function makeAccount(address: string, client: string, at: number): Promise<string> {
  const { body: channels } = await send(address, 'GET', '/channels');
  const kind = ['search', 'social', 'video'][at % 3];
  const name = `${kind} of Large`;
  const known = channels.find((each: { name: string }) => each.name === name);
  const channel = known ?? (await send(address, 'POST', '/channels', { name, kind })).body;
  const { body } = await send(address, 'POST', `/clients/${client}/accounts`, {
    channel: channel.id,
    name: `Account ${at}`,
    currency: at === LARGE.accounts - 1 ? 'USD' : 'GBP',
    timeZone: 'Europe/London',
  });
  return body.id as string;
}

/** The last day of every ad of an account on every device; some accounts count no purchases, and some rows say no clicks. */
function dayOfAds(account: number): string {
  const { ads, groups, campaigns, last } = LARGE;
  const counts = account % 3 !== 2;
  const lines = [`Day,Campaign,Ad group,Ad,Device,Cost,Clicks,Impressions${counts ? ',Purchases,Purchase value' : ''}`];
  for (let ad = 0; ad < ads; ad++)
    for (const device of DEVICES) {
      const group = ad % groups;
      const names = `campaign ${account} ${group % campaigns},group ${account} ${group},ad ${account} ${ad}`;
      lines.push(`${formatDay(last)},${names},${device},1.00,2,40${counts ? ',0,0' : ''}`);
    }
  return lines.join('\n');
}

interface Ad {
  readonly feed: number;
  readonly campaign: number;
  readonly member: number;
  readonly split: number;
  readonly since: number;
}

/** Rows of the days before, of ads taken in turn so that each runs for some weeks. */
function fillDays(path: string): void {
  const db = new Database(path);
  const ads = db
    .prepare<[], Ad>(
      'SELECT feed_id AS feed, campaign_id AS campaign, member_id AS member, split_id AS split, since FROM feed_row WHERE until IS NULL',
    )
    .all();
  const perDay = Math.ceil(LARGE.rows / LARGE.days);
  const insert = db.prepare(
    `INSERT INTO feed_row (feed_id, day, campaign_id, member_id, split_id, since, a0, a1, a2, a3, a4) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  );
  const columns = new Map(
    [...new Set(ads.map(({ feed }) => feed))].map((feed) => [
      feed,
      db.prepare<[number], string>('SELECT term FROM feed_column WHERE feed_id = ? ORDER BY slot').pluck().all(feed),
    ]),
  );
  db.transaction(() => {
    let seed = 1;
    const random = (below: number): number => {
      seed = (Math.imul(seed, 1_103_515_245) + 12_345) & 0x7fffffff;
      return (seed >>> 8) % below;
    };
    for (let back = 1; back < LARGE.days; back++)
      for (let nth = 0; nth < perDay; nth++) {
        const ad = ads[(nth * 13 + back * 17) % ads.length];
        if (!ad) continue;
        const clicks = random(50);
        const amounts: Record<string, number> = {
          spend: random(5000) * 10_000,
          clicks,
          impressions: clicks * 40 + random(40),
        };
        const values = (columns.get(ad.feed) ?? []).map((term) => {
          if (term in amounts) return term === 'clicks' && random(200) === 0 ? null : (amounts[term] ?? null);
          return term.includes('.count.') ? (random(10) === 0 ? 1_000_000 : 0) : random(9000) * 10_000;
        });
        insert.run(
          ad.feed,
          LARGE.last - back,
          ad.campaign,
          ad.member,
          ad.split,
          ad.since,
          ...Array.from({ length: 5 }, (_, slot) => values[slot] ?? null),
        );
      }
    db.prepare('UPDATE import SET from_day = ?').run(LARGE.last - LARGE.days + 1);
    db.prepare('UPDATE feed SET version = version + 1').run();
  })();
  db.close();
}
