import { buffer } from 'node:stream/consumers';
import sharp from 'sharp';
import yazl from 'yazl';
import { juniperLoftTea } from '../../market/src/clients/juniper-loft-tea';
import { ServiceChannel } from '../src/connect/service';
import { clientForEach, compare, fetched, follow, send, suiteServer, uploadAll } from './harness';
import { suiteMarket } from './market';

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

const SVG = '<svg xmlns="http://www.w3.org/2000/svg" width="640" height="400"><rect width="640" height="400" fill="teal"/></svg>';
const ADS = [
  'Day,Campaign,Ad,Picture,Cost',
  '2026-10-05,gifts,tin,img/Tin.png,5',
  '2026-10-05,gifts,box,box.svg,7',
  '2026-10-05,gifts,bag,,1',
].join('\n');
const photo = (width: number, height: number): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background: 'peru' } })
    .png()
    .toBuffer();

async function zipOf(files: Readonly<Record<string, string | Buffer>>): Promise<Uint8Array<ArrayBuffer>> {
  const zip = new yazl.ZipFile();
  for (const [name, content] of Object.entries(files)) zip.addBuffer(Buffer.from(content), name);
  zip.end();
  return new Uint8Array(await buffer(zip.outputStream));
}

describe('pictures of ads', () => {
  const outside = suiteMarket([{ ...juniperLoftTea, from: '2026-10-01' }]);
  const server = suiteServer(() => outside.address);
  const setting = clientForEach(server, 'Pictures');

  const bringIn = async (
    name: string,
    content: Uint8Array<ArrayBuffer> | string,
    change = (mapping: Loose): Loose => mapping,
  ): Promise<Loose> => {
    const { files, pictures } = (await uploadAll(server.address, name, content)) as Loose;
    const { body: preview } = await send(server.address, 'POST', `/clients/${setting.client}/previews`, { hash: files[0].hash });
    const { status, body } = await send(server.address, 'POST', `/clients/${setting.client}/checks`, {
      file: files[0].hash,
      fileName: files[0].name,
      layout: preview.layout,
      account: setting.account,
      feed: { name: 'Ads' },
      mapping: change(preview.mapping),
      covers: null,
      pictures,
    });
    if (status !== 200) return body;
    await follow(server.address, body.id);
    await send(server.address, 'POST', `/jobs/${body.id}/import`, { absent: null });
    return follow(server.address, body.id);
  };
  /** Which ads have a picture, by name. */
  const pictured = async (client = setting.client, part: object = {}): Promise<Record<string, string | undefined>> => {
    const { body } = await compare(server.address, client, part);
    return Object.fromEntries(body.rows.filter((row: Loose) => row.level === 'ad').map((row: Loose) => [row.name, row.picture]));
  };

  it('come in a zip beside their file, are kept small, and shown where their ads are named', async () => {
    const zip = await zipOf({ 'export/ads.csv': ADS, 'export/img/TIN.png': await photo(900, 600), 'export/box.svg': SVG });
    const done = await bringIn('october.zip', zip);
    expect(done).toMatchObject({ state: 'done', report: { rows: 3 } });
    const { tin, box, bag } = await pictured();
    expect([tin, box].map((each) => each?.length)).toEqual([64, 64]);
    expect(bag).toBeUndefined();
    const reply = await fetch(`${server.address}/api/pictures/${tin}`);
    expect([reply.status, reply.headers.get('content-type')]).toEqual([200, 'image/png']);
    expect(await sharp(Buffer.from(await reply.arrayBuffer())).metadata()).toMatchObject({ format: 'png', width: 320, height: 213 });
    await send(server.address, 'POST', `/imports/${done.importId}/take-back`);
    expect(await pictured()).toEqual({});
  });

  it('come in a zip of their own as well, and a new one of the same name takes the place of the old', async () => {
    const { pictures } = (await uploadAll(server.address, 'pictures.zip', await zipOf({ 'tin.png': await photo(60, 40) }))) as Loose;
    expect(pictures).toMatchObject([{ name: 'tin.png' }]);
    await bringIn('ads.zip', await zipOf({ 'ads.csv': ADS, 'tin.png': await photo(60, 40) }));
    const { tin } = await pictured();
    expect(tin).toBe(pictures[0].hash);
    await bringIn('ads.zip', await zipOf({ 'ads.csv': ADS.replace(',5', ',6'), 'tin.png': await photo(50, 50) }));
    expect((await pictured())['tin']).not.toBe(tin);
  });

  it('are refused in words where they are none, too large, or a script, and the rest comes in', async () => {
    const { files, pictures, leftOut } = (await uploadAll(
      server.address,
      'odd.zip',
      await zipOf({
        'ads.csv': ADS,
        'broken.png': 'this is no picture',
        'cut.png': (await photo(90, 60)).subarray(0, 60),
        'huge.jpg': Buffer.alloc(5_000_001),
        'wide.png': await photo(9000, 5000),
        'script.svg': SVG.replace('<rect', '<script>alert(1)</script><rect'),
        'click.svg': SVG.replace('<rect', '<rect onclick="alert(1)"'),
        'elsewhere.svg': SVG.replace('<rect', '<image href="https://elsewhere.example/spy.png"/><rect'),
        'fine.svg': SVG.replace('<rect', '<use href="#a"/><rect'),
        'notes.pdf': 'x',
      }),
    )) as Loose;
    expect([files.length, pictures.map(({ name }: Loose) => name)]).toEqual([1, ['fine.svg']]);
    expect(Object.fromEntries(leftOut.map(({ name, reason }: Loose) => [name, reason]))).toEqual({
      'broken.png': 'is no picture that can be read',
      'cut.png': 'is no picture that can be read',
      'huge.jpg': 'is larger than 5 MB',
      'wide.png': 'has too many points',
      'script.svg': 'holds a script or leads elsewhere, which a picture may not',
      'click.svg': 'holds a script or leads elsewhere, which a picture may not',
      'elsewhere.svg': 'holds a script or leads elsewhere, which a picture may not',
      'notes.pdf': 'is no table and no picture',
    });
    const lone = await uploadAll(server.address, 'broken.png', 'this is no picture');
    expect(lone).toMatchObject({ status: 422, detail: expect.stringContaining('“broken.png” is no picture that can be read') });
    expect((await fetch(`${server.address}/api/pictures/${'0'.repeat(64)}`)).status).toBe(404);
  });

  it('that nobody has sent cannot be named by a check', async () => {
    const { files } = (await uploadAll(server.address, 'ads.csv', ADS)) as Loose;
    const { body: preview } = await send(server.address, 'POST', `/clients/${setting.client}/previews`, { hash: files[0].hash });
    const check = { file: files[0].hash, fileName: 'ads.csv', layout: preview.layout, mapping: preview.mapping, covers: null };
    const asked = { ...check, account: setting.account, feed: { name: 'Ads' }, pictures: [{ name: 'tin.png', hash: 'f'.repeat(64) }] };
    expect(await send(server.address, 'POST', `/clients/${setting.client}/checks`, asked)).toMatchObject({ status: 404 });
  });

  it('are of ads: without a column of ads their column cannot be used', async () => {
    const refused = await bringIn('ads.csv', ADS, (mapping) => ({
      ...mapping,
      columns: mapping.columns.map((role: Loose) => (role.level === 'ad' ? { role: 'ignore' } : role)),
    }));
    expect(refused.detail).toContain('A picture is of an ad');
  });

  it('come by connection, each once, and one that cannot be had is told and does not hold up the report', async () => {
    const { client } = setting;
    const token = await outside.token('wren-social');
    const account = (await send(server.address, 'POST', '/offers/accounts', { channel: 'wren-social', token })).body[0];
    await outside.behave({ broken: ['pictures'] });
    const { body: connection } = await send(server.address, 'POST', `/clients/${client}/connections`, {
      ...{ channel: 'wren-social', token, account: account.id, accountName: account.name },
      ...{ currency: account.currency, timeZone: account.timeZone, from: '2026-10-20', schedule: 'by hand' },
      reports: [{ id: 'ads', name: 'Ad by day', fields: ['Picture'] }],
    });
    const ended = () => fetched(server.address, client, connection.id);
    const refetched = async (): Promise<Loose> => {
      await send(server.address, 'POST', `/connections/${connection.id}/refresh`);
      return (await ended()).reports;
    };
    expect((await ended()).reports).toMatchObject([
      { state: 'done', error: expect.stringMatching(/^\d+ pictures are missing; the first: “pictures\/WR-.*svg” could not be fetched/) },
    ]);
    await outside.behave({});
    expect(await refetched()).toMatchObject([{ state: 'done', error: '' }]);
    const ads = await pictured(client, { period: { from: '2026-10-20', to: '2026-10-30' } });
    expect(Object.keys(ads).length).toBeGreaterThan(3);
    expect(Object.values(ads).every((hash) => hash?.length === 64)).toBe(true);
    expect(new Set(Object.values(ads)).size).toBe(Object.keys(ads).length);
    // Nothing is asked for again that is there.
    await outside.behave({ broken: ['pictures'] });
    expect(await refetched()).toMatchObject([{ state: 'done', error: '' }]);
    await outside.behave({});
  });

  it('are asked for at the channel alone', async () => {
    const service = new ServiceChannel(outside.address, 'wren-social', await outside.token('wren-social'));
    for (const address of ['https://elsewhere.example/a.png', '//elsewhere.example/a.png', '../../../clock', '/v1/channels'])
      await expect(service.picture('JLT-wren-social', address)).rejects.toThrow('it lies elsewhere');
    await expect(service.picture('JLT-wren-social', 'pictures/none.svg')).rejects.toThrow('The channel refuses');
  });
});
