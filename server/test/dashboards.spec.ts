import { BUILT_IN_BOOK, readyDashboard } from '@lens/core';
import { clientForEach, makeClient, send, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

describe('dashboards', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Dashboards');
  const path = (more = '', client = setting.client) => `/clients/${client}/dashboards${more}`;
  const READY = readyDashboard({
    metricSet: 'shop',
    book: BUILT_IN_BOOK,
    channels: [],
    tells: () => true,
    labelOf: (dimension) => dimension,
  });
  const body = (more: object = {}) => ({ ...READY, seen: 0, by: 'Ana', note: '', isOfAgency: false, ...more });

  it('are kept with all their tiles, changed by who saw the newest, and brought back', async () => {
    const added: Loose = await send(server.address, 'POST', path(), body());
    expect(added.body).toMatchObject({ label: READY.label, tiles: READY.tiles, version: 1 });
    const id: string = added.body.id;
    const [first] = READY.tiles;
    const changed: Loose = await send(server.address, 'PUT', path(`/${id}`), body({ seen: 1, tiles: [first] }));
    expect(changed.body).toMatchObject({ version: 2, tiles: [first] });
    expect((await send(server.address, 'PUT', path(`/${id}`), body({ seen: 1 }))).status).toBe(409);
    const gone: Loose = await send(server.address, 'POST', path(`/${id}/removal`), { seen: 2, by: 'Ana' });
    expect([gone.body.dashboards, gone.body.removed]).toMatchObject([[], [{ id, version: 3 }]]);
    expect((await send(server.address, 'PUT', path(`/${id}`), body({ seen: 3 }))).status).toBe(200);
    const other = await makeClient(server.address, 'Another');
    expect((await send(server.address, 'PUT', path(`/${id}`, other.client), body({ seen: 4 }))).status).toBe(404);
  });

  it('are refused where a tile lies outside or two have one id, with the place', async () => {
    const [first, second] = READY.tiles;
    const twice: Loose = await send(server.address, 'POST', path(), body({ tiles: [first, { ...second, id: first?.id }] }));
    expect([twice.status, twice.body.detail]).toEqual([400, expect.stringContaining('Two tiles have one id')]);
    const outside: Loose = await send(server.address, 'POST', path(), body({ tiles: [{ ...first, place: { ...first?.place, x: 12 } }] }));
    expect([outside.status, JSON.stringify(outside.body.errors)]).toEqual([400, expect.stringContaining('tiles.0.place.x')]);
    expect(((await send(server.address, 'GET', path())) as Loose).body.dashboards).toEqual([]);
  });
});
