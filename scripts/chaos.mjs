// npm run chaos: kills, damaged files and odd requests, small in the tests and large by hand.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { buildServer } from './build-server.mjs';
import { install } from './install.mjs';

process.chdir(join(import.meta.dirname, '..'));
await install();
await buildServer();
const { status } = spawnSync('node_modules/.bin/tsx', ['chaos/run.ts', ...process.argv.slice(2)], { stdio: 'inherit' });
process.exit(status ?? 1);
