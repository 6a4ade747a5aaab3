import { checkFile, importFile, clientForEach, send, suiteServer, totalCell } from './harness';

const WEEKS = ['Week,Campaign,Cost', '2026-W41,Tea,70', '2026-W42,Tea,35', '2026-W42,Gifts,7'].join('\n');

describe('rows of weeks and months', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Weeks');
  const total = (from: string, to: string) => totalCell(server.address, setting, { from, to }, 'spend');

  it('answer whole periods and nothing in between', async () => {
    const job = await importFile(server.address, setting, 'Weekly', WEEKS);
    expect(job.report).toMatchObject({ rows: 3, longRows: 3, days: { from: '2026-10-05', to: '2026-10-18' } });
    expect(await total('2026-10-05', '2026-10-11')).toMatchObject({ value: 70 });
    expect(await total('2026-10-05', '2026-10-18')).toMatchObject({ value: 112 });
    expect(await total('2026-10-05', '2026-10-12')).toMatchObject({ value: null, low: 70 });
    expect(await total('2026-10-06', '2026-10-08')).toMatchObject({ value: null });
  });

  it('never count beside the days they are made of', async () => {
    await importFile(server.address, setting, 'Weekly', WEEKS);
    const days = Array.from({ length: 7 }, (_, at) => `2026-10-${String(at + 5).padStart(2, '0')},Tea,10,5`);
    await importFile(server.address, setting, 'Daily', ['Day,Campaign,Cost,Clicks', ...days].join('\n'));
    expect(await total('2026-10-05', '2026-10-11')).toMatchObject({ value: 70 });
    expect(await total('2026-10-05', '2026-10-18')).toMatchObject({ value: 112 });
    expect(await total('2026-10-05', '2026-10-07')).toMatchObject({ value: 30 });
  });

  it('are refused where they overlap in the file, or would be replaced in part', async () => {
    const both = await checkFile(server.address, setting, 'Weekly', `${WEEKS}\n2026-10-14,Tea,5`);
    expect(both.error).toContain('they would count twice');
    await importFile(server.address, setting, 'Weekly', WEEKS);
    const part = await checkFile(server.address, setting, 'Weekly', 'Week,Campaign,Cost\n2026-10-16 - 2026-10-22,Tea,5');
    expect(part.error).toContain('2026-10-12 to 2026-10-18');
    expect(await total('2026-10-05', '2026-10-18')).toMatchObject({ value: 112 });
  });

  it('are replaced and taken back like any others', async () => {
    await importFile(server.address, setting, 'Weekly', WEEKS);
    const second = await importFile(server.address, setting, 'Weekly', 'Week,Campaign,Cost\n2026-W42,Tea,40\n2026-W42,Gifts,7');
    expect(await total('2026-10-12', '2026-10-18')).toMatchObject({ value: 47 });
    await send(server.address, 'POST', `/imports/${second.importId}/take-back`);
    expect(await total('2026-10-12', '2026-10-18')).toMatchObject({ value: 42 });
  });
});
