import { CLIENTS } from '../../market/src/clients/clients';
import type { Report } from '../../market/src/report/report';
import { fetched, importFile, send, suiteServer } from './harness';
import { suiteMarket } from './market';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const FROM = '2026-10-29';
const dayOf = (text: string): number => Date.parse(`${text}T00:00:00Z`) / 86_400_000;

/** Fields that are left out, by report: what another field of it tells as well, or what nothing here asks of it. */
const LEFT_OUT: Readonly<Record<string, readonly string[]>> = {
  lots: ['Campaign ID'],
  journeys: ['Day'],
  claims: ['Day'],
  // Later steps of a lead have days of their own: they are lists of their own, made of the same file.
  till: ['Day', 'Attended at', 'Joined at'],
  subscriptions: ['Day', 'Install'],
};

describe('every report of the market', () => {
  const outside = suiteMarket(CLIENTS.map((client) => ({ ...client, from: '2026-10-25' })));
  const server = suiteServer(() => outside.address);

  /** Sums of a report's rows over the columns that became these terms. */
  const sumsOf = (report: Report, becomes: ReadonlyMap<string, string>, from: number): Map<string, number> => {
    const sums = new Map<string, number>();
    const rows = report.rows({ from, to: outside.market.today - 1 });
    report.fields.forEach(({ name }, at) => {
      const term = becomes.get(name) ?? '';
      if (term !== '')
        sums.set(
          term,
          rows.reduce((sum, row) => sum + (typeof row[at] === 'number' ? row[at] : 0), 0),
        );
    });
    return sums;
  };
  /** What a feed holds after its newest import, by term. */
  const stored = async (
    client: string,
    account: string,
    name: string,
  ): Promise<{ rows: number; terms: { term: string; after: number }[] }> => {
    const { body: feeds } = await send(server.address, 'GET', `/clients/${client}/feeds`);
    const feed = feeds.find((each: Loose) => each.account === account && each.name === name);
    const { body } = await send(server.address, 'GET', `/imports/${feed.imports[0].id}`);
    return { rows: body.rowsAfter, terms: body.terms };
  };
  const agrees = ({ terms }: { terms: { term: string; after: number }[] }, sums: ReadonlyMap<string, number>): number => {
    const known = terms.filter(({ term }) => sums.has(term));
    for (const { term, after } of known) expect([term, after]).toEqual([term, expect.closeTo(sums.get(term) ?? NaN, 2)]);
    return known.length;
  };

  /** Files that are read like one that came in before. */
  const readBefore = new Set<string>();
  const isNew = (...file: readonly unknown[]): boolean => readBefore.size < readBefore.add(JSON.stringify(file)).size;

  it.each(CLIENTS.map((world) => [world.name, world] as const))('comes in whole for %s, by connection and by file', async (name, world) => {
    await send(server.address, 'PUT', '/clock', { today: '2026-10-31' });
    const made = { name, currency: world.currency, timeZone: world.zone, locale: world.locale, metricSet: world.metricSet };
    const client: string = (await send(server.address, 'POST', '/clients', made)).body.id;
    let compared = 0;
    for (const { id: channel } of (await (await fetch(`${outside.address}/v1/channels`)).json()) as { id: string }[]) {
      const asked = { channel, token: await outside.token(channel) };
      const { body: accounts } = await send(server.address, 'POST', '/offers/accounts', asked);
      const account = accounts.find((each: Loose) => each.name === name);
      if (!account) continue;
      const { body: offered } = await send(server.address, 'POST', '/offers/reports', { ...asked, account: account.id });
      const reports = outside.market.accounts(channel).find(({ id }) => id === account.id)?.reports ?? [];
      expect(offered.map((each: Loose) => each.id)).toEqual(reports.map(({ id }) => id));
      // Nothing is left out field by field.
      const leftOut = offered.flatMap((each: Loose) => [
        ...(each.problem === '' ? [] : [`${each.id}: ${each.problem}`]),
        ...each.fields
          .filter((field: Loose) => field.becomes === '' && !LEFT_OUT[each.id]?.includes(field.name))
          .map((field: Loose) => `${each.id}: ${field.name}`),
      ]);
      expect([channel, leftOut]).toEqual([channel, []]);
      const connected = await send(server.address, 'POST', `/clients/${client}/connections`, {
        ...asked,
        account: account.id,
        accountName: account.name,
        currency: account.currency,
        timeZone: account.timeZone,
        reports: offered.map((each: Loose) => ({ id: each.id, name: each.name, fields: each.fields.map((field: Loose) => field.name) })),
        from: FROM,
        schedule: 'by hand',
      });
      const ended = await fetched(server.address, client, connected.body.id);
      expect(ended.reports.filter((each: Loose) => each.state !== 'done' || each.error !== '')).toEqual([]);
      const { body: info } = await send(server.address, 'GET', `/clients/${client}`);
      const own = info.accounts.find((each: Loose) => each.channelName === ended.channelName).id;
      for (const report of reports) {
        const offer = offered.find((each: Loose) => each.id === report.id);
        const becomes = new Map<string, string>(offer.fields.map((field: Loose) => [field.name, field.becomes]));
        if (ended.reports.find((each: Loose) => each.id === report.id).rows > 0)
          compared += agrees(await stored(client, own, report.name), sumsOf(report, becomes, dayOf(FROM)));
        const file = await (await fetch(`${outside.address}/files/${channel}/${account.id}/${report.id}.csv`)).text();
        const [head = '', ...lines] = file.trim().split('\n');
        if (lines.length === 0 || !isNew(report.id, head, world.locale)) continue;
        const feed = `${report.name} by file`;
        expect(await importFile(server.address, { client, account: own }, feed, file)).toMatchObject({
          state: 'done',
          report: { badRows: 0 },
        });
        compared += agrees(await stored(client, own, feed), sumsOf(report, becomes, outside.market.today - 92));
      }
    }
    expect(compared).toBeGreaterThan(60);
  });
});
