// npm start: installs, builds, serves, and loads the demonstration where there is none.
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
  --empty     do not load the demonstration into a new data folder
  --help      this text`;

process.chdir(join(import.meta.dirname, '..'));
const { values } = readArguments();
if (values.help) {
  console.log(USAGE);
  process.exit(0);
}
install();
buildIfNeeded();

const data = values.data;
mkdirSync(data, { recursive: true });
// The mark stays until the demonstration is complete, so that a stopped first start is finished by the next.
const loading = join(data, 'demonstration-incomplete');
if (!existsSync(join(data, 'lens.sqlite')) && !values.empty) writeFileSync(loading, '');

const server = spawn(process.execPath, ['--enable-source-maps', 'dist/server/main.js', '--port', values.port, '--data', data], {
  stdio: ['ignore', 'pipe', 'inherit'],
});
server.once('exit', (code) => process.exit(code ?? 1));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
createInterface({ input: server.stdout }).on('line', (line) => {
  const address = /http:\/\/127\.0\.0\.1:\d+/.exec(line)?.[0];
  if (address) void ready(address, line);
  else console.log(line);
});

async function ready(address, line) {
  if (existsSync(loading)) {
    console.log('Loading the demonstration (once, under a minute)…');
    try {
      const { loadDemo } = await import(pathToFileURL(join(process.cwd(), 'dist/market/load.js')).href);
      await loadDemo(address, console.log);
      rmSync(loading);
    } catch (error) {
      console.error(`The demonstration could not be loaded completely: ${error.message}\nThe next start tries again.`);
    }
  }
  console.log(`\n${line}\nStop with Ctrl+C.`);
}

function readArguments() {
  try {
    return parseArgs({
      options: {
        port: { type: 'string', default: '4180' },
        data: { type: 'string', default: 'data' },
        empty: { type: 'boolean', default: false },
        help: { type: 'boolean', default: false },
      },
    });
  } catch (error) {
    console.error(`${error.message}\n\n${USAGE}`);
    process.exit(2);
  }
}
