// Bundles our own code that runs on Node.js, the server and the market. Packages from the registry stay outside, but for
// those that are many small files: every start of a server, its threads and its processes would look for each of them.
import { build } from 'esbuild';
import { cpSync } from 'node:fs';

const INSIDE = [
  '@lens',
  '@leeoniya/ufuzzy',
  'csv-parse',
  'csv-stringify',
  'fastest-levenshtein',
  'ml-matrix',
  're2js',
  'simple-statistics',
  'zod',
];

const registryPackagesStayOutside = {
  name: 'registry-packages-stay-outside',
  setup(esbuild) {
    esbuild.onResolve({ filter: /^[^./]/ }, ({ path, kind, importer }) => {
      const isInside = INSIDE.some((name) => path === name || path.startsWith(`${name}/`));
      return kind === 'entry-point' || isInside || importer.includes('node_modules') ? undefined : { path, external: true };
    });
  },
};

export const bundle = (outdir, entryPoints, options = {}) =>
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
    ...options,
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
