import { parseDay } from '@lens/core';
import { clientForEach, compare, importFile, makeClient, questionFor, send, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const ADS = `Day,Campaign,Ad,Device,Cost,Clicks
2026-10-05,Tea,Steam,phone,10,4
2026-10-05,Tea,Steam,tablet,4,1
2026-10-06,Tea,Garden,phone,7,0
2026-10-13,Cups,Shelf,phone,20,2`;
const DAYS = { period: { from: '2026-10-05', to: '2026-10-13' } };

describe('a question over HTTP', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Questions');
  beforeEach(() => importFile(server.address, setting, 'Ads', ADS));
  const ask = async (part: object) => compare(server.address, setting.client, { ...DAYS, ...part });
  const spends = ({ rows, metrics, columns }: Loose): [string, number][] =>
    rows.map(({ name }: Loose, at: number) => [name, columns[metrics.indexOf('spend')].now.values[at]]);

  it('is split by accounts, days and what rows tell, each by its name', async () => {
    const sort = { by: 'name', direction: 'ascending' };
    const { body } = await ask({ rows: ['channel kind', 'week', 'device'], sort });
    expect(spends(body)).toEqual([
      ['Total', 41],
      ['search', 41],
      [expect.stringMatching(/^5.+11 Oct 2026$/), 21],
      ['phone', 17],
      ['tablet', 4],
      [expect.stringMatching(/^12.+18 Oct 2026$/), 20],
      ['phone', 20],
    ]);
    expect(body.rows.filter(({ level }: Loose) => level === 'week').map(({ note }: Loose) => note)).toEqual(['', '2 of 7 days']);
    const weekdays = await ask({ rows: ['weekday'], sort });
    expect(spends(weekdays.body).slice(1)).toEqual([
      ['Monday', 14],
      ['Tuesday', 27],
    ]);
  });

  it('keeps what is asked for, and says where the rest of the money is', async () => {
    const where = [{ dimension: 'device', any: [{ test: 'is', value: 'Phone' }] }];
    const { body } = await ask({ rows: ['campaign'], where });
    expect(spends(body)).toEqual([
      ['Total', 37],
      ['Cups', 20],
      ['Tea', 17],
    ]);
    expect(body.kept).toEqual({ all: 41, kept: 37, leftOut: 4, cannotTell: 0 });
    const pages = await ask({ rows: ['campaign'], where: [{ dimension: 'landing page', any: [{ test: 'contains', value: 'tea' }] }] });
    expect(pages.body).toMatchObject({ untold: ['landing page'], kept: { all: 41, kept: 0, leftOut: 0, cannotTell: 41 } });
  });

  it('finds members by what somebody may mean, of the client asked first before others, also after an import', async () => {
    const other = await makeClient(server.address, 'Elsewhere');
    await importFile(server.address, other, 'Ads', ADS.replaceAll('Steam', 'Steam train'));
    const find = async (typed: string, clients = [setting.client, other.client]) =>
      (await send(server.address, 'POST', '/found', { clients, typed })).body;
    const { members, count } = await find('staem');
    expect(members.map(({ client, level, name, campaign }: Loose) => [client, level, name, campaign])).toEqual([
      [setting.client, 'ad', 'Steam', 'Tea'],
      [other.client, 'ad', 'Steam train', 'Tea'],
    ]);
    expect([count, (await find('train', [setting.client])).members]).toEqual([2, []]);
    await importFile(server.address, setting, 'More', ADS.replaceAll('Steam', 'Train spotting'));
    expect((await find('spotting')).count).toBe(1);
    expect((await send(server.address, 'POST', '/found', { clients: ['nobody'], typed: 'x' })).status).toBe(404);
  });

  it('judges members, turns pages and sorts without moving a total', async () => {
    const having = [{ kind: 'amount', level: 'ad', metric: 'spend', test: 'above', than: 10 }];
    const { body } = await ask({ rows: ['campaign', 'ad'], having });
    expect(spends(body).map(([name]) => name)).toEqual(['Total', 'Shown', 'Tea', 'Steam', 'Cups', 'Shelf']);
    const page = await ask({ rows: ['campaign', 'ad'], page: { open: [], size: 1 } });
    expect(spends(page.body)).toEqual([
      ['Total', 41],
      ['Tea', 21],
    ]);
    expect(page.body.rows[1]).toMatchObject({ hasChildren: true, more: 1 });
  });

  it('spreads a metric over columns, in the table, the trace and the export', async () => {
    const columns = { by: 'weekday', metric: 'spend' };
    const { body } = await ask({ rows: ['campaign'], columns });
    expect(body.across.heads.map(({ name }: Loose) => name)).toEqual(['Monday', 'Tuesday']);
    expect(body.across.columns.map(({ now }: Loose) => now.values)).toEqual([
      [14, 14, null],
      [27, 7, 20],
    ]);
    const question = questionFor(setting.client, { ...DAYS, rows: ['campaign'], columns });
    const trace = await send(server.address, 'POST', '/compare/trace', { question, row: 'total|weekday:1', metric: 'spend' });
    expect(trace.body).toMatchObject({ figure: { kind: 'value', value: 27 }, inputs: [{ sources: [{ rows: 2 }] }] });
    const csv = await fetch(`${server.address}/api/compare/export.csv?question=${encodeURIComponent(JSON.stringify(question))}`);
    const [head, total] = (await csv.text()).split('\r\n');
    expect(head).toContain('"Spend, Monday (GBP)","Spend, Monday, share of spend covered"');
    expect(total).toMatch(/Total,41,1,14,1,27,1/);
  });

  it('says of a traced figure what a note of it would be about, as narrow as its row', async () => {
    const aboutOf = async (rows: string[], name: string, day = '') => {
      const columns = day === '' ? null : { by: 'day', metric: 'spend' };
      const { key } = (await ask({ rows, columns })).body.rows.find((row: Loose) => row.name === name);
      const question = questionFor(setting.client, { ...DAYS, rows, columns });
      const row = `${key}${day && `|day:${parseDay(day)}`}`;
      return (await send(server.address, 'POST', '/compare/trace', { question, row, metric: 'spend' })).body.about;
    };
    const channel = (await ask({ rows: ['channel'] })).body.rows[1].name as string;
    const ofTea = { day: null, channel, campaign: 'Tea' };
    expect(await aboutOf(['channel', 'campaign', 'ad'], 'Steam')).toEqual(ofTea);
    expect(await aboutOf(['ad'], 'Steam')).toEqual(ofTea);
    expect(await aboutOf(['channel'], channel)).toEqual({ ...ofTea, campaign: null });
    expect(await aboutOf(['campaign'], 'Total', '2026-10-05')).toEqual({ day: '2026-10-05', channel: null, campaign: null });
  });

  it.each([
    [{ rows: ['campaign', 'flavour'] }, 'rows.1', /no dimension “flavour”/],
    [{ rows: ['campaign', 'campaign'] }, 'rows', /once/],
    [{ rows: [] }, 'rows', /./],
    [{ where: [{ dimension: 'flavour', any: [{ test: 'is', value: 'mint' }] }] }, 'where.0.dimension', /flavour/],
    [{ where: [{ dimension: 'device', any: [{ test: 'fits the pattern', value: '(' }] }] }, 'where.0.any.0.value', /not a pattern/],
    [{ having: [{ kind: 'amount', level: 'ad', metric: 'charm', test: 'above', than: 1 }] }, 'having.0.metric', /charm/],
    [{ rows: ['campaign'], having: [{ kind: 'apart', level: 'ad', metric: 'spend' }] }, 'having.0.level', /not split by “ad”/],
    [{ rows: ['campaign'], columns: { by: 'campaign', metric: 'spend' } }, 'columns.by', /already/],
    [{ columns: { by: 'week', metric: 'charm' } }, 'columns.metric', /charm/],
  ])('that asks for what is not there names the part: %j', async (part, path, message) => {
    const { status, body } = await ask(part);
    expect(status).toBe(400);
    expect(body.errors).toContainEqual({ path, message: expect.stringMatching(message) });
  });
});
