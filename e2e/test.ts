import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { cpSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Running, removeFolder, startMarket, startServer } from '../server/test/harness';
import { DEMO_FOLDER, KEY_FILE } from './demo-folder';

interface Lens {
  /** Opens a path of the running application. */
  open(path: string): Promise<void>;
  /** Fails on any accessibility violation of the page, or of a part of it, as it is now. */
  accessible(part?: string): Promise<void>;
  /** Ends the server and starts it again on the same data. */
  restart(): Promise<void>;
  /** Address of the market, the outside world. */
  readonly market: string;
}

interface Server {
  running: Running;
  readonly market: Running;
  readonly folder: string;
}

/** Each worker has its own server on its own copy of the demonstration, and so has each file that names one. */
export const test = base.extend<{ lens: Lens }, { server: Server; copy: string }>({
  // Files that name a copy of their own do not meet what others have changed.
  copy: ['', { scope: 'worker', option: true }],
  server: [
    async ({}, use) => {
      const folder = mkdtempSync(join(tmpdir(), 'lens-e2e-'));
      cpSync(DEMO_FOLDER, folder, { recursive: true });
      cpSync(KEY_FILE, `${folder}.key`);
      const market = await startMarket(join(folder, 'market'));
      const server: Server = { running: await startServer(folder, market.address), market, folder };
      await use(server);
      await server.running.stop();
      await market.stop();
      removeFolder(folder);
    },
    { scope: 'worker' },
  ],
  lens: async ({ page, server }, use) => {
    const complaints = watch(page, () => server.running.address);
    await use({
      market: server.market.address,
      open: async (path) => {
        await page.goto(server.running.address + path);
      },
      accessible: async (part) => {
        // What waits for its answer is dimmed, and is itself again when that is there.
        await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
        await page.evaluate(() =>
          Promise.all(
            document
              .getAnimations()
              .filter(({ effect }) => effect?.getComputedTiming().endTime !== Infinity)
              .map(({ finished }) => finished.catch(() => undefined)),
          ),
        );
        // No page has frames, and what passes is not read: so it takes a third of the time.
        const whole = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
        const { violations } = await (part ? whole.include(part) : whole).analyze();
        expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`)).toEqual([]);
      },
      restart: async () => {
        await server.running.stop();
        server.running = await startServer(server.folder, server.market.address);
      },
    });
    expect(complaints).toEqual([]);
  },
});

/** Collects what must not happen: console errors, failed requests, anything that leaves the machine. */
function watch(page: Page, address: () => string): string[] {
  const complaints: string[] = [];
  // A refused request is logged by the browser as an error; those are judged by their status below.
  page.on('console', (message) => {
    if (message.type() === 'error' && !message.text().startsWith('Failed to load resource')) complaints.push(`console: ${message.text()}`);
  });
  page.on('pageerror', (error) => complaints.push(`page: ${error.message}`));
  page.on('request', (request) => {
    if (!request.url().startsWith(address()) && !request.url().startsWith('data:')) complaints.push(`left the machine: ${request.url()}`);
  });
  page.on('response', (response) => {
    if (response.status() >= 500) complaints.push(`${response.status()} ${response.url()}`);
  });
  return complaints;
}

/** Chooses in a field, by what it and the choice are called. */
export async function choose(where: Page | Locator, field: string | RegExp, option: string): Promise<void> {
  const page = 'page' in where ? where.page() : where;
  const box = where.getByRole('combobox', { name: field, exact: true });
  await box.click();
  await page.getByRole('option', { name: option, exact: true }).click();
}

/** Marks a row of a table: the mark is in the address, and on the screen a moment later. */
export async function mark(where: Page | Locator, name: string): Promise<void> {
  const box = where.getByRole('checkbox', { name: `Mark ${name}` });
  await box.click();
  await expect(box).toHaveAttribute('aria-checked', 'true');
}

/** Chooses in a menu what saves a file. Resolves with its name and what is in it. */
export async function saved(page: Page, menu: string, item: string): Promise<{ name: string; text: string }> {
  await page.getByRole('button', { name: menu }).click();
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name: item, exact: true }).click()]);
  return { name: file.suggestedFilename(), text: readFileSync(await file.path(), 'latin1') };
}

/** Adds a step that shapes the table of a file. */
export async function addStep(page: Page, step: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a step' }).click();
  await page.getByRole('menuitem', { name: step, exact: true }).click();
}

export { expect };
export const JUNIPER = 'client=juniper-loft-tea&period=this-month&with=before&by=orders&on=sale';
export const NORTHWALL = 'client=northwall-climbing&period=this-month&with=before&by=orders&on=sale';
export const POCKET = 'client=pocket-orchard&period=this-month&with=before&by=orders&on=sale';
