import { clientForEach, importFile, questionFor, send, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const ads = (cost: number) => ['Day,Campaign,Cost,Clicks', ...['2026-10-01', '2026-10-02'].map((day) => `${day},Tea,${cost},4`)].join('\n');

const DAYS = { from: '2026-10-01', to: '2026-10-02' };

describe('a frozen copy', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Frozen');
  beforeEach(async () => {
    await send(server.address, 'PUT', '/clock', { today: '2026-10-10' });
    await importFile(server.address, setting, 'Ads', ads(30));
  });
  const path = (rest = ''): string => `/clients/${setting.client}/frozen${rest}`;
  const place = { x: 0, y: 0, wide: 6, high: 4 };
  const picture = (question: object = {}, metric = 'spend') => ({
    ...{ place, heading: 'Spend', note: 'its own days' },
    what: {
      kind: 'picture',
      asked: {
        question: questionFor(setting.client, { rows: ['campaign'], period: DAYS, ...question }),
        picture: 'line',
        metric,
        marked: [],
      },
    },
  });
  const words = { place: null, heading: 'Words', note: '', what: { kind: 'words', lines: ['As agreed.'], ring: null } };
  const freeze = async (tiles: readonly object[]): Promise<Loose> =>
    send(server.address, 'POST', path(), { title: 'Frozen: mornings', lines: ['October'], tiles, by: 'Ana' });
  const read = async (id: string): Promise<Loose> => (await send(server.address, 'GET', path(`/${id}`))).body;
  const spent = ({ tiles }: Loose): Loose => tiles[0].picture.answer.table.columns[0].now.values;

  it('keeps the figures of its moment, whatever comes in later, and says that more is known', async () => {
    const { body: made } = await freeze([picture(), words]);
    expect(made).toMatchObject({ title: 'Frozen: mornings', by: 'Ana', version: 1, knownOn: '2026-10-10', client: setting.client });
    const before = await read(made.id);
    expect(spent(before)).toContain(60);
    expect(before.tiles[0].picture.answer.series.lines[0].figures.values).toEqual([30, 30]);
    expect([before.isOlder, before.tiles[1].what.lines, before.tiles[1].picture]).toEqual([false, ['As agreed.'], null]);

    await send(server.address, 'PUT', '/clock', { today: '2026-10-12' });
    await importFile(server.address, setting, 'Ads', ads(45));
    const after = await read(made.id);
    expect({ ...after, isOlder: false }).toEqual(before);
    expect(after.isOlder).toBe(true);

    // It still traces: its question as known on its day comes to what it shows.
    const trace = async (knownOn: string | null) => {
      const question = { ...after.tiles[0].what.asked.question, knownOn };
      return (await send(server.address, 'POST', '/compare/trace', { question, row: 'total', metric: 'spend' })).body.figure.value;
    };
    expect([await trace(after.knownOn), await trace(null)]).toEqual([60, 90]);
  });

  it('keeps what was noted then, and why a tile had no picture', async () => {
    const note = { days: { from: '2026-10-02', to: '2026-10-02' }, channel: null, campaign: null, text: 'The price rose' };
    await send(server.address, 'POST', `/clients/${setting.client}/notes`, { ...note, seen: 0, by: '', note: '', isOfAgency: false });
    const { body: made } = await freeze([picture(), picture({}, 'own-metric-gone')]);
    const { tiles } = await read(made.id);
    expect(tiles[0].picture.happenings).toMatchObject([{ from: '2026-10-02', words: 'The price rose' }]);
    expect(tiles[1].picture).toEqual({ why: expect.stringContaining('own-metric-gone') });
  });

  it('is taken away, refused to whoever looks at an older one, and brought back with its figures', async () => {
    const { body: made } = await freeze([picture()]);
    const edit = (what: string, seen: number, id = made.id): Promise<Loose> =>
      send(server.address, 'POST', path(`/${id}/${what}`), { seen, by: 'Bo' });
    expect((await edit('removal', 7)).status).toBe(409);
    expect((await edit('return', 1)).status).toBe(404);
    expect((await edit('removal', 1)).body).toMatchObject({ copies: [], removed: [{ id: made.id, version: 2, by: 'Bo' }] });
    expect((await send(server.address, 'GET', path(`/${made.id}`))).status).toBe(404);
    expect((await edit('return', 1)).status).toBe(409);
    expect((await edit('return', 2)).body).toMatchObject({ copies: [{ id: made.id, title: 'Frozen: mornings' }], removed: [] });
    expect(spent(await read(made.id))).toContain(60);
    expect((await edit('removal', 1, 'own-frozen copy-none')).status).toBe(404);
  });

  it('is refused with nothing kept where it is not right', async () => {
    expect(await freeze([])).toMatchObject({ status: 400 });
    expect((await send(server.address, 'GET', path())).body).toEqual({ copies: [], removed: [] });
    const other = await send(server.address, 'GET', '/clients/nobody/frozen');
    expect(other.status).toBe(404);
  });
});
