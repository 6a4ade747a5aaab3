// npm run judge: the product's advice lived through in worlds that know the truth.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { buildServer } from './build-server.mjs';
import { install } from './install.mjs';

process.chdir(join(import.meta.dirname, '..'));
await install();
await buildServer();
const { status } = spawnSync('node_modules/.bin/tsx', ['judge/run.ts', ...process.argv.slice(2)], { stdio: 'inherit' });
process.exit(status ?? 1);
