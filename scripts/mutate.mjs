// npm run mutate [-- PART …]: changes a part of the core line by line and sees whether one of its tests goes red.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { install } from './install.mjs';

process.chdir(join(import.meta.dirname, '..'));
await install();
const PARTS = ['figure', 'formula', 'evidence', 'maturity', 'moves', 'grain', 'grouping', 'settings'];
const asked = process.argv.slice(2);
for (const part of asked.length > 0 ? asked : PARTS) {
  if (!PARTS.includes(part)) throw new Error(`There is no part ${part}; there are ${PARTS.join(', ')}.`);
  console.log(`\n== ${part}`);
  const { status } = spawnSync('node_modules/.bin/stryker', ['run'], {
    stdio: 'inherit',
    env: { ...process.env, NODE_NO_WARNINGS: '1', MUTATED: part },
  });
  if (status !== 0) process.exitCode = 1;
}
