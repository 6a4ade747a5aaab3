// npm test: everything CI does. npm test -- --quick leaves out the browser.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { buildIfNeeded } from './build-if-needed.mjs';
import { install } from './install.mjs';

process.chdir(join(import.meta.dirname, '..'));
const quick = process.argv.includes('--quick');

/** A step by its name, with the seconds since the first began: what goes on beside others is told when it has ended. */
const say = (name) => console.log(`\n== ${name} (${Math.round(process.uptime())} s)`);

/** Runs a command beside whatever else goes on; ends all of it where it fails. Its output comes as it is written, or together once it has ended. */
function run(name, command, args, { env = {}, isTogether = true } = {}) {
  if (!isTogether) say(name);
  const stdio = isTogether ? 'pipe' : ['ignore', 'inherit', 'inherit'];
  const child = spawn(command, args, { stdio, env: { ...process.env, NODE_NO_WARNINGS: '1', ...env } });
  process.once('exit', () => child.kill('SIGTERM'));
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (text) => (said += text));
  return new Promise((resolve) => {
    child.once('close', (status) => {
      if (isTogether) say(name);
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
  return run('install chromium', 'sh', ['-c', commands], { env: { DEBIAN_FRONTEND: 'noninteractive' } });
}

const browser = quick ? Promise.resolve() : ensureBrowser();
const compiled = install();
const bin = (name) => join('node_modules/.bin', name);
const checked = [
  run('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']),
  run('types', bin('tsc'), ['-p', 'tsconfig.json', '--noEmit']),
  run('types of the web tests', bin('tsc'), ['-p', 'web/tsconfig.spec.json', '--noEmit']),
  browser,
];
buildIfNeeded();
await Promise.all(checked);

await compiled;
// Loading the demonstration takes minutes and leaves the machine half idle, so it goes on beside the other tests.
const demonstration = quick ? Promise.resolve() : run('demonstration', bin('tsx'), ['e2e/make-demo.ts']);
const jest = ['--experimental-vm-modules', 'node_modules/jest/bin/jest.js'];
await run('unit and API tests', process.execPath, jest, { env: { LENS_BUILT: 'yes' }, isTogether: false });
await demonstration;
// Browser tests mostly wait.
const linted = run('lint', bin('eslint'), ['.']);
if (!quick) await run('browser tests', bin('playwright'), ['test', '-c', 'e2e/playwright.config.ts'], { isTogether: false });
await linted;
