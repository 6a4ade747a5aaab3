// npm start: installs, builds, serves, and fetches the demonstration where there is none.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { pathToFileURL } from 'node:url';
import { parseArgs } from 'node:util';
import { buildIfNeeded } from './build-if-needed.mjs';
import { install } from './install.mjs';

const USAGE = `npm start -- [--port N] [--data DIR] [--empty]
  --port N    port on 127.0.0.1 (4180; 0 for any free one)
  --data DIR  where everything is kept (data)
  --market-port N  port of the market, the demonstration’s outside world (4185)
  --memory MB rows of clients that stay in memory (2048)
  --empty     do not load the demonstration into a new data folder
  --help      this text`;

process.chdir(join(import.meta.dirname, '..'));
const { values } = readArguments();
if (values.help) {
  console.log(USAGE);
  process.exit(0);
}
await install();
buildIfNeeded();

const data = values.data;
const marketFolder = join(data, 'market');
const built = (name) => import(pathToFileURL(join(process.cwd(), `dist/server/${name}.js`)).href);
try {
  mkdirSync(data, { recursive: true });
  // Before anything in it is touched: the market writes there as well.
  (await built('folder-lock')).requireFreeFolder(data);
} catch (error) {
  const trouble = (await built('trouble')).troubleOf(error);
  console.error(trouble ? `${trouble.title} (${data}).\n${trouble.detail}` : error.message);
  process.exit(1);
}
// The mark stays until the demonstration is complete, so that a stopped first start is finished by the next.
const loading = join(data, 'demonstration-incomplete');
if (!existsSync(join(data, 'lens.sqlite')) && !values.empty) {
  mkdirSync(marketFolder, { recursive: true });
  writeFileSync(loading, '');
}

const children = [];
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => children.forEach((child) => child.kill(signal)));

// A data folder with a demonstration has the outside world it came from beside it.
const market = existsSync(marketFolder)
  ? await started('dist/market/main.js', ['--port', values['market-port'], '--data', marketFolder])
  : '';
const address = await started('dist/server/main.js', [
  '--port',
  values.port,
  '--data',
  data,
  '--market',
  market,
  '--memory',
  values.memory,
]);
if (existsSync(loading)) {
  console.log('Fetching the demonstration from its channels (once, some minutes)…');
  try {
    const { connectDemo } = await import(pathToFileURL(join(process.cwd(), 'dist/market/connect.js')).href);
    await connectDemo(address, market, console.log);
    await lookOnce(address);
    await auditOnce(address);
    rmSync(loading);
  } catch (error) {
    console.error(`The demonstration could not be fetched completely: ${error.message}\nThe next start goes on from here.`);
  }
}
if (market) console.log(`\nThe market, the demonstration’s outside world, is at ${market}`);
console.log(`\nUnified Lens is at ${address}\nStop with Ctrl+C.`);

/** Makes the audit of each client now that all of its data is there, and not a minute later while somebody looks. */
async function auditOnce(address) {
  const clients = await (await fetch(`${address}/api/clients`)).json();
  for (const { id } of clients) await fetch(`${address}/api/clients/${id}/audits`, { method: 'POST' });
}

/** Asks once how each client stands: what is read and sorted for that is kept, so the first look of the user need not wait for it. */
async function lookOnce(address) {
  const clients = await (await fetch(`${address}/api/clients`)).json();
  for (const { id } of clients) await (await fetch(`${address}/api/clients/${id}/glance`)).arrayBuffer();
}

/** Starts a program and resolves with the address it prints; ends when it ends. */
function started(file, args) {
  const child = spawn(process.execPath, ['--enable-source-maps', file, ...args], { stdio: ['ignore', 'pipe', 'inherit'] });
  children.push(child);
  child.once('exit', (code) => {
    for (const other of children) other.kill();
    process.exit(code ?? 1);
  });
  return new Promise((resolve) => {
    createInterface({ input: child.stdout }).on('line', (line) => {
      const found = /http:\/\/127\.0\.0\.1:\d+/.exec(line)?.[0];
      if (found) resolve(found);
      else console.log(line);
    });
  });
}

function readArguments() {
  try {
    return parseArgs({
      options: {
        port: { type: 'string', default: '4180' },
        'market-port': { type: 'string', default: '4185' },
        data: { type: 'string', default: 'data' },
        memory: { type: 'string', default: '2048' },
        empty: { type: 'boolean', default: false },
        help: { type: 'boolean', default: false },
      },
    });
  } catch (error) {
    console.error(`${error.message}\n\n${USAGE}`);
    process.exit(2);
  }
}
