import { formatDay, parseDay, seededRandom } from '@lens/core';
import { clientForEach, compare, importFile, questionFor, send, suiteServer } from './harness';

const FIRST = parseDay('2026-08-01') ?? 0;
/** Weeks after which somebody looks. */
const LOOKS = [9, 10, 11, 12];
const CAMPAIGNS = ['Tea', 'Gifts'];

describe('as known on a past day', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Past');

  /** What the channel and the shop would say on a day: spend of every day before, orders that have come by then. */
  function exportsOn(today: number, seed: number): { costs: string; orders: string } {
    const random = seededRandom(seed);
    const costs = ['Day,Campaign,Spend,Clicks,Purchases'];
    const orders = ['Order id,Order time,Click time,Value,Campaign tag'];
    for (let day = FIRST; day < today + 40; day++)
      for (const campaign of CAMPAIGNS) {
        const sold = Array.from({ length: 1 + Math.floor(random() * 4) }, () => ({
          lag: Math.floor(random() * random() * (campaign === 'Tea' ? 24 : 8)),
          value: 20 + Math.floor(random() * 30),
        }));
        if (day >= today) continue;
        const arrived = sold.filter(({ lag }) => day + lag < today);
        costs.push([formatDay(day), campaign, 10, 40, arrived.length].join());
        arrived.forEach(({ lag, value }, at) =>
          orders.push(
            [`${campaign}-${day}-${at}`, `${formatDay(day + lag)}T10:00:00Z`, `${formatDay(day)}T09:00:00Z`, value, campaign].join(),
          ),
        );
      }
    return { costs: costs.join('\n'), orders: orders.join('\n') };
  }

  it.each([1, 2, 3])('answers exactly as on that day, whatever has arrived since (seed %i)', async (seed) => {
    const then: { knownOn: string; question: object; reply: { arrived: number | null } }[] = [];
    for (const weeks of LOOKS) {
      const today = FIRST + weeks * 7;
      await send(server.address, 'PUT', '/clock', { today: formatDay(today) });
      const { costs, orders } = exportsOn(today, seed);
      expect(await importFile(server.address, setting, 'Costs', costs, 'gone')).toMatchObject({ state: 'done' });
      expect(await importFile(server.address, setting, 'Orders', orders, 'gone')).toMatchObject({ state: 'done' });
      for (const counting of [
        { countedBy: 'orders', basis: 'click' },
        { countedBy: 'claims', basis: 'click' },
        { countedBy: 'orders', basis: 'sale' },
      ]) {
        const question = {
          ...counting,
          period: { from: formatDay(today - 14), to: formatDay(today - 1) },
          comparison: { from: formatDay(today - 28), to: formatDay(today - 15) },
        };
        const { body } = await compare(server.address, setting.client, question);
        then.push({ knownOn: formatDay(today), question, reply: body });
      }
    }
    await send(server.address, 'PUT', '/clock', { today: formatDay(FIRST + 110) });
    expect(then[0]?.reply.arrived).toBeGreaterThan(0.5);
    expect(then[0]?.reply.arrived).toBeLessThan(0.98);
    for (const { knownOn, question, reply } of then) {
      const { body } = await compare(server.address, setting.client, { ...question, knownOn });
      expect({ ...body, dataVersion: 0 }).toEqual({ ...reply, dataVersion: 0 });
    }
  });

  it('counts an import made on a day of the demonstration as known on that day, in every zone', async () => {
    await send(server.address, 'PUT', '/clock', { today: '2026-10-31' });
    for (const timeZone of ['America/Denver', 'Pacific/Auckland', 'Europe/London']) {
      const client = await send(server.address, 'POST', '/clients', {
        name: `In ${timeZone}`,
        currency: 'GBP',
        timeZone,
        locale: 'en-GB',
        metricSet: 'shop',
      });
      const channel = await send(server.address, 'POST', '/channels', { name: `Search in ${timeZone}`, kind: 'search' });
      const account = await send(server.address, 'POST', `/clients/${client.body.id}/accounts`, {
        channel: channel.body.id,
        name: 'Main',
        currency: 'GBP',
        timeZone,
      });
      const own = { client: client.body.id, account: account.body.id };
      await importFile(server.address, own, 'Costs', 'Day,Campaign,Spend\n2026-10-05,Tea,10');
      const spendOn = async (knownOn: string) => {
        const { body } = await send(server.address, 'POST', '/compare/trace', {
          question: questionFor(own.client, { knownOn }),
          row: 'total',
          metric: 'spend',
        });
        return body.figure?.kind === undefined ? null : body.figure;
      };
      expect(await spendOn('2026-10-31')).toMatchObject({ low: 10 });
      expect(await spendOn('2026-10-30')).not.toMatchObject({ low: 10 });
    }
  });
});
