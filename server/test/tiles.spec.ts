import { formatDay, parseDay } from '@lens/core';
import { clientForEach, compare, importFile, questionFor, send, suiteServer } from './harness';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const FIRST = parseDay('2026-10-01') ?? NaN;
const ADS = [
  'Day,Campaign,Ad,Cost,Clicks,Impressions',
  ...Array.from({ length: 10 }, (_, at) => {
    const day = formatDay(FIRST + at);
    return `${day},Tea,Steam,${10 + at},${4 + at},100\n${day},Cups,Shelf,${7 - (at % 3)},2,50`;
  }),
].join('\n');

describe('the tiles of a dashboard', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Tiles');
  beforeEach(() => importFile(server.address, setting, 'Ads', ADS));
  const question = (part: object = {}): object => questionFor(setting.client, { rows: ['campaign'], ...part });
  const tile = (picture: string, metric: string, part: object = {}) => ({ question: question(part), picture, metric });
  const ask = async (asked: readonly object[]): Promise<Loose[]> => {
    const reply = await fetch(`${server.address}/api/tiles`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ asked }),
    });
    expect([reply.status, reply.headers.get('content-type')]).toEqual([200, expect.stringContaining('application/x-ndjson')]);
    const lines: Loose[] = (await reply.text())
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line));
    expect(lines.map(({ nth }) => nth).toSorted((a, b) => a - b)).toEqual(asked.map((_, nth) => nth));
    return asked.map((_, nth) => lines.find((line) => line.nth === nth).answer);
  };

  it('are answered as their questions are alone, table and days', async () => {
    const before = { comparison: { from: '2026-09-21', to: '2026-09-30' } };
    const asked = [
      tile('line', 'spend', before),
      tile('figure', 'cpc', before),
      tile('bars', 'cpc', { rows: ['channel'] }),
      tile('stacked', 'clicks', { ...before, sort: { by: 'clicks', direction: 'ascending' } }),
      tile('stacked', 'ctr', before),
      // Drawn without what it is compared with, which is not asked for then.
      tile('scatter', 'clicks', { ...before, rows: ['ad'] }),
    ];
    const answers = await ask(asked);
    for (const [nth, { question: own, picture, metric }] of asked.entries()) {
      const { table, series } = answers[nth];
      const { body } = await compare(server.address, setting.client, own);
      // Of all its metrics the picture takes those it shows.
      const columns = table.metrics.map((each: string) => body.columns[body.metrics.indexOf(each)]);
      const told =
        picture === 'scatter' ? columns.map((each: object) => ({ ...each, before: null, change: null, beyondChance: [] })) : columns;
      const shown = picture === 'scatter' ? ['clicks', 'spend'] : [metric];
      expect([table.metrics, table.columns, table.rows]).toEqual([expect.arrayContaining(shown), told, body.rows]);
      if (['bars', 'scatter'].includes(picture) || metric === 'ctr') expect(series).toBeNull();
      else {
        const members = series.lines.map(({ key }: Loose) => key);
        const alone = await send(server.address, 'POST', '/compare/series', { question: own, metric, members });
        expect(series).toEqual(alone.body);
      }
    }
    const keys = (nth: number): string[] => answers[nth].series.lines.map(({ key }: Loose) => key);
    expect(keys(1)).toEqual(['total']);
    // Each in the order of its own table.
    expect(keys(0)).toEqual(keys(3).toReversed());
    expect(answers[0].series.lines[0].figures.values).toEqual([10, 11, 12, 13, 14, 15, 16, 17, 18, 19]);
  });

  it('fail one by one, in words, and the others stand', async () => {
    const [bad, good, gone] = await ask([
      tile('bars', 'charm'),
      tile('bars', 'spend'),
      { ...tile('bars', 'spend'), question: questionFor('nobody', {}) },
    ]);
    expect(bad).toMatchObject({ status: 400, detail: expect.stringContaining('charm') });
    expect(good.table.rows).toHaveLength(3);
    expect(gone).toMatchObject({ status: 404, detail: expect.stringContaining('nobody') });
  });

  it('are refused together where one of them is no question', async () => {
    const reply = await send(server.address, 'POST', '/tiles', { asked: [tile('pie', 'spend')] });
    expect([reply.status, JSON.stringify(reply.body.errors)]).toEqual([400, expect.stringContaining('asked.0.picture')]);
    expect((await send(server.address, 'POST', '/tiles', { asked: [] })).status).toBe(400);
  });
});
