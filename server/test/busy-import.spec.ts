import { checkFile, clientForEach, compare, follow, makeClient, send, spendBy, suiteServer } from './harness';

const ROWS = 90_000;
const fileOf = (campaign: string): string => {
  const lines = Array.from(
    { length: ROWS },
    (_, row) => `2026-10-${String(1 + (row % 30)).padStart(2, '0')},${campaign},ad ${Math.floor(row / 30)},2,1`,
  );
  return ['Day,Campaign,Ad,Cost,Clicks', ...lines].join('\n');
};
const PERIOD = { from: '2026-10-01', to: '2026-10-30' };

describe('while two large imports are committed', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Busy');

  it('edits are taken and questions answered, both imports arrive whole, and nothing of the edits is lost', async () => {
    const { address } = server;
    const jobs = [];
    const other = await makeClient(address, 'Busy too');
    for (const [of, name] of [
      [setting, 'Tea'],
      [other, 'Coffee'],
    ] as const)
      jobs.push(await checkFile(address, of, 'Ads', fileOf(name)));
    await Promise.all(jobs.map(({ id }) => send(address, 'POST', `/jobs/${id}/import`, { absent: null })));
    const nothing = { targets: [], budgets: [], rates: [] };
    const statuses = new Set<number>();
    let edits = 0;
    for (let running = true; running;) {
      edits += 1;
      const margins = [{ from: '2026-01-01', to: '2026-12-31', share: edits / 1_000_000 }];
      const replies = await Promise.all([
        send(address, 'PUT', `/clients/${setting.client}/promises`, { ...nothing, margins }),
        compare(address, setting.client, { period: PERIOD }),
        ...jobs.map(({ id }) => send(address, 'GET', `/jobs/${id}`)),
      ]);
      for (const { status } of replies) statuses.add(status);
      running = replies.slice(2).some(({ body }) => body.state === 'running');
    }
    expect([...statuses]).toEqual([200]);
    for (const { id } of jobs) expect(await follow(address, id)).toMatchObject({ state: 'done', report: { rows: ROWS } });
    expect(await spendBy(address, setting.client, PERIOD.from, PERIOD.to)).toEqual({ Tea: 2 * ROWS });
    expect(await spendBy(address, other.client, PERIOD.from, PERIOD.to)).toEqual({ Coffee: 2 * ROWS });
    const { body } = await send(address, 'GET', `/clients/${setting.client}`);
    expect(body.promises.margins).toMatchObject([{ share: edits / 1_000_000 }]);
  });
});
