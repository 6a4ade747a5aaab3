import { writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { parseArgs } from 'node:util';
import { Market } from './market';
import { createMarketServer } from './serve/server';
import { truthText } from './truth/truth';

const USAGE = `npm run market -- [--port N] [--data DIR]     serve the channels (port 4185; without DIR nothing is kept)
npm run market -- truth [--data DIR] [--out FILE]  write what the world hides (truth.json)`;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    port: { type: 'string', default: '4185' },
    data: { type: 'string' },
    out: { type: 'string', default: 'truth.json' },
    help: { type: 'boolean', default: false },
  },
});
if (values.help) {
  console.log(USAGE);
  process.exit(0);
}
const market = Market.open(values.data, console.error);
if (positionals[0] === 'truth') {
  writeFileSync(values.out, truthText(market));
  console.log(`The truth is in ${values.out}`);
} else serve();

function serve(): void {
  const server = createMarketServer(market).listen(Number(values.port), '127.0.0.1', (error?: Error) => {
    if (error) {
      console.error(`The market cannot use port ${values.port} (${error.message}).`);
      process.exit(1);
    }
    console.log(`The market is at http://127.0.0.1:${(server.address() as AddressInfo).port}`);
  });
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => process.exit(0));
}
