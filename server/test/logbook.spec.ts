import { clientForEach, makeClient, send, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

describe('the logbook', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Logbook');
  const path = (more = '', client = setting.client) => `/clients/${client}/notes${more}`;
  const body = (more: object = {}) => ({
    ...{ text: 'Prices went up', days: { from: '2026-10-06', to: '2026-10-06' }, channel: null, campaign: null },
    ...{ seen: 0, by: 'Ana', note: '', isOfAgency: false, ...more },
  });
  const add = (more: object = {}): Promise<Loose> => send(server.address, 'POST', path(), body(more));
  const texts = async (client = setting.client): Promise<string[]> =>
    ((await send(server.address, 'GET', path('', client))) as Loose).body.notes.map(({ text }: Loose) => text);

  it('keeps notes of a client, and those of all clients for each', async () => {
    expect((await add()).body).toMatchObject({ text: 'Prices went up', version: 1, client: setting.client, by: 'Ana' });
    await add({ text: 'Bank holiday', isOfAgency: true });
    const { client } = await makeClient(server.address, 'Another');
    expect([await texts(), await texts(client)]).toEqual([['Prices went up', 'Bank holiday'], ['Bank holiday']]);
  });

  it('lets a note be changed by who saw the newest, taken away and brought back', async () => {
    const { id } = (await add({ text: 'First' })).body;
    const put = (seen: number, text: string): Promise<Loose> => send(server.address, 'PUT', path(`/${id}`), body({ seen, text }));
    expect((await put(1, 'Second')).body).toMatchObject({ version: 2, text: 'Second' });
    expect((await put(1, 'Third')).status).toBe(409);
    const gone: Loose = await send(server.address, 'POST', path(`/${id}/removal`), { seen: 2, by: 'Ben' });
    expect(gone.body.removed).toMatchObject([{ id, text: 'Second', by: 'Ben', version: 3 }]);
    await put(3, 'Second');
    expect(await texts()).toContain('Second');
  });

  it.each([
    [{ text: ' ' }, 'text'],
    [{ days: { from: '2026-10-07', to: '2026-10-06' } }, 'days.to'],
    [{ campaign: 'Tea' }, 'channel'],
  ])('refuses %j and says where', async (more, at) => {
    const { status, body: problem } = await add(more);
    expect([status, JSON.stringify(problem.errors)]).toEqual([400, expect.stringContaining(`"${at}"`)]);
    expect(await texts()).not.toContain(' ');
  });
});
