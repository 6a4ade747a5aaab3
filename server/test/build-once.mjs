import { buildServer } from '../../scripts/build-server.mjs';
import testBundles from '../../scripts/test-bundles.mjs';

/** Whoever has just built everything says so: others may be using it already. */
export default async function buildOnce() {
  await testBundles();
  if (!process.env.LENS_BUILT) await buildServer();
}
