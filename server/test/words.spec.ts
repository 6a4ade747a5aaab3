import { clientForEach, compare, importAs, importFile, questionFor, send, suiteServer, totalCell } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const DAY = { from: '2026-10-05', to: '2026-10-05' };
const DAYS = { from: '2026-10-05', to: '2026-10-06' };
const measure = (label: string, part: object = {}) => ({
  kind: 'measure',
  word: { name: label, label, unit: 'count', adding: 'adds', better: 'higher', definition: '', headers: [], ...part },
});

describe('words of a client’s own', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Words');
  const path = (rest = '') => `/clients/${setting.client}/words${rest}`;
  const add = async (word: object): Promise<string> => {
    const { status, body } = await send(server.address, 'POST', path(), word);
    expect(status).toBe(200);
    return body.id;
  };
  /** Imports a file of day, campaign, spend and impressions, its other columns mapped to these roles. */
  const bring = (feed: string, headers: string, lines: readonly string[], roles: readonly object[]) =>
    importAs(server.address, setting, feed, [`Day,Campaign,Spend,Impressions,${headers}`, ...lines].join('\n'), (mapping: Loose) => ({
      ...mapping,
      columns: [...mapping.columns.slice(0, 4), ...roles],
    }));
  const cell = (metric: string, metricSet = 'own', period = DAYS) => totalCell(server.address, setting, period, metric, metricSet);

  it('come in with a file and add up, each in its own way', async () => {
    const shelves = await add(measure('Shelf looks'));
    const dwell = await add(measure('Dwell', { unit: 'seconds', adding: 'weighted', weight: 'impressions' }));
    const mood = await add(measure('Mood', { unit: { grades: ['bright', 'plain', 'dull'] }, adding: 'ordered', better: 'lower' }));
    const guests = await add(measure('Guests', { adding: 'people' }));
    const chances = await add(measure('Chances', { adding: 'competing' }));
    await bring(
      'Own',
      'Looks,Stay,Mood,Guests,Chances',
      // The last two lines are one row: chances of both may be the same, amounts add up.
      ['2026-10-05,Tea,10,100,7,0:20,Plain,5,50', '2026-10-06,Tea,10,200,1,40,bright,9,30', '2026-10-06,Tea,0,100,0,40,bright,9,20'],
      [shelves, dwell, mood, guests, chances].map((id) => ({ role: 'measure', measure: id })),
    );
    expect(await cell(shelves)).toMatchObject({ value: 8 });
    expect(await cell(`${shelves} cost`)).toMatchObject({ value: 20 / 8 });
    expect(await cell(dwell)).toMatchObject({ value: (100 * 20 + 300 * 40) / 400 });
    expect(await cell(mood)).toMatchObject({ low: 1, high: 2 });
    expect(await cell(mood, 'own', DAY)).toMatchObject({ value: 2 });
    const asked = JSON.stringify(questionFor(setting.client, { metricSet: 'own', period: DAYS }));
    const csv = await send(server.address, 'GET', `/compare/export.csv?question=${encodeURIComponent(asked)}`);
    expect(csv.body).toContain('between bright and plain');
    expect(await cell(guests)).toMatchObject({ low: 9, high: 23 });
    expect(await cell(chances)).toMatchObject({ low: 50 + 30, high: 50 + 50 });
  });

  it('are recognised by their header words and their name in the next file', async () => {
    const id = await add(measure('Shelf looks', { headers: ['blicke'] }));
    for (const header of ['Blicke', 'Shelf looks'])
      expect((await importFile(server.address, setting, header, `Day,Campaign,${header}\n2026-10-05,Tea,3`)).report.totals).toMatchObject([
        { term: id },
      ]);
  });

  it('may be outcomes with a place in the funnel, which count as results where the client says so', async () => {
    const outcome = { kind: 'outcome', word: { name: 'bonus', label: 'Bonuses', after: 'sign-up', headers: [] } };
    const bonus = await add(outcome);
    await bring(
      'Bonuses',
      'Sign-ups,Bonuses,Bonus value',
      ['2026-10-05,Tea,10,100,8,2,30'],
      [
        { role: 'outcome', action: 'sign-up', part: 'count', basis: 'click' },
        { role: 'outcome', action: bonus, part: 'count', basis: 'click' },
        { role: 'outcome', action: bonus, part: 'value', basis: 'click' },
      ],
    );
    const main = await send(server.address, 'PUT', `/clients/${setting.client}/main-outcomes`, { main: [bonus] });
    expect(main.body.main).toEqual([bonus]);
    const asked = { metricSet: `result ${bonus}`, countedBy: 'claims', basis: 'click', period: DAY };
    const { body } = await compare(server.address, setting.client, asked);
    const of = (metric: string) => body.columns[body.metrics.indexOf(metric)].now.values[0];
    expect(['', ' cost', ' step', ' roas'].map((part) => of(`outcome ${bonus}${part}`))).toEqual([2, 5, 2 / 8, 3]);
    expect((await send(server.address, 'PUT', `/clients/${setting.client}/main-outcomes`, { main: ['nothing'] })).status).toBe(404);
  });

  it('may be dimensions that members open into', async () => {
    const shelf = await add({ kind: 'dimension', word: { label: 'Shelf', headers: [] } });
    await bring('Shelves', 'Shelf', ['2026-10-05,Tea,10,100,top', '2026-10-05,Tea,6,50,low'], [{ role: 'dimension', dimension: shelf }]);
    const { body } = await compare(server.address, setting.client, { rows: ['channel', 'campaign', shelf], period: DAY });
    expect(body.rows.filter(({ level }: Loose) => level === shelf).map(({ name }: Loose) => name)).toEqual(['top', 'low']);
    expect((await send(server.address, 'GET', `/clients/${setting.client}`)).body.dimensions).toContain(shelf);
    const unknown = await compare(server.address, setting.client, { rows: ['campaign', 'own-nothing'], period: DAY });
    expect(unknown).toMatchObject({ status: 400, body: { errors: [{ path: 'rows.1' }] } });
  });

  it('keep what they hold when they are renamed, and may not change how they add', async () => {
    const id = await add(measure('Looks'));
    await bring('Own', 'Looks', ['2026-10-05,Tea,10,100,7'], [{ role: 'measure', measure: id }]);
    expect((await send(server.address, 'PUT', path(`/${id}`), measure('Glances'))).body.measures).toMatchObject([{ id, label: 'Glances' }]);
    expect(await cell(id, 'own', DAY)).toMatchObject({ value: 7 });
    const other = await send(server.address, 'PUT', path(`/${id}`), measure('Glances', { adding: 'people' }));
    expect(other).toMatchObject({ status: 409, body: { detail: expect.stringContaining('“Own”') } });
  });

  it('cannot vanish while something is told in them', async () => {
    const [used, unused] = [await add(measure('Looks')), await add(measure('Unused'))];
    const job = await bring('Own', 'Looks', ['2026-10-05,Tea,10,100,7'], [{ role: 'measure', measure: used }]);
    await send(server.address, 'POST', `/imports/${job.importId}/take-back`);
    expect(await send(server.address, 'DELETE', path(`/${used}`))).toMatchObject({
      status: 409,
      body: { detail: expect.stringContaining('“Own”') },
    });
    expect((await send(server.address, 'DELETE', path(`/${unused}`))).body.measures).toHaveLength(1);
    expect((await send(server.address, 'DELETE', path('/own-nothing'))).status).toBe(404);
  });

  it('become one: what was imported as either is read together, the next files of both as well', async () => {
    const [looks, glances] = [await add(measure('Looks')), await add(measure('Glances'))];
    const role = (id: string) => [{ role: 'measure', measure: id }];
    await bring('One', 'A', ['2026-10-05,Tea,10,100,7'], role(looks));
    await bring('Two', 'B', ['2026-10-06,Tea,10,100,4'], role(glances));
    expect((await send(server.address, 'POST', path(`/${looks}/join`), { into: glances })).body).toMatchObject({
      measures: [{ id: glances }],
      joined: { [looks]: glances },
    });
    expect(await cell(glances)).toMatchObject({ value: 11 });
    await bring('One', 'A', ['2026-10-05,Tea,10,100,8'], role(looks));
    await bring('One', 'A', ['2026-10-05,Tea,10,100,9'], role(glances));
    expect(await cell(glances)).toMatchObject({ value: 13 });
    const detail = await send(server.address, 'GET', path());
    expect(detail.body.uses).toMatchObject([{ id: glances, feeds: ['One', 'Two'] }]);
  });

  it('that an average is weighted by go on weighing it, and no two columns can mean the one they became', async () => {
    const shown = await add(measure('Shown'));
    const dwell = await add(measure('Dwell', { unit: 'seconds', adding: 'weighted', weight: shown }));
    const roles = [shown, dwell].map((id) => ({ role: 'measure', measure: id }));
    await send(server.address, 'POST', path(`/${shown}/join`), { into: 'listing views' });
    await bring('Own', 'Shown,Stay', ['2026-10-05,Tea,10,100,4,0:20', '2026-10-05,Sale,10,100,12,0:40'], roles);
    expect(await cell(dwell, 'own', DAY)).toMatchObject({ value: (4 * 20 + 12 * 40) / 16 });
    const both = await bring('Both', 'A,B', ['2026-10-05,Tea,10,100,4,4'], [roles[0] ?? {}, { role: 'measure', measure: 'listing views' }]);
    expect(both.body.detail).toContain('both mapped to listing views');
  });

  it('do not become one where they are not the same thing, or one row tells both', async () => {
    const [looks, glances] = [await add(measure('Looks')), await add(measure('Glances'))];
    const mood = await add(measure('Mood', { adding: 'people' }));
    await bring(
      'Both',
      'A,B',
      ['2026-10-05,Tea,10,100,7,3'],
      [
        { role: 'measure', measure: looks },
        { role: 'measure', measure: glances },
      ],
    );
    const join = async (into: string) => (await send(server.address, 'POST', path(`/${looks}/join`), { into })).body;
    expect(await join(mood)).toMatchObject({ status: 409, detail: expect.stringContaining('how they add') });
    expect(await join(glances)).toMatchObject({ status: 409, detail: expect.stringContaining('“Both” has a column of each') });
    expect(await join('purchase')).toMatchObject({ status: 404 });
    expect(await join(looks)).toMatchObject({ status: 404 });
  });

  it.each([
    ['a name that is taken', measure('Spend'), 'already a measure called “Spend”'],
    ['the name of an outcome', measure('Leads'), 'already an outcome called “Leads”'],
    ['an average without its weight', measure('Dwell', { adding: 'weighted' }), 'the measure it is weighted by'],
    [
      'a weight that does not add up',
      measure('Dwell', { adding: 'weighted', weight: 'people reached' }),
      'cannot be weighted by people reached',
    ],
    ['a share that would be added', measure('Part', { unit: 'share' }), 'Shares and ratios cannot be added up'],
    ['grades that are counted', measure('Mood', { unit: { grades: ['a', 'b'] } }), 'Grades have an order'],
    ['two grades of one name', measure('Mood', { unit: { grades: ['a', 'A'] }, adding: 'ordered' }), 'Two grades have the same name'],
    [
      'an outcome behind nothing',
      { kind: 'outcome', word: { name: 'b', label: 'Bs', after: 'nothing', headers: [] } },
      'What it follows in the funnel',
    ],
    ['people in money', measure('Guests', { unit: 'money', adding: 'people' }), 'choose “count”'],
  ])('are refused: %s', async (_, word, reason) => {
    const { status, body } = await send(server.address, 'POST', path(), word);
    expect([status, body.detail]).toEqual([400, expect.stringContaining(reason)]);
    expect((await send(server.address, 'GET', path())).body.own.measures).toEqual([]);
  });

  it('a file may not speak of words that are not there, and says which cell is no grade', async () => {
    const mapped = await bring('Own', 'A', ['2026-10-05,Tea,10,100,7'], [{ role: 'measure', measure: 'own-gone' }]);
    expect(mapped).toMatchObject({ status: 400, body: { detail: expect.stringContaining('“A” is mapped to a word') } });
    const weightless = await importAs(
      server.address,
      setting,
      'Own',
      'Day,Campaign,Spend,Position\n2026-10-05,Tea,1,2',
      (mapping: Loose) => ({
        ...mapping,
        columns: [...mapping.columns.slice(0, 3), { role: 'measure', measure: 'average position' }],
      }),
    );
    expect(weightless.body.detail).toContain('weighted by impressions');
    const graded = await bring(
      'Own',
      'Grade',
      ['2026-10-05,Tea,10,100,F', '2026-10-06,Tea,10,100,b'],
      [{ role: 'measure', measure: 'grade' }],
    );
    expect(graded.report.problems).toMatchObject([{ line: 2, column: 'Grade', message: '“F” is none of the grades A, B, C, D, E' }]);
  });
});
