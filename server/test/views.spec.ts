import { SHIPPED_VIEWS } from '@lens/core';
import { clientForEach, makeClient, send, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

describe('views', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Views');
  const [SHIPPED] = SHIPPED_VIEWS;
  const body = (label: string, more: object = {}) => {
    const { id: _, ...view } = SHIPPED ?? { id: '' };
    return { ...view, label, seen: 0, by: 'Ana', note: '', isOfAgency: false, ...more };
  };
  const path = (more = '', client = setting.client) => `/clients/${client}/views${more}`;
  const add = (label: string, more: object = {}): Promise<Loose> => send(server.address, 'POST', path(), body(label, more));
  const all = async (client = setting.client): Promise<Loose> => (await send(server.address, 'GET', path('', client))).body;
  const labels = (views: readonly Loose[]): string[] => views.map(({ label }: Loose) => label);
  /** Those of the agency are every client’s. */
  const owns = (views: readonly Loose[]): string[] => labels(views.filter(({ client }: Loose) => client !== null));

  it('are kept as they were asked, for a client or for all of them', async () => {
    const { status, body: own } = await add('Mine', { description: 'What I look at' });
    await add('Ours', { isOfAgency: true });
    expect([status, own]).toMatchObject([200, { label: 'Mine', version: 1, client: setting.client, by: 'Ana', asks: SHIPPED?.asks }]);
    expect(labels((await all()).views)).toEqual(['Mine', 'Ours']);
    const other = await makeClient(server.address, 'Another');
    expect(labels((await all(other.client)).views)).toEqual(['Ours']);
  });

  it('keep their versions; who comes second is told, and nothing is lost', async () => {
    const { body: own } = await add('First');
    const change = (seen: number, label: string, by: string) =>
      send(server.address, 'PUT', path(`/${own.id}`), body(label, { seen, by, note: 'shorter' }));
    expect((await change(1, 'Second', 'Ben')).body).toMatchObject({ version: 2, label: 'Second' });
    const late = await change(1, 'Third', 'Cleo');
    expect([late.status, late.body.detail]).toEqual([409, expect.stringMatching(/^Ben has changed it at /)]);
    const { versions } = (await send(server.address, 'GET', path(`/${own.id}/versions`))).body;
    expect(versions.map(({ version, by, note, body: was }: Loose) => [version, by, note, was.label])).toEqual([
      [2, 'Ben', 'shorter', 'Second'],
      [1, 'Ana', '', 'First'],
    ]);
  });

  it('can be brought back after they were taken away', async () => {
    const { body: own } = await add('Gone');
    const gone = await send(server.address, 'POST', path(`/${own.id}/removal`), { seen: 1, by: 'Ana' });
    expect([owns(gone.body.views), gone.body.removed]).toMatchObject([[], [{ id: own.id, label: 'Gone', version: 2, by: 'Ana' }]]);
    const again = await send(server.address, 'PUT', path(`/${own.id}`), body('Gone', { seen: 2, note: 'brought back' }));
    expect(again.body).toMatchObject({ version: 3, label: 'Gone' });
    expect([owns((await all()).views), (await all()).removed]).toEqual([['Gone'], []]);
  });

  it('are refused where something in them cannot be, with its place', async () => {
    const bad = await add('Bad', { asks: { ...SHIPPED?.asks, rows: [], picture: 'pie' } });
    expect(bad.status).toBe(400);
    expect(JSON.stringify(bad.body)).toContain('asks.rows');
    const period = await add('Bad', { keeps: { period: { preset: 'last-0' }, comparison: null, counting: null } });
    expect([period.status, JSON.stringify(period.body)]).toEqual([400, expect.stringContaining('A period is one of the usual ones')]);
    expect(owns((await all()).views)).toEqual([]);
    const other = await makeClient(server.address, 'Else');
    const { body: own } = await add('Only mine');
    expect((await send(server.address, 'PUT', path(`/${own.id}`, other.client), body('Theirs', { seen: 1 }))).status).toBe(404);
  });
});
