// Installs the packages of the lock file where they are not there yet.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';

const STAMP = 'node_modules/.lens-installed';
const LOCK = 'package-lock.json';
/** Compiled here, for minutes, on one core: nothing that only reads or builds the code needs it. */
const COMPILED = 'better-sqlite3';
const ENV = {
  ...process.env,
  // As SQLite itself is built: -O3, which its package asks for, takes half as long again.
  CFLAGS: '-O2',
  // Use this machine's Node.js headers where it has them.
  ...(existsSync('/usr/include/node/node.h') ? { npm_config_nodedir: '/usr' } : {}),
};

/** Packages whose own scripts make something of them. */
function packagesWithScripts() {
  const { packages } = JSON.parse(readFileSync(LOCK, 'utf8'));
  return Object.entries(packages).flatMap(([path, { hasInstallScript }]) => (hasInstallScript ? [path.split('node_modules/').at(-1)] : []));
}

function npm(...args) {
  const { status } = spawnSync('npm', [...args, '--no-audit', '--no-fund', '--loglevel=error'], { stdio: 'inherit', env: ENV });
  if (status !== 0) process.exit(status ?? 1);
}

/** Installs: when it returns the code can be read and built, when it resolves it can be run. */
export function install() {
  const wanted = createHash('sha256').update(readFileSync(LOCK)).update(process.version).digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted) return Promise.resolve();
  console.log('Installing packages (once, some minutes)…');
  npm('ci', '--ignore-scripts');
  npm('rebuild', ...packagesWithScripts().filter((name) => name !== COMPILED));
  const compiling = spawn('npm', ['rebuild', COMPILED, '--loglevel=error'], { stdio: 'inherit', env: ENV });
  return new Promise((resolve) => {
    compiling.once('close', (status) => {
      if (status !== 0) process.exit(status ?? 1);
      mkdirSync('node_modules', { recursive: true });
      writeFileSync(STAMP, wanted);
      resolve();
    });
  });
}
