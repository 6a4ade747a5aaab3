import { makeClient, send, type Setting, suiteServer } from './harness';

const NAMING = { conventions: [], rules: [{ level: 'campaign', test: 'is', value: 'tins', parts: { theme: 'tins' } }] };
const RULES = { rules: [{ test: 'is', value: 'harbor', channel: 'Harbor', kind: 'search' }] };
const SPRING = { name: 'Spring', any: [{ test: 'contains', value: 'spring' }], members: [] };
const GROUPINGS = { groupings: [{ id: 'season as grouped', label: 'Season', of: 'campaign', groups: [SPRING] }] };
const days = (from: string, to: string) => ({ from, to });
const PROMISES = {
  ...{ targets: [], margins: [], rates: [], numbers: [], balances: [], hours: [], frequencies: [] },
  budgets: [
    { amount: 50, ...days('2026-11-01', '2026-11-30') },
    { amount: 40, ...days('2026-10-01', '2026-10-31') },
  ],
};

describe('what a client has said', () => {
  const server = suiteServer();
  let setting: Setting;
  beforeAll(async () => {
    setting = await makeClient(server.address, 'Said');
  });
  const put = (what: string, body: object) => send(server.address, 'PUT', `/clients/${setting.client}/${what}`, body);
  const get = async (what: string) => (await send(server.address, 'GET', `/clients/${setting.client}/${what}`)).body;

  it.each([
    ['naming', NAMING, { conventions: [], rules: [] }],
    ['sources', RULES, { rules: [] }],
    ['groupings', GROUPINGS, { groupings: [] }],
    ['promises', PROMISES, { ...PROMISES, budgets: [] }],
  ])('of %s is kept by version: whoever looked at another is told who was earlier, and nothing is lost', async (what, one, other) => {
    expect((await put(what, { ...one, seen: 0, by: 'Ana' })).body).toMatchObject({ version: 1 });
    const late = await put(what, { ...other, seen: 0, by: 'Ben' });
    expect(late).toMatchObject({ status: 409, body: { title: 'Changed meanwhile', detail: expect.stringMatching(/^Ana has changed it/) } });
    expect((await put(what, { ...other, seen: 1, by: 'Ben' })).body).toMatchObject({ version: 2 });
    // What does not say which it looked at stands whatever was there before.
    expect((await put(what, one)).body).toMatchObject({ version: 3 });
    const { versions } = await get(`${what}/versions`);
    expect(versions.map(({ version, by }: { version: number; by: string }) => [version, by])).toEqual([
      [3, ''],
      [2, 'Ben'],
      [1, 'Ana'],
    ]);
    expect(versions[1].body).toEqual(other);
    expect(versions[2].body).toEqual(versions[0].body);
  });

  it('of budgets counts the earliest first, whatever order they come in', async () => {
    expect((await get('')).promises.budgets.map(({ amount }: { amount: number }) => amount)).toEqual([40, 50]);
    expect((await get('')).promisesVersion).toBe(3);
  });

  it('of another client is not told', async () => {
    const other = await makeClient(server.address, 'Says nothing');
    expect((await send(server.address, 'GET', `/clients/${other.client}/naming/versions`)).body).toEqual({ versions: [] });
    expect((await send(server.address, 'GET', '/clients/nobody/naming/versions')).status).toBe(404);
  });
});
