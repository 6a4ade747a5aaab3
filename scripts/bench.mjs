// npm run bench: speed as ratios within one run.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { buildServer } from './build-server.mjs';
import { install } from './install.mjs';

process.chdir(join(import.meta.dirname, '..'));
await install();
await buildServer();
const { status } = spawnSync('node_modules/.bin/tsx', ['bench/run.ts'], { stdio: 'inherit' });
process.exit(status ?? 1);
