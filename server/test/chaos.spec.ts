import { throwInputs } from '../../chaos/inputs';
import { throwKills } from '../../chaos/kills';
import { throwRequests } from '../../chaos/requests';
import { clientForEach, importFile, spendBy, suiteServer } from './harness';

/** The small part of npm run chaos; another seed than its own. */
const SEED = 2026;

describe('chaos', () => {
  const server = suiteServer();
  const setting = clientForEach(server, 'Chaos');

  it('of damaged files and odd requests brings no 5xx, no hang, and loses nothing', async () => {
    await importFile(server.address, setting, 'Known', 'Day,Campaign,Cost\n2026-09-01,Known,12.34\n');
    const inputs = await throwInputs(server.address, setting, 24, SEED);
    expect(inputs.faults).toEqual([]);
    expect(inputs.imported).toBeGreaterThan(2);
    expect(await throwRequests(server.address, setting, 4, SEED)).toEqual([]);
    expect(await spendBy(server.address, setting.client, '2026-09-01', '2026-09-01')).toEqual({ Known: 12.34 });
  });

  it('of kills while importing loses and doubles nothing', async () => {
    const kills = await throwKills(3, SEED);
    expect(kills.faults).toEqual([]);
    expect(kills.cutOff).toBeGreaterThan(0);
  });
});
