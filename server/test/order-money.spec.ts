import { importAs, importFile, makeClient, send, type Setting, suiteServer, totalCell } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const ORDERS = [
  'Order ID,Order time,Order value,Campaign tag',
  '1,2026-10-10 12:00,100,Tea',
  '2,2026-10-11 12:00,50,Tea',
  '3,2026-10-11 13:00,10,',
].join('\n');

describe('orders in another currency than the client’s', () => {
  const server = suiteServer();
  let setting: Setting;
  let abroad: Setting;
  beforeAll(async () => {
    setting = await makeClient(server.address);
    const days = ['2026-10-10', '2026-10-11'].map((day) => `${day},Tea,30,30`);
    await importFile(server.address, setting, 'Campaigns', ['Day,Campaign,Cost,Clicks', ...days].join('\n'));
    const channel = await send(server.address, 'POST', '/channels', { name: 'Shop abroad', kind: 'marketplace' });
    const account = await send(server.address, 'POST', `/clients/${setting.client}/accounts`, {
      channel: channel.body.id,
      name: 'Shop',
      currency: 'USD',
      timeZone: 'Europe/London',
    });
    abroad = { client: setting.client, account: account.body.id };
    await importAs(server.address, abroad, 'Orders', ORDERS, (mapping: Loose) => ({ ...mapping, kind: 'orders', action: 'purchase' }));
  });

  const rates = (...list: { from: string; to: string; rate: number }[]) =>
    send(server.address, 'PUT', `/clients/${setting.client}/promises`, {
      targets: [],
      margins: [],
      budgets: [],
      rates: list.map((each) => ({ ...each, currency: 'USD' })),
    });
  const value = (from: string, to: string) => totalCell(server.address, setting, { from, to }, 'value');

  it('are exchanged by the rate of the day of the sale', async () => {
    await rates({ from: '2026-10-01', to: '2026-10-10', rate: 0.8 }, { from: '2026-10-11', to: '2026-10-31', rate: 0.5 });
    expect(await value('2026-10-10', '2026-10-11')).toMatchObject({ value: 110 });
  });

  it('are at least what has a rate, and the rest is named with its money', async () => {
    await rates({ from: '2026-10-01', to: '2026-10-10', rate: 0.8 });
    expect(await value('2026-10-10', '2026-10-10')).toMatchObject({ value: 80 });
    expect(await value('2026-10-10', '2026-10-11')).toMatchObject({ value: null, low: 80, high: null });
    const { body } = await send(server.address, 'GET', `/clients/${setting.client}/health?from=2026-10-01&to=2026-10-20`);
    expect(body.notes).toContainEqual(
      expect.objectContaining({ kind: 'no rate', money: 60, days: { from: '2026-10-11', to: '2026-10-11' } }),
    );
  });
});
