import { buildServer } from '../../scripts/build-server.mjs';
export default buildServer;
