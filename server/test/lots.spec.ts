import { pocketOrchard } from '../../market/src/clients/pocket-orchard';
import { clientForEach, fetched, importFile, send, suiteServer } from './harness';
import { suiteMarket } from './market';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const PERIOD = { from: '2026-10-01', to: '2026-10-31' };
const LOTS = [
  'Lot,Seller,Day,Price,Tracked link,Agreed clicks,Delivered clicks',
  'L1,Postcard Club,2026-10-05,320,https://shop.example/?lot=L1,1000,1000',
  'L2,Postcard Club,2026-10-12,100,https://shop.example/?lot=L2,500,250',
].join('\n');
const ORDERS = [
  'Order,Ordered at,Goods net,Tag link',
  ...Array.from({ length: 50 }, (_, at) => `O${at},2026-10-0${(at % 3) + 6} 10:00,9.28,https://shop.example/?lot=L1&click=${at}`),
  'O98,2026-10-09 10:00,5,https://shop.example/?lot=L9',
  'O99,2026-10-09 10:00,5,',
].join('\n');

describe('traffic bought in lots', () => {
  const outside = suiteMarket([{ ...pocketOrchard, from: '2026-09-01' }]);
  const server = suiteServer(() => outside.address);
  const setting = clientForEach(server, 'Lots');

  const list = async (client = setting.client): Promise<Loose> =>
    (await send(server.address, 'POST', `/clients/${client}/lots`, { period: PERIOD })).body;
  const lineOf = (of: Loose, name: string): Loose => of.lines.find((line: Loose) => line.name === name);

  it('are joined with their orders by the tracked link, lot by lot and for the seller', async () => {
    await importFile(server.address, setting, 'Lots', LOTS);
    await importFile(server.address, setting, 'Orders', ORDERS, null, PERIOD);
    const found = await list();
    expect(found).toMatchObject({ sale: 'purchase', signUp: null, visitsBy: 'seller', strayed: { count: 1, value: 5 } });
    expect(lineOf(found, 'L1').figures).toMatchObject({
      costPerVisit: { value: 0.32 },
      value: { value: 464 },
      roi: { value: 0.45 },
      signUps: { kind: 'gap', gap: 'not measured' },
    });
    expect(lineOf(found, 'Postcard Club').figures).toMatchObject({
      price: { value: 420 },
      delivered: { value: 1250 / 1500 },
      sales: { value: 50 },
    });
    expect(lineOf(found, 'L2').figures.costPerSale).toMatchObject({ kind: 'bounds', low: 100 / 3.69 });
  });

  it('are at least what is known where no list covers their day', async () => {
    await importFile(server.address, setting, 'Lots', LOTS);
    await importFile(server.address, setting, 'Orders', ORDERS);
    expect(lineOf(await list(), 'L1').figures.value).toMatchObject({ kind: 'bounds', low: 464, high: null });
    expect(lineOf(await list(), 'L2').figures.sales).toEqual({ kind: 'gap', gap: 'not measured' });
  });

  it('are replaced by their number, kept beside others, and taken back', async () => {
    await importFile(server.address, setting, 'Lots', LOTS);
    const [header, first] = LOTS.split('\n');
    const changed = await importFile(server.address, setting, 'Lots', `${header}\n${first?.replace(',320,', ',300,')}`, 'keep');
    expect(lineOf(await list(), 'L1').figures.price).toEqual({ kind: 'value', value: 300 });
    expect(lineOf(await list(), 'L2')).toBeDefined();
    const detail = (await send(server.address, 'GET', `/imports/${changed.importId}`)).body;
    expect(detail.terms).toContainEqual({ term: 'price', unit: 'money', before: 320, after: 300 });
    await send(server.address, 'POST', `/imports/${changed.importId}/take-back`);
    expect(lineOf(await list(), 'L1').figures.price).toEqual({ kind: 'value', value: 320 });
  });

  it('say which line cannot be read', async () => {
    const job = await importFile(server.address, setting, 'Lots', LOTS.replace('Postcard Club,2026-10-12,100', ',2026-10-12,100'));
    expect(job.report.problems).toEqual([{ line: 3, column: 'Seller', message: 'The lot has no seller' }]);
  });

  it('come in by connection, with what their links brought by the site’s own count', async () => {
    const connect = async (channel: string, reports: string[]): Promise<void> => {
      const { body } = await send(server.address, 'POST', `/clients/${setting.client}/connections`, {
        channel,
        account: `PO-${channel}`,
        accountName: channel,
        currency: 'GBP',
        timeZone: 'Europe/London',
        token: await outside.token(channel),
        reports: reports.map((id) => ({ id, name: id, fields: [] })),
        from: '2026-09-01',
        schedule: 'by hand',
      });
      await send(server.address, 'POST', `/connections/${body.id}/refresh`);
      const own = await fetched(server.address, setting.client, body.id);
      expect(own.reports.map(({ state, error }: Loose) => [state, error])).toEqual(reports.map(() => ['done', '']));
    };
    await connect('larkmail', ['lots']);
    await connect('footpath', ['links']);
    await connect('till', ['till', 'subscriptions']);
    const found = await list();
    expect(found).toMatchObject({ signUp: 'install', sale: 'subscription', visitsBy: 'site' });
    const { figures } = found.lines[0];
    // Not every visit of a lot is one of the seller’s clicks, and some clicks never arrive.
    const delivered = found.lines.reduce((sum: number, { lot }: Loose) => sum + Number(lot?.delivered ?? 0), 0);
    expect(figures.visits.value / delivered).toBeGreaterThan(0.8);
    expect(figures.visits.value / delivered).toBeLessThanOrEqual(1);
    expect(figures.signUps.value).toBeGreaterThan(20);
    expect(figures.sales.value).toBeLessThan(figures.signUps.value);
  });
});
