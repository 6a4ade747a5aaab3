import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createInterface } from 'node:readline';

export const DEMO_FOLDER = '.build/e2e-demo';
/** The key of its tokens, which is never in the data folder. */
export const KEY_FILE = `${DEMO_FOLDER}.key`;
const STAMP = `${DEMO_FOLDER}/loaded-by`;

/** Makes a data folder with the demonstration, the way npm start does; kept while the build stays the same. */
export default async function makeDemoFolder(): Promise<void> {
  const build = existsSync('dist/.built') ? readFileSync('dist/.built', 'utf8') : '';
  if (build !== '' && existsSync(STAMP) && readFileSync(STAMP, 'utf8') === build) return;
  rmSync(DEMO_FOLDER, { recursive: true, force: true });
  const start = spawn(process.execPath, ['scripts/start.mjs', '--port', '0', '--market-port', '0', '--data', DEMO_FOLDER], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, LENS_KEY_FILE: KEY_FILE },
  });
  process.once('SIGTERM', () => {
    start.kill('SIGTERM');
    process.exit(1);
  });
  await new Promise<void>((resolve, reject) => {
    createInterface({ input: start.stdout }).on('line', (line) => {
      if (line.includes('Stop with')) resolve();
    });
    start.once('exit', (code) => reject(new Error(`The demonstration ended with ${code}`)));
  });
  const ended = new Promise((resolve) => start.once('close', resolve));
  start.kill('SIGTERM');
  await ended;
  writeFileSync(STAMP, readFileSync('dist/.built', 'utf8'));
}
