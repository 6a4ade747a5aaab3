import { northwallClimbing } from '../../market/src/clients/northwall-climbing';
import { FORMATS } from '../../market/src/serve/formats';
import { compare, follow, makeClient, send, type Setting, suiteServer, uploadAll } from './harness';
import { suiteMarket } from './market';

const DAYS = { from: '2026-08-01', to: '2026-10-30' };

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

describe('every format a channel exports', () => {
  const outside = suiteMarket([{ ...northwallClimbing, from: '2026-08-01' }]);
  const server = suiteServer(() => outside.address);
  let next = 0;
  const aClient = () => makeClient(server.address, `Formats ${(next += 1)}`);

  const download = async (path: string): Promise<Uint8Array<ArrayBuffer>> =>
    new Uint8Array(await (await fetch(`${outside.address}/files/harbor-search/${path}`)).arrayBuffer());

  /** Takes the guesses for one stored file and imports it. */
  async function bring({ client, account }: Setting, file: { hash: string; name: string }): Promise<Loose> {
    const { body: preview } = await send(server.address, 'POST', `/clients/${client}/previews`, { hash: file.hash });
    const check = await send(server.address, 'POST', `/clients/${client}/checks`, {
      file: file.hash,
      fileName: file.name,
      layout: preview.layout,
      account,
      feed: { name: file.name },
      mapping: preview.mapping,
      covers: DAYS,
    });
    if (check.status !== 200) return { preview, job: check.body };
    const job = await follow(server.address, check.body.id);
    if (job.state !== 'ready') return { preview, job };
    await send(server.address, 'POST', `/jobs/${job.id}/import`, { absent: null });
    return { preview, job: await follow(server.address, job.id) };
  }

  const totals = async (client: string): Promise<Record<string, number>> => {
    const { body } = await compare(server.address, client, { period: DAYS, metricSet: 'leads', countedBy: 'claims', basis: 'click' });
    return Object.fromEntries(
      ['spend', 'impressions', 'clicks', 'leads'].map((metric) => [metric, body.columns[body.metrics.indexOf(metric)].now.values[0]]),
    );
  };

  /** What the same report fetched by connection adds up to. */
  let fetched: Record<string, number>;
  beforeAll(async () => {
    const { client } = await aClient();
    await send(server.address, 'POST', `/clients/${client}/connections`, {
      channel: 'harbor-search',
      account: 'NW-harbor-search',
      accountName: 'Northwall Climbing',
      currency: 'GBP',
      timeZone: 'Europe/London',
      token: await outside.token('harbor-search'),
      reports: [{ id: 'ads', name: 'ads', fields: ['Leads'] }],
      from: DAYS.from,
      schedule: 'by hand',
    });
    for (let running = true; running;) running = (await send(server.address, 'GET', `/clients/${client}/connections`)).body[0].running;
    fetched = await totals(client);
    expect(fetched['clicks']).toBeGreaterThan(1000);
  });

  it.each(FORMATS.map(({ ending, label }) => [label, ending]))(
    '%s: its totals agree with the report fetched by connection',
    async (_, ending) => {
      const setting = await aClient();
      const [file] = (await uploadAll(server.address, `ads.${ending}`, await download(`NW-harbor-search/ads.${ending}`))).files;
      const { job } = await bring(setting, file!);
      expect(job).toMatchObject({ state: 'done', report: { badRows: 0, problems: [] } });
      for (const each of job.report.fileTotals) expect(each).toMatchObject({ agrees: true });
      if (/semicolon|month|western|xlsx/.test(ending)) expect(job.report.fileTotals.length).toBeGreaterThanOrEqual(4);
      const own = await totals(setting.client);
      for (const [metric, amount] of Object.entries(fetched)) expect(own[metric]).toBeCloseTo(amount, 2);
    },
  );

  it('an archive of all reports of an account: each becomes a file of its own', async () => {
    const { files } = await uploadAll(server.address, 'all.zip', await download('NW-harbor-search.zip'));
    expect(files.map(({ name }) => name)).toContain('keywords.csv');
    const setting = await aClient();
    const { job } = await bring(
      setting,
      files.find(({ name }) => name === 'device-hours.csv')!,
    );
    expect(job).toMatchObject({ state: 'done', report: { badRows: 0 } });
    expect((await totals(setting.client))['spend']).toBeCloseTo(fetched['spend'] ?? 0, 2);
  });
});
