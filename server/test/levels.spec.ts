import { clientForEach, compare, importFile, suiteServer } from './harness';

describe('reports that lack a level', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Levels');
  const keys = async (named = ''): Promise<string[]> => {
    const { body } = await compare(server.address, setting.client, { named, period: { from: '2026-10-05', to: '2026-10-05' } });
    const names = new Map<string, string>();
    return body.rows.map(({ key, parent, name }: { key: string; parent: string | null; name: string }) => {
      names.set(key, parent ? `${names.get(parent)} > ${name}` : name);
      return names.get(key);
    });
  };
  const ads = 'Day,Campaign,Ad,Ad ID,Spend\n2026-10-05,Tea,Steam,7,10\n2026-10-05,Tea,Garden,8,4';

  it('show ads in their campaign, to be found by name', async () => {
    await importFile(server.address, setting, 'Ads', ads);
    expect((await keys()).map((name) => name.split(' > ').slice(1).join(' > '))).toEqual(['', '', 'Tea', 'Tea > Steam', 'Tea > Garden']);
    expect(await keys('garden')).toContainEqual(expect.stringMatching(/Tea > Garden$/));
  });

  it('take the group from another report that names the same ad within one', async () => {
    await importFile(server.address, setting, 'Ads', ads);
    await importFile(
      server.address,
      setting,
      'Groups',
      'Day,Campaign,Ad group,Ad,Ad ID,Spend\n2026-10-04,Tea,Leaves,Steam,7,1\n2026-10-04,Tea,Leaves,Garden,8,1',
    );
    expect((await keys()).map((name) => name.split(' > ').slice(1).join(' > '))).toEqual([
      '',
      '',
      'Tea',
      'Tea > Leaves',
      'Tea > Leaves > Steam',
      'Tea > Leaves > Garden',
    ]);
  });

  it('keep the names of members where a report tells their ids alone, and take them where only ids were known', async () => {
    const ids = (day: string) => `Day,Campaign,Ad ID,Grade\n${day},Tea,7,B`;
    const names = async () => (await keys()).map((name) => name.split(' > ').at(-1));
    await importFile(server.address, setting, 'Grades', ids('2026-10-06'));
    await importFile(server.address, setting, 'Ads', ads);
    expect(await names()).toEqual(expect.arrayContaining(['Steam', 'Garden']));
    await importFile(server.address, setting, 'Grades', ids('2026-10-07'));
    expect(await names()).toEqual(expect.arrayContaining(['Steam', 'Garden']));
  });
});
