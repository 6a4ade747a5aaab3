import { writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { parseArgs } from 'node:util';
import { CLIENTS } from './clients/clients';
import { writeFiles } from './files/write-files';
import { Market } from './market';
import { createMarketServer } from './serve/server';
import { truthText } from './truth/truth';
import { scaled } from './world/scale';

const USAGE = `npm run market -- [--port N] [--data DIR]     serve the channels (port 4185; without DIR nothing is kept)
npm run market -- truth [--data DIR] [--out FILE]  write what the world hides (truth.json)
npm run market -- files --out DIR [--scale N]      write every report as CSV, of a world N times larger`;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    port: { type: 'string', default: '4185' },
    data: { type: 'string' },
    out: { type: 'string', default: 'truth.json' },
    scale: { type: 'string', default: '1' },
    help: { type: 'boolean', default: false },
  },
});
if (values.help) {
  console.log(USAGE);
  process.exit(0);
}
if (positionals[0] === 'files') writeAll(values.out, Number(values.scale));
else if (positionals[0] === 'truth') {
  writeFileSync(values.out, truthText(Market.open(values.data, console.error), console.error));
  console.log(`The truth is in ${values.out}`);
} else serve(Market.open(values.data, console.error));

function writeAll(folder: string, scale: number): void {
  if (!(scale >= 1 && scale <= 1000)) throw new Error('--scale is a number from 1 to 1000.');
  for (const client of CLIENTS) {
    for (const [name, rows] of writeFiles(scaled(client, scale), folder)) console.log(`${name}: ${rows} rows`);
  }
}

function serve(market: Market): void {
  const server = createMarketServer(market).listen(Number(values.port), '127.0.0.1', (error?: Error) => {
    if (error) {
      console.error(`The market cannot use port ${values.port} (${error.message}).`);
      process.exit(1);
    }
    console.log(`The market is at http://127.0.0.1:${(server.address() as AddressInfo).port}`);
  });
  // Whoever asks again and again must not meet a connection that is just being closed.
  server.keepAliveTimeout = 75_000;
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => process.exit(0));
}
