import { parseArgs } from 'node:util';
import { freshFolder, importFile, makeClient, removeFolder, spendBy, startServer } from '../server/test/harness';
import type { Fault } from './asked';
import { throwInputs } from './inputs';
import { throwKills } from './kills';
import { throwRequests } from './requests';

const USAGE = `npm run chaos -- [--kills N] [--inputs N] [--requests N] [--seed N]
Kills the program while it imports (50), drops damaged files (500), asks every endpoint oddly (30 times each),
and prints what was not as it must be: a 5xx, an answer that never comes, something lost.`;

const number = (preset: string) => ({ type: 'string', default: preset }) as const;
const { values } = parseArgs({
  options: {
    kills: number('50'),
    inputs: number('500'),
    requests: number('30'),
    seed: number('1'),
    help: { type: 'boolean', default: false },
  },
});
if (values.help) {
  console.log(USAGE);
  process.exit(0);
}
const seed = Number(values.seed);
const TRUTH = 'Day,Campaign,Cost\n2026-09-01,Known,12.34\n';

const line = (name: string, count: number, note: string, faults: readonly Fault[]): void => {
  console.log(`${name.padEnd(20)} ${String(count).padStart(8)}   ${note.padEnd(40)} ${faults.length} faults`);
  for (const { where, what } of faults.slice(0, 20)) console.log(`    ${where}\n        ${what}`);
};

const kills = await throwKills(Number(values.kills), seed);
line('kills', Number(values.kills), `${kills.cutOff} cut an import off`, kills.faults);

const folder = freshFolder();
const server = await startServer(folder);
const setting = await makeClient(server.address);
await importFile(server.address, setting, 'Known', TRUTH);
const inputs = await throwInputs(server.address, setting, Number(values.inputs), seed);
line('damaged files', Number(values.inputs), `${inputs.refused} refused, ${inputs.imported} imported`, inputs.faults);
const asked = await throwRequests(server.address, setting, Number(values.requests), seed);
line('odd requests', Number(values.requests), 'of every endpoint', asked);

const left = await spendBy(server.address, setting.client, '2026-09-01', '2026-09-01');
const lost: Fault[] = left['Known'] === 12.34 ? [] : [{ where: 'what was stored before', what: JSON.stringify(left) }];
line('stored before', 1, 'and still there', lost);
await server.stop();
removeFolder(folder);
process.exit(kills.faults.length + inputs.faults.length + asked.length + lost.length > 0 ? 1 : 0);
