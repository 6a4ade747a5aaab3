// Jest's transform of the tests of core: each with all it imports as one module, as loading hundreds of them takes longer than
// most tests do.
import { build } from 'esbuild';
import { randomUUID } from 'node:crypto';

export default {
  async processAsync(_source, path) {
    const { outputFiles } = await build({
      entryPoints: [path],
      bundle: true,
      write: false,
      platform: 'node',
      target: 'node20',
      format: 'esm',
      sourcemap: 'inline',
      logLevel: 'warning',
    });
    return { code: outputFiles[0].text };
  },
  // What it imports may have changed where it has not.
  getCacheKey: () => randomUUID(),
};
