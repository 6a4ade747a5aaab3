// Installs the packages of the lock file where they are not there yet.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';

const STAMP = 'node_modules/.lens-installed';

export function install() {
  const wanted = createHash('sha256').update(readFileSync('package-lock.json')).update(process.version).digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted) return;
  console.log('Installing packages (once, some minutes)…');
  // better-sqlite3 is compiled here; use this machine's Node.js headers where it has them.
  const env = existsSync('/usr/include/node/node.h') ? { ...process.env, npm_config_nodedir: '/usr' } : process.env;
  const { status } = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { stdio: 'inherit', env });
  if (status !== 0) process.exit(status ?? 1);
  mkdirSync('node_modules', { recursive: true });
  writeFileSync(STAMP, wanted);
}
