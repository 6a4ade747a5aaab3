import sharp from 'sharp';
import { clientForEach, importFile, questionFor, send, suiteServer } from './harness';

const ADS = [
  'Day,Campaign,Ad,Cost,Clicks,Impressions',
  ...['2026-10-01', '2026-10-02', '2026-10-03'].flatMap((day, at) => [
    `${day},Tea,Steam,${30 + at},${4 + at},100`,
    `${day},Cups & <saucers>,Shelf,${7 - at},2,50`,
  ]),
].join('\n');
/** What bars of stations are filled with on light paper. */
const FIRST_COLOUR = '#0b5a66';

describe('pictures on paper', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Sheets');
  beforeEach(() => importFile(server.address, setting, 'Ads', ADS));
  const tile = (picture: string, metric: string, part: object = {}, place: object | null = null) => ({
    ...{ place, heading: 'A tile', note: '' },
    what: {
      kind: 'picture',
      asked: { question: questionFor(setting.client, { rows: ['campaign'], ...part }), picture, metric, marked: [] },
    },
  });
  const words = (lines: readonly string[], place: object | null = null) => ({
    ...{ place, heading: 'Words', note: '' },
    what: { kind: 'words', lines, ring: { met: 0.8, sureness: 'supported' } },
  });
  const draw = async (format: string, tiles: readonly object[], more: object = {}) => {
    const reply = await fetch(`${server.address}/api/sheets`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ format, paper: 'white', width: 800, title: 'Tea & cups', lines: ['October'], tiles, ...more }),
    });
    return { status: reply.status, type: reply.headers.get('content-type'), file: Buffer.from(await reply.arrayBuffer()) };
  };
  /** How many points of an image have a colour, within a little. */
  const pointsOf = async (file: Buffer, colour: string): Promise<number> => {
    const { data, info } = await sharp(file).removeAlpha().raw().toBuffer({ resolveWithObject: true });
    const wanted = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16));
    let found = 0;
    for (let at = 0; at < data.length; at += info.channels)
      if (wanted.every((part, nth) => Math.abs(part - (data[at + nth] ?? 0)) < 6)) found += 1;
    return found;
  };

  it('are images twice as fine as on the screen, on the paper that is asked for', async () => {
    const one = await draw('png', [tile('figure', 'spend')]);
    expect([one.status, one.type]).toEqual([200, 'image/png']);
    expect(await sharp(one.file).metadata()).toMatchObject({ format: 'png', width: 1600 });
    const dark = await draw('png', [words([])], { paper: 'dark' });
    expect(await pointsOf(dark.file, '#191b1f')).toBeGreaterThan(100_000);
  });

  it('show what their question tells: of stations each bar is as long as its count is large', async () => {
    const bars = async (file: Buffer): Promise<number> => pointsOf(file, FIRST_COLOUR);
    const { file } = await draw('png', [tile('funnel', 'spend')]);
    // Of 450 impressions came 21 clicks; with 450 clicks the second bar is as long as the first.
    const first = (await bars(file)) / (1 + 21 / 450);
    await importFile(server.address, setting, 'Ads', ADS.replace(/,(\d+),100$/gm, ',148,100'));
    const more = await draw('png', [tile('funnel', 'spend')]);
    expect((await bars(more.file)) / first).toBeCloseTo(2, 1);
    const nothing = await draw('png', [tile('funnel', 'spend', { period: { from: '2026-08-01', to: '2026-08-02' } })]);
    expect(await bars(nothing.file)).toBe(0);
  });

  it('show what was noted on their days, and nothing of other days', async () => {
    const drawn = async (): Promise<string> => (await draw('png', [tile('line', 'spend')])).file.toString('base64');
    const note = (day: string) => ({
      ...{ days: { from: day, to: day }, channel: null, campaign: null, text: 'The price rose' },
      ...{ seen: 0, by: '', note: '', isOfAgency: false },
    });
    const before = await drawn();
    await send(server.address, 'POST', `/clients/${setting.client}/notes`, note('2026-09-02'));
    expect(await drawn()).toBe(before);
    expect((await send(server.address, 'POST', `/clients/${setting.client}/notes`, note('2026-10-02'))).status).toBe(200);
    expect(await drawn()).not.toBe(before);
  });

  it('are outlines in SVG, with their title, and nothing that runs', async () => {
    const { status, type, file } = await draw('svg', [tile('scatter', 'spend'), words(['<script>alert(1)</script>'])]);
    expect([status, type]).toEqual([200, expect.stringContaining('image/svg+xml')]);
    const text = file.toString();
    expect(text).toMatch(/<svg [^>]*width="800"[^>]*><title>Tea &amp; cups<\/title>/);
    expect(text).not.toMatch(/<text|<script/);
    expect((await sharp(file).metadata()).width).toBe(800);
  });

  it('are pages in PDF, cut between tiles', async () => {
    const place = (y: number) => ({ x: 0, y, wide: 12, high: 5 });
    const pagesOf = async (tiles: readonly object[]): Promise<number> => {
      const { status, type, file } = await draw('pdf', tiles);
      expect([status, type, file.subarray(0, 5).toString()]).toEqual([200, 'application/pdf', '%PDF-']);
      return [...file.toString('latin1').matchAll(/\/Type \/Page\b/g)].length;
    };
    expect(await pagesOf([tile('bars', 'spend', {}, place(0))])).toBe(1);
    expect(await pagesOf([0, 5, 10].map((y) => tile('bars', 'spend', {}, place(y))))).toBe(3);
  });

  it('say in the place of a picture why there is none; the others are drawn', async () => {
    const { status, file } = await draw('png', [tile('funnel', 'spend'), tile('bars', 'nonsense'), tile('shares', 'cpa')]);
    expect(status).toBe(200);
    expect(await pointsOf(file, FIRST_COLOUR)).toBeGreaterThan(1000);
  });

  it('are refused with a reason where they cannot be', async () => {
    const problem = ({ status, file }: { status: number; file: Buffer }): unknown[] => [status, JSON.parse(file.toString()).detail];
    expect(problem(await draw('gif', [words([])]))).toEqual([400, expect.stringContaining('format')]);
    expect(problem(await draw('png', []))).toEqual([400, expect.stringContaining('tiles')]);
    const far = words(['At the end'], { x: 0, y: 900, wide: 4, high: 2 });
    expect(problem(await draw('png', [far]))).toEqual([422, expect.stringContaining('Take it along as PDF')]);
    expect((await draw('pdf', [far])).status).toBe(200);
  });
});
