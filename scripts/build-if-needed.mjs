// Builds when a source has changed since the last build.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const STAMP = 'dist/.built';
const SOURCES = ['core/src', 'contract/src', 'draw/src', 'server/src', 'market/src', 'web/src', 'web/public', 'scripts'];
const FILES = [
  'package-lock.json',
  'core/package.json',
  'contract/package.json',
  'draw/package.json',
  'web/angular.json',
  'web/tsconfig.app.json',
  'tsconfig.base.json',
];

function fingerprint() {
  const hash = createHash('sha256').update(process.version);
  const files = SOURCES.flatMap((folder) =>
    readdirSync(folder, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => join(entry.parentPath, entry.name)),
  );
  for (const file of [...files.filter((name) => !name.endsWith('.spec.ts')), ...FILES].sort()) hash.update(file).update(readFileSync(file));
  return hash.digest('hex');
}

export function buildIfNeeded() {
  const wanted = fingerprint();
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted) return;
  console.log('Building (about a minute)…');
  const { status } = spawnSync(process.execPath, ['scripts/build.mjs'], { stdio: ['ignore', 'ignore', 'inherit'] });
  if (status !== 0) {
    console.error('The build failed; see above.');
    process.exit(status ?? 1);
  }
  mkdirSync('dist', { recursive: true });
  writeFileSync(STAMP, wanted);
}
