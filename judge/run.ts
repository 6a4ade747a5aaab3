import { parseArgs } from 'node:util';
import { clientsOfWorld, WORLDS } from '../market/src/clients/worlds';
import { type Figure, holds, line } from './figures';
import { judgeWorld } from './world';

const USAGE = `npm run judge -- [--world N] [--rounds N] [--client ID]
Lives the market’s worlds (all five, or one), accepts what the product proposes in weekly rounds (4), and prints a line a figure.`;

/** Long enough for the slowest lag, and no longer: the whole history takes minutes more. */
const HISTORY_FROM = '2026-05-01';

const { values } = parseArgs({
  options: {
    world: { type: 'string' },
    rounds: { type: 'string', default: '4' },
    client: { type: 'string' },
    help: { type: 'boolean', default: false },
  },
});
if (values.help) {
  console.log(USAGE);
  process.exit(0);
}

const worlds = values.world === undefined ? Array.from({ length: WORLDS }, (_, at) => at + 1) : [Number(values.world)];
const figures: Figure[] = [];
for (const world of worlds) {
  const clients = clientsOfWorld(world)
    .filter(({ id }) => values.client === undefined || id === values.client)
    .map((client) => ({ ...client, from: client.from < HISTORY_FROM ? HISTORY_FROM : client.from }));
  const own = await judgeWorld({ clients, rounds: Number(values.rounds), say: (text) => console.error(`World ${world}. ${text}`) });
  console.log(`\nWorld ${world}`);
  for (const figure of own) console.log(line(figure));
  figures.push(...own);
}
const short = figures.filter((figure) => !holds(figure));
console.log(`\n${figures.length} figures, ${short.length} short`);
