// Builds server, market and web application into dist/.
import { spawnSync } from 'node:child_process';
import { buildServer } from './build-server.mjs';

await buildServer();
if (!process.argv.includes('--without-web')) {
  const { status } = spawnSync(process.execPath, ['../node_modules/@angular/cli/bin/ng.js', 'build'], { cwd: 'web', stdio: 'inherit' });
  process.exit(status ?? 1);
}
