// Builds server, demonstration loader and web application into dist/.
import { build } from 'esbuild';
import { spawnSync } from 'node:child_process';
import { buildServer } from './build-server.mjs';

await buildServer();
await build({
  entryPoints: { load: 'market/src/load.ts' },
  outdir: 'dist/market',
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  logLevel: 'warning',
});
if (!process.argv.includes('--without-web')) {
  const { status } = spawnSync(process.execPath, ['../node_modules/@angular/cli/bin/ng.js', 'build'], { cwd: 'web', stdio: 'inherit' });
  process.exit(status ?? 1);
}
