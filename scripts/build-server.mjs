// Bundles the server's own code; packages from the registry stay outside.
import { build } from 'esbuild';
import { cpSync } from 'node:fs';

export async function buildServer() {
  await build({
    entryPoints: {
      main: 'server/src/main.ts',
      'query-worker': 'server/src/query/worker.ts',
      'intake-process': 'server/src/intake/process.ts',
    },
    outdir: 'dist/server',
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: true,
    logLevel: 'warning',
    plugins: [
      {
        name: 'registry-packages-stay-outside',
        setup(esbuild) {
          esbuild.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
            kind === 'entry-point' || path.startsWith('@lens/') ? undefined : { path, external: true },
          );
        },
      },
    ],
  });
  cpSync('server/src/store/migrations', 'dist/server/migrations', { recursive: true });
}

if (process.argv[1]?.endsWith('build-server.mjs')) await buildServer();
