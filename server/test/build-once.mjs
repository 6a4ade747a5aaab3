import { buildServer } from '../../scripts/build-server.mjs';

/** Whoever has just built everything says so: others may be using it already. */
export default async function buildOnce() {
  if (!process.env.LENS_BUILT) await buildServer();
}
