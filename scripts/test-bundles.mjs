// Core, contract and draw as few files: each suite of the tests of server, web and draw would load their hundreds anew.
import { join } from 'node:path';
import { bundle } from './build-server.mjs';

const NAMES = ['core', 'contract', 'draw'];

/** Jest's global set-up of the projects that use them. Their own tests read the sources. */
export default async function testBundles() {
  const root = join(import.meta.dirname, '..');
  const entryPoints = Object.fromEntries(NAMES.map((name) => [name, join(root, name, 'src/index.ts')]));
  await bundle(join(root, '.build/test'), entryPoints, { splitting: true, sourcemap: false, outExtension: { '.js': '.mjs' } });
}
