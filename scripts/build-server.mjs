// Bundles our own code that runs on Node.js, the server and the market; packages from the registry stay outside.
import { build } from 'esbuild';
import { cpSync } from 'node:fs';

const registryPackagesStayOutside = {
  name: 'registry-packages-stay-outside',
  setup(esbuild) {
    esbuild.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' || path.startsWith('@lens/') ? undefined : { path, external: true },
    );
  },
};

const bundle = (outdir, entryPoints) =>
  build({
    entryPoints,
    outdir,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: true,
    logLevel: 'warning',
    plugins: [registryPackagesStayOutside],
  });

export async function buildServer() {
  await bundle('dist/server', {
    main: 'server/src/main.ts',
    trouble: 'server/src/trouble.ts',
    'folder-lock': 'server/src/store/folder-lock.ts',
    'query-worker': 'server/src/query/worker.ts',
    'intake-process': 'server/src/intake/process.ts',
    'draw-worker': 'server/src/draw/worker.ts',
    'read-ahead-worker': 'server/src/intake/read/read-ahead-worker.ts',
  });
  await bundle('dist/market', { main: 'market/src/main.ts', connect: 'market/src/demo/connect.ts' });
  cpSync('server/src/store/migrations', 'dist/server/migrations', { recursive: true });
}

if (process.argv[1]?.endsWith('build-server.mjs')) await buildServer();
