import Database from 'better-sqlite3';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { troubleOf } from '../src/trouble';
import { freshFolder, importFile, makeClient, removeFolder, type Running, send, spendBy, startServer, uploadAll } from './harness';

const ROWS = 'Day,Campaign,Cost\n2026-10-01,Tea,3.5\n';

describe('starting', () => {
  let folder: string;
  let running: Running | undefined;
  beforeEach(() => {
    folder = freshFolder();
    running = undefined;
  });
  afterEach(async () => {
    await running?.stop();
    removeFolder(folder);
  });

  const run = async (): Promise<Running> => (running = await startServer(folder));
  /** What a start that cannot go well says. */
  const refusal = (dataFolder = folder): string => {
    const { status, stderr } = spawnSync(process.execPath, ['dist/server/main.js', '--port', '0', '--data', dataFolder], {
      encoding: 'utf8',
      env: { ...process.env, LENS_KEY_FILE: `${folder}.key` },
    });
    expect(status).toBe(1);
    // Words for people, not where in the program it went wrong.
    expect(stderr).not.toMatch(/\n\s+at /);
    return stderr;
  };
  const filled = async (): Promise<{ client: string; account: string }> => {
    const { address } = await run();
    const setting = await makeClient(address);
    await importFile(address, setting, 'Ads', ROWS);
    return setting;
  };

  it('a second time on one folder says who holds it, and harms nothing of the first', async () => {
    const { client } = await filled();
    writeFileSync(join(folder, 'staging', 'waiting.sqlite'), '');
    expect(refusal()).toContain(`in use by the program at ${running!.address}, process ${running!.process.pid}`);
    expect(existsSync(join(folder, 'staging', 'waiting.sqlite'))).toBe(true);
    expect(await spendBy(running!.address, client, '2026-10-01', '2026-10-01')).toMatchObject({ Tea: 3.5 });
    await running!.stop('SIGKILL');
    // However the first has ended, its lock has ended with it.
    expect(await spendBy((await run()).address, client, '2026-10-01', '2026-10-01')).toMatchObject({ Tea: 3.5 });
  });

  it('on data of a newer version says so and leaves it as it is', async () => {
    await filled();
    await running!.stop();
    const version = (set?: number): unknown => {
      const db = new Database(join(folder, 'facts.sqlite'));
      if (set !== undefined) db.pragma(`user_version = ${set}`);
      const found = db.pragma('user_version', { simple: true });
      db.close();
      return found;
    };
    version(900);
    expect(refusal()).toMatch(/written by a newer version/);
    expect(version()).toBe(900);
  });

  it('says which file is damaged, or no folder, or no key', async () => {
    const { client } = await filled();
    await running!.stop();
    writeFileSync(`${folder}.key`, 'short');
    expect(refusal()).toMatch(/\.key holds 5 bytes instead of 32/);
    removeFolder(`${folder}.key`);
    writeFileSync(join(folder, 'plain'), '');
    expect(refusal(join(folder, 'plain'))).toMatch(/The data folder is a file/);
    writeFileSync(join(folder, 'lens.sqlite'), 'no database at all, just text of some length');
    expect(refusal()).toMatch(/The data is damaged[\s\S]*\.backup/);
    expect(client).not.toBe('');
  });

  it('clears what a stop has left half-done, and files nobody imported for 30 days', async () => {
    await filled();
    const { files } = await uploadAll(running!.address, 'later.csv', `${ROWS}2026-10-02,Tea,1\n`);
    const { files: old } = await uploadAll(running!.address, 'old.csv', `${ROWS}2026-10-03,Tea,1\n`);
    await running!.stop();
    const db = new Database(join(folder, 'lens.sqlite'));
    expect(db.prepare('UPDATE file SET received_at = ? WHERE hash = ?').run('2020-01-01T00:00:00Z', old[0]!.hash).changes).toBe(1);
    db.close();
    writeFileSync(join(folder, 'files', 'half.part'), 'x');
    mkdirSync(join(folder, 'files', 'sheet-left'));
    writeFileSync(join(folder, 'files', 'sheet-left', 'plain.xlsx'), 'x');
    writeFileSync(join(folder, 'staging', 'gone.sqlite'), 'x');
    const { address } = await run();
    const left = readdirSync(join(folder, 'files'));
    expect(left.filter((file) => !file.endsWith('.gz'))).toEqual([]);
    expect(left).toContain(`${files[0]!.hash}.gz`);
    expect(left).not.toContain(`${old[0]!.hash}.gz`);
    expect(readdirSync(join(folder, 'staging'))).toEqual([]);
    expect((await send(address, 'GET', '/clients')).body).toHaveLength(1);
  });

  it.each([
    ['ENOSPC', 'The disk is full'],
    ['SQLITE_FULL', 'The disk is full'],
    ['SQLITE_READONLY_DBMOVED', 'The data folder cannot be written'],
    ['EROFS', 'The data folder cannot be written'],
    ['SQLITE_CORRUPT_INDEX', 'The data is damaged'],
    ['SQLITE_BUSY_SNAPSHOT', 'Busy'],
  ])('%s in words: %s', (code, title) => expect(troubleOf(Object.assign(new Error('x'), { code }))?.title).toBe(title));

  it('takes a mistake of the program for nothing else', () => expect(troubleOf(new TypeError('x'))).toBeUndefined());
});
