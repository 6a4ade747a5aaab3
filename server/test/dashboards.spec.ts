import { BUILT_IN_BOOK, readyDashboards, SHIPPED_VIEWS } from '@lens/core';
import { clientForEach, makeClient, send, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

describe('dashboards', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Dashboards');
  const path = (more = '', client = setting.client) => `/clients/${client}/dashboards${more}`;
  const [{ id: _, ...READY }] = readyDashboards({
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

  it('come in from a file with their views, all of them or none', async () => {
    const [first] = SHIPPED_VIEWS;
    const { id: _, ...view } = first ?? { id: '' };
    const file = { format: 'unified-lens kept', version: 1, views: [view], dashboards: [READY, { ...READY, label: 'Another' }] };
    const bring = (part: object): Promise<Loose> =>
      send(server.address, 'POST', `/clients/${setting.client}/kept-files`, { file: { ...file, ...part }, by: 'Ana', isOfAgency: false });
    const labels = async (): Promise<string[]> =>
      ((await send(server.address, 'GET', path())) as Loose).body.dashboards.map(({ label }: Loose) => label);
    const bad = await bring({ dashboards: [READY, { ...READY, label: '' }] });
    expect([bad.status, JSON.stringify(bad.body.errors)]).toEqual([400, expect.stringContaining('file.dashboards.1.label')]);
    expect((await bring({ version: 2 })).body.detail).toContain('newer program');
    expect(await labels()).toEqual([]);
    const { body: told } = await bring({});
    expect([told.views, told.dashboards]).toMatchObject([[{ label: first?.label }], [{ label: READY.label }, { label: 'Another' }]]);
    // Stored in one millisecond, they stand in any order.
    expect(new Set(await labels())).toEqual(new Set([READY.label, 'Another']));
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
