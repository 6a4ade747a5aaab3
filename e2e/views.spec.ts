import type { Page } from '@playwright/test';
import { choose, expect, JUNIPER, saved, test } from './test';

test.use({ copy: 'views' });

/** Chooses in a phrase of a sentence. */
async function pick(page: Page, phrase: string, choice: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${phrase}: `) }).click();
  await page
    .getByRole('dialog', { name: phrase })
    .getByRole('option', { name: new RegExp(`^${choice}\\b`) })
    .click();
}

test('a question is kept, opened for another client, taken away and brought back', async ({ page, lens }) => {
  const list = (name: string) => page.getByRole('list', { name });
  const table = page.getByRole('treegrid', { name: 'Comparison' });

  await test.step('the views that are there say what a client lacks', async () => {
    await lens.open(`/compare/views?${JUNIPER}`);
    const everybody = list('There for everybody');
    await expect(everybody.getByRole('listitem').filter({ hasText: 'Local listing: phrases' })).toContainText('Nothing tells its phrase.');
    await lens.accessible();
    await page.getByRole('searchbox', { name: 'Find a view' }).fill('device phones');
    await expect(everybody.getByRole('listitem')).toHaveCount(1);
    await everybody.getByRole('link', { name: 'Devices' }).click();
    await expect(table.getByRole('row', { name: /Mark phone/ })).toBeVisible();
    await expect(page.getByRole('img', { name: /^Spend of \d members as bars/ })).toBeVisible();
  });

  await test.step('asked otherwise, it is kept under a name of its own', async () => {
    await pick(page, 'Picture', 'a ring of shares');
    await expect(page.getByText('asked otherwise by now')).toBeVisible();
    await page.getByRole('button', { name: 'Views' }).click();
    await page.getByRole('menuitem', { name: 'Keep this question…' }).click();
    await page.getByRole('textbox', { name: 'It is called' }).fill('Phones as a ring');
    await choose(page, 'For', 'all clients of the agency');
    await page.getByRole('checkbox', { name: /^this month/ }).check();
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.locator('ul-view-menu')).toContainText('Phones as a ring');
    await expect(page.getByText('asked otherwise by now')).toHaveCount(0);
    await expect(page).toHaveURL(/view=own-view-/);
  });

  await test.step('it goes on a dashboard', async () => {
    await page.getByRole('button', { name: 'Views' }).click();
    await page.getByRole('menuitem', { name: 'Put it on a dashboard' }).click();
    await page.getByRole('menuitem', { name: 'A new one' }).click();
    await page.getByRole('button', { name: 'Look' }).click();
    await expect(page.getByRole('button', { name: 'Dashboard: Juniper Loft Tea, my pictures' })).toBeVisible();
    await expect(page.getByRole('img', { name: /as shares of all of it$/ })).toBeVisible();
    await page.goBack();
    await expect(page.locator('ul-view-menu')).toContainText('Phones as a ring');
    await page.getByRole('main').press('d');
    await expect(page.getByText('It is on “Juniper Loft Tea, my pictures” now.')).toBeVisible();
  });

  await test.step('it is starred, and asked of the next client in its own words', async () => {
    await page.getByRole('button', { name: 'Views' }).click();
    await page.getByRole('menuitem', { name: 'All views' }).click();
    await page.getByRole('button', { name: 'Star Phones as a ring' }).click();
    await expect(list('Starred').getByRole('listitem')).toContainText('Phones as a ring');
    await page.getByRole('button', { name: 'More of Phones as a ring' }).click();
    await page.getByRole('menuitem', { name: 'Open it for Kelpie Kayak Tours' }).click();
    await expect(page).toHaveURL(/client=kelpie-kayak-tours/);
    await expect(table.getByRole('columnheader')).toContainText(['Member', 'Bookings']);
  });

  await test.step('taken away, it can be brought back', async () => {
    await lens.open(`/compare/views?${JUNIPER}`);
    await page.getByRole('button', { name: 'More of Phones as a ring' }).click();
    await page.getByRole('menuitem', { name: 'Take it away' }).click();
    await expect(list('Taken away in the last 30 days')).toContainText('Phones as a ring');
    await list('Taken away in the last 30 days').getByRole('button', { name: 'Bring it back' }).click();
    await expect(list('Starred')).toContainText('Phones as a ring');
  });

  await test.step('what it was before is shown, and made so again', async () => {
    const more = async (item: string) => {
      await page.getByRole('button', { name: /^More of Phones/ }).click();
      await page.getByRole('menuitem', { name: item }).click();
    };
    await more('Change its name or what it keeps…');
    await page.getByRole('textbox', { name: 'It is called' }).fill('Phones, renamed');
    await page.getByRole('textbox', { name: 'Why it changes' }).fill('a better name');
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(list('Starred')).toContainText('Phones, renamed');
    await more('What it was before…');
    const versions = page.getByRole('list', { name: 'Versions, the newest first' });
    await expect(versions.getByRole('listitem')).toContainText([
      /a better name.*Phones, renamed/s,
      /brought back/,
      /taken away/,
      /Phones as a ring/,
    ]);
    await lens.accessible();
    await versions.getByRole('listitem').last().getByRole('button', { name: 'Make it so again' }).click();
    await expect(list('Starred')).toContainText('Phones as a ring');
    await page.getByRole('main').press('Control+z');
    await expect(list('Starred')).toContainText('Phones, renamed');
  });
});

test('one question, many pictures: each can be read, and leads to its trace', async ({ page, lens }) => {
  await lens.open(`/compare?${JUNIPER}`);
  const pictures: readonly (readonly [choice: string, says: RegExp])[] = [
    ['stacked bars', /^Spend of \d members over \d+ days$/],
    ['small lines', /^Spend of Harbor Search over \d+ days$/],
    ['one figure', /^Spend of 1 members over \d+ days$/],
    ['bars', /^Spend of \d members as bars$/],
    ['a ring of shares', /^Spend of \d members as shares of all of it$/],
    ['points', /^ROAS against spend of \d members/],
  ];
  for (const [choice, says] of pictures) {
    await pick(page, 'Picture', choice);
    await expect(page.getByRole('img', { name: says }).first()).toBeVisible();
  }
  await lens.accessible('.strip');
  await test.step('one is taken along: as a file, and to be pasted', async () => {
    const { name, text } = await saved(page, 'Take it along', 'Save it as SVG');
    expect([name, text]).toEqual(['Spend by channel.svg', expect.stringContaining('<title>Spend by channel</title>')]);
    await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
    await page.getByRole('button', { name: 'Take it along' }).click();
    await page.getByRole('menuitem', { name: 'Copy the picture' }).click();
    await expect(page.getByText('The picture is copied: paste it anywhere.')).toBeVisible();
    const copied = await page.evaluate(async () => (await navigator.clipboard.read()).flatMap(({ types }) => types));
    expect(copied).toEqual(['image/png']);
  });
  await test.step('some need what is not there, and say so', async () => {
    await pick(page, 'Picture', 'a grid');
    await expect(page.getByText('A grid needs something in columns')).toBeVisible();
    await pick(page, 'Picture', 'a ring of shares');
    await pick(page, 'Metric in the chart', 'CPA');
    await expect(page.getByText('does not add up to that of all of them')).toBeVisible();
  });
  await test.step('the way to a result and cards', async () => {
    await pick(page, 'Picture', 'the way to a result');
    await expect(page.locator('ul-steps').getByRole('listitem')).toContainText([/Impressions/, /1\.\d\d% ↓\s*Clicks/]);
    await pick(page, 'Picture', 'cards');
    await page.locator('ul-cards').getByRole('button').first().click();
    await expect(page.locator('ul-trace-drawer')).toContainText('Formula');
    await lens.accessible('.strip');
  });
  await test.step('a bar leads to its trace', async () => {
    await pick(page, 'Picture', 'bars');
    await page.getByRole('img', { name: /^CPA of \d members as bars$/ }).click({ position: { x: 160, y: 12 } });
    await expect(page.locator('ul-trace-drawer')).toContainText('spend / count of purchase');
  });
});
