import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { nextFetch } from '../src/connect/schedule';
import { Seal } from '../src/connect/seal';
import { keyPath, personHasher } from '../src/key';

describe('the seal on tokens', () => {
  const folder = mkdtempSync(join(tmpdir(), 'seal-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('opens what it closed, also after a restart, and each time differently', () => {
    const path = join(folder, 'deep', 'key');
    const sealed = Seal.open(path).close('harbor.1.secret');
    expect(Seal.open(path).open(sealed)).toBe('harbor.1.secret');
    expect(Seal.open(path).close('harbor.1.secret').equals(sealed)).toBe(false);
    expect(sealed.includes('secret')).toBe(false);
    expect(statSync(path).mode & 0o077).toBe(0);
  });

  it('opens nothing with another key, nor what was tampered with', () => {
    const sealed = Seal.open(join(folder, 'one')).close('token');
    expect(Seal.open(join(folder, 'two')).open(sealed)).toBeUndefined();
    sealed[sealed.length - 1] = (sealed.at(-1) ?? 0) ^ 1;
    expect(Seal.open(join(folder, 'one')).open(sealed)).toBeUndefined();
  });

  it('keeps its key outside any data folder', () => {
    const before = process.env['LENS_KEY_FILE'];
    delete process.env['LENS_KEY_FILE'];
    expect(keyPath()).toMatch(/unified-lens\/key$/);
    process.env['LENS_KEY_FILE'] = '/elsewhere/key';
    expect(keyPath()).toBe('/elsewhere/key');
    if (before === undefined) delete process.env['LENS_KEY_FILE'];
    else process.env['LENS_KEY_FILE'] = before;
  });
});

describe('ids of people', () => {
  it('are hashed by the key, the same each time, and hashes stay', () => {
    const folder = mkdtempSync(join(tmpdir(), 'person-'));
    const hash = personHasher(join(folder, 'one'));
    const [anna, bert] = [hash('anna@example'), hash('bert@example')];
    expect(hash('anna@example')).toBe(anna);
    expect(bert).not.toBe(anna);
    expect(hash(anna)).toBe(anna);
    // What only looks like a hash is an id like any other.
    expect(hash(`${anna.slice(0, -1)}!`)).not.toBe(`${anna.slice(0, -1)}!`);
    expect(personHasher(join(folder, 'two'))('anna@example')).not.toBe(anna);
    rmSync(folder, { recursive: true, force: true });
  });
});

describe('a schedule', () => {
  const now = new Date('2026-10-31T12:00:00Z');
  it.each([
    ['by hand', '2026-10-01T00:00:00Z', undefined],
    ['every 6 hours', '2026-10-31T07:00:00Z', '2026-10-31T13:00:00.000Z'],
    ['daily', '2026-10-30T09:00:00Z', '2026-10-31T09:00:00.000Z'],
    ['weekly', '2026-10-30T09:00:00Z', '2026-11-06T09:00:00.000Z'],
    ['daily', null, '2026-10-31T12:00:00.000Z'],
  ] as const)('%s after %s comes %s', (schedule, last, next) => {
    expect(nextFetch(schedule, last, now)?.toISOString()).toBe(next);
  });
});
