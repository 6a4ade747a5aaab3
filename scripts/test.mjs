// npm test: everything CI does. npm test -- --quick leaves out the browser.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { buildIfNeeded } from './build-if-needed.mjs';
import { install } from './install.mjs';

process.chdir(join(import.meta.dirname, '..'));
const quick = process.argv.includes('--quick');

/** A step by its name, with the seconds since the first began: what goes on beside others is told when it has ended. */
const say = (name) => console.log(`\n== ${name} (${Math.round(process.uptime())} s)`);

function step(name, command, args, env = {}) {
  say(name);
  const { status } = spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, NODE_NO_WARNINGS: '1', ...env } });
  if (status !== 0) {
    console.error(`\n${name} failed.`);
    process.exit(status ?? 1);
  }
}

/** Goes on beside what comes next, and is told when it has ended: what it says then stands together. */
function beside(name, command, args, env = {}) {
  const child = spawn(command, args, { env: { ...process.env, NODE_NO_WARNINGS: '1', ...env } });
  process.once('exit', () => child.kill('SIGTERM'));
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
  return new Promise((resolve) => {
    child.once('close', (status) => {
      say(name);
      process.stdout.write(said);
      if (status === 0) return resolve();
      console.error(`\n${name} failed.`);
      process.exit(status ?? 1);
    });
  });
}

/** Debian's browser, fetched while packages are installed. */
function ensureBrowser() {
  if (existsSync('/usr/bin/chromium')) return Promise.resolve();
  const isRoot = process.getuid?.() === 0;
  if (!isRoot || !existsSync('/usr/bin/apt-get')) {
    console.error(
      'The browser tests need Debian’s chromium at /usr/bin/chromium. Install it (apt-get install chromium), or run npm test -- --quick.',
    );
    process.exit(1);
  }
  const commands = 'apt-get update -qq && apt-get install -y -qq --no-install-recommends chromium';
  return beside('install chromium', 'sh', ['-c', commands], { DEBIAN_FRONTEND: 'noninteractive' });
}

/** Loading the demonstration takes minutes and leaves the machine half idle, so it goes on beside the other tests. */
function makeDemo() {
  const child = spawn(bin('tsx'), ['e2e/make-demo.ts'], { stdio: ['ignore', 'inherit', 'inherit'] });
  process.once('exit', () => child.kill('SIGTERM'));
  return new Promise((resolve) => {
    child.once('exit', (status) => {
      if (status === 0) return resolve();
      console.error('\nThe demonstration for the browser tests could not be made.');
      process.exit(1);
    });
  });
}

const browser = quick ? Promise.resolve() : ensureBrowser();
const compiled = install();
const bin = (name) => join('node_modules/.bin', name);
const checked = [
  beside('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']),
  beside('types', bin('tsc'), ['-p', 'tsconfig.json', '--noEmit']),
  beside('types of the web tests', bin('tsc'), ['-p', 'web/tsconfig.spec.json', '--noEmit']),
  browser,
];
buildIfNeeded();
await Promise.all(checked);
const demoMade = quick ? undefined : compiled.then(makeDemo);
step('lint', bin('eslint'), ['.']);
await compiled;
step('unit and API tests', process.execPath, ['--experimental-vm-modules', 'node_modules/jest/bin/jest.js'], { LENS_BUILT: 'yes' });
if (demoMade) {
  await demoMade;
  step('browser tests', bin('playwright'), ['test', '-c', 'e2e/playwright.config.ts']);
}
