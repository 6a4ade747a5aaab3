import { clientForEach, checkFile, compare, importFile, send, spendBy, suiteServer, totalCell } from './harness';

describe('files that cover a part of a day', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Hours');
  /** A file of one day of UTC, by the hour. London is an hour ahead of it in October. */
  const utcDay = (day: string, spends: readonly (readonly [hour: number, spend: number])[]): string =>
    ['Time,Campaign,Spend', ...spends.map(([hour, spend]) => `${day}T${String(hour).padStart(2, '0')}:00:00Z,Tea,${spend}`)].join('\n');
  const day = (on: string) => totalCell(server.address, setting, { from: on, to: on }, 'spend');

  it('replace the hours they have, and keep the earlier part of a day', async () => {
    await importFile(
      server.address,
      setting,
      'By hour',
      utcDay('2026-10-05', [
        [0, 3],
        [12, 10],
        [22, 8],
        [23, 4.75],
      ]),
    );
    const check = await checkFile(
      server.address,
      setting,
      'By hour',
      utcDay('2026-10-06', [
        [0, 5],
        [10, 7],
        [23, 9],
      ]),
    );
    // 23:00 UTC on the 5th is midnight of the 6th in London, which stays.
    expect(check.report).toMatchObject({ replaces: 0, hours: { from: expect.any(Number), to: expect.any(Number) } });
    expect(check.report.hours.to - check.report.hours.from).toBe(23);
    await send(server.address, 'POST', `/jobs/${check.id}/import`, { absent: null });
    await importFile(
      server.address,
      setting,
      'By hour',
      utcDay('2026-10-07', [
        [0, 1],
        [23, 1],
      ]),
    );
    expect(await day('2026-10-06')).toMatchObject({ value: 4.75 + 5 + 7 });
    // Of the first day the first hour is missing: it would stand in a file of the 4th.
    expect(await day('2026-10-05')).toMatchObject({ value: null, low: 21, high: null });
  });

  it('brought in once more replace their own hours only', async () => {
    const first = utcDay('2026-10-05', [
      [0, 3],
      [22, 8],
      [23, 4.75],
    ]);
    await importFile(server.address, setting, 'By hour', first);
    await importFile(
      server.address,
      setting,
      'By hour',
      utcDay('2026-10-06', [
        [0, 7],
        [22, 2],
        [23, 1],
      ]),
    );
    const again = await checkFile(
      server.address,
      setting,
      'By hour',
      utcDay('2026-10-05', [
        [0, 3],
        [22, 8],
        [23, 21],
      ]),
    );
    expect(again.report.replaces).toBe(3);
    await send(server.address, 'POST', `/jobs/${again.id}/import`, { absent: null });
    expect((await spendBy(server.address, setting.client, '2026-10-05', '2026-10-07'))['Tea'] ?? null).toBeNull();
    expect(await totalCell(server.address, setting, { from: '2026-10-05', to: '2026-10-07' }, 'spend')).toMatchObject({
      low: 3 + 8 + 21 + 7 + 2 + 1,
    });
  });

  it('of local hours cover whole days', async () => {
    const local = (spend: number) => `Time,Campaign,Spend\n2026-10-05 10:00,Tea,${spend}`;
    await importFile(server.address, setting, 'Local', `Time,Campaign,Spend\n2026-10-05 09:00,Tea,5\n2026-10-05 10:00,Tea,1`);
    const check = await checkFile(server.address, setting, 'Local', local(4));
    expect(check.report).toMatchObject({ hours: null, replaces: 2 });
    await send(server.address, 'POST', `/jobs/${check.id}/import`, { absent: null });
  });
});

describe('lines that cannot be read', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Unread');
  const spendOf = async (period: { from: string; to: string }) => {
    const { body } = await compare(server.address, setting.client, { period });
    const column = body.columns[body.metrics.indexOf('spend')].now;
    const low = new Map(column.bounds.map(([row, least]: [number, number]) => [row, least]));
    return Object.fromEntries(
      body.rows.map(({ name }: { name: string }, at: number) => [
        name,
        low.has(at) ? `at least ${String(low.get(at))}` : column.values[at],
      ]),
    );
  };
  const MAY = { from: '2026-10-05', to: '2026-10-05' };
  const file = (bad: string) => ['Day,Campaign,Spend', '2026-10-05,Tea,10', bad, '2026-10-05,Gifts,4', '2026-10-06,Tea,1'].join('\n');

  it('make their cells at least what could be read, until they are corrected', async () => {
    await importFile(server.address, setting, 'Costs', file('2026-10-05,Tea,ten'));
    expect(await spendOf(MAY)).toMatchObject({ Tea: 'at least 10', Gifts: 4, Total: 'at least 14' });
    expect(await spendOf({ from: '2026-10-06', to: '2026-10-06' })).toMatchObject({ Total: 1 });
    const { body } = await send(server.address, 'GET', `/clients/${setting.client}/health`);
    expect(body.notes).toContainEqual(expect.objectContaining({ kind: 'lines left out', feedName: 'Costs', count: 1, days: MAY }));
    await importFile(server.address, setting, 'Costs', file('2026-10-05,Tea,2'), 'gone');
    expect(await spendOf(MAY)).toMatchObject({ Tea: 12, Gifts: 4, Total: 16 });
    expect((await send(server.address, 'GET', `/clients/${setting.client}/health`)).body.notes).not.toContainEqual(
      expect.objectContaining({ kind: 'lines left out' }),
    );
  });

  it('that do not tell their member make the whole day so; a line too short all days of its file', async () => {
    await importFile(server.address, setting, 'Costs', file('2026-10-05,,9'));
    expect(await spendOf(MAY)).toMatchObject({ Tea: 'at least 10', Gifts: 'at least 4' });
    expect(await spendOf({ from: '2026-10-06', to: '2026-10-06' })).toMatchObject({ Tea: 1 });
    await importFile(server.address, setting, 'Costs', file('2026-10-05'), 'gone');
    expect(await spendOf({ from: '2026-10-06', to: '2026-10-06' })).toMatchObject({ Tea: 'at least 1' });
  });

  it('come and go with their import', async () => {
    await importFile(server.address, setting, 'Costs', file('2026-10-05,Tea,2'));
    const bad = await importFile(server.address, setting, 'Costs', file('2026-10-05,Tea,ten'), 'gone');
    expect(await spendOf(MAY)).toMatchObject({ Tea: 'at least 10' });
    expect((await send(server.address, 'POST', `/imports/${bad.importId}/take-back`)).status).toBe(200);
    expect(await spendOf(MAY)).toMatchObject({ Tea: 12 });
    expect((await send(server.address, 'POST', `/imports/${bad.importId}/take-back`)).status).toBe(409);
    expect((await send(server.address, 'POST', `/imports/${bad.importId}/bring-back`)).status).toBe(200);
    expect(await spendOf(MAY)).toMatchObject({ Tea: 'at least 10' });
    await send(server.address, 'POST', `/imports/${bad.importId}/take-back`);
    await importFile(server.address, setting, 'Costs', file('2026-10-05,Tea,7'), 'gone');
    expect(await send(server.address, 'POST', `/imports/${bad.importId}/bring-back`)).toMatchObject({ status: 409 });
    expect(await spendOf(MAY)).toMatchObject({ Tea: 17 });
  });
});
