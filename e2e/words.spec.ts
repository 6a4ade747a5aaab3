import { choose, expect, JUNIPER, NORTHWALL, test } from './test';

test.use({ copy: 'words' });

const file = (name: string, lines: readonly string[]) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(lines.join('\n')) });

test('a file of a source nobody heard of comes in with words of its own, and they can be renamed', async ({ page, lens }) => {
  await lens.open(`/intake?${JUNIPER}`);
  await page
    .getByLabel('Files to bring in')
    .setInputFiles(
      file('postcards.csv', [
        'Day,Campaign,Cost,Shelf looks,Mood',
        '2026-10-27,JLT_postcards,12.50,40,bright',
        '2026-10-28,JLT_postcards,13.00,60,dull',
      ]),
    );
  await choose(page, 'Account', 'Wren Social · Juniper Loft Tea');
  const dialog = page.getByRole('dialog');
  await choose(page, 'Meaning of Shelf looks', 'A word of your own…');
  await expect(dialog.getByRole('textbox', { name: 'It is called' })).toHaveValue('Shelf looks');
  await dialog.getByRole('textbox', { name: 'What it means' }).fill('How often the shelf was looked at');
  await lens.accessible();
  await dialog.getByRole('button', { name: 'Add the word' }).click();
  await expect(dialog).toBeHidden();
  await choose(page, 'Meaning of Mood', 'A word of your own…');
  await dialog.getByRole('combobox', { name: 'It is', exact: true }).click();
  await page.getByRole('option', { name: /^a measure/ }).click();
  await dialog.getByRole('combobox', { name: 'Its cells hold' }).click();
  await page.getByRole('option', { name: 'a grade of an order' }).click();
  await dialog.getByLabel('Its grades, the best first').fill('bright, plain, dull');
  await dialog.getByRole('button', { name: 'Add the word' }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByLabel('Meaning of Mood')).toHaveValue('Mood');
  await page.getByRole('button', { name: 'Check the whole file' }).click();
  await expect(page.getByRole('region', { name: 'What the check found' })).toContainText('Shelf looks 100');
  await page.getByRole('button', { name: 'Import' }).click();
  await expect(page.getByText('Imported postcards.csv: 2 rows.')).toBeVisible();

  await lens.open(`/compare?${JUNIPER}&set=own&q=postcards`);
  const row = page.getByRole('row', { name: /JLT_postcards/ });
  await expect(row).toContainText('100');
  await expect(row).toContainText('bright to dull');
  await expect(page.getByRole('columnheader', { name: /^Shelf looks/ })).toBeVisible();
  await lens.accessible();

  await lens.open(`/intake/words?${JUNIPER}`);
  await page.getByRole('button', { name: 'Change Shelf looks' }).click();
  await dialog.getByRole('textbox', { name: 'It is called' }).fill('Spend');
  await expect(dialog.getByText('already a measure called “Spend”')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Save' })).toBeDisabled();
  await dialog.getByRole('textbox', { name: 'It is called' }).fill('Shelf glances');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('keeps its history')).toBeVisible();
  await lens.open(`/compare?${JUNIPER}&set=own&q=postcards`);
  await expect(page.getByRole('columnheader', { name: /^Shelf glances/ })).toBeVisible();
  await expect(row).toContainText('100');
});

test('words are found, join and vanish, and one that is in use does not', async ({ page, lens }) => {
  await lens.open(`/intake/words?${JUNIPER}`);
  const dialog = page.getByRole('dialog');
  await page.getByRole('button', { name: 'Add a word' }).click();
  await dialog.getByRole('textbox', { name: 'It is called' }).fill('Looks');
  await dialog.getByRole('button', { name: 'Add the word' }).click();
  await page.getByLabel('Find a word').fill('look');
  await expect(page.getByRole('button', { name: 'Change Looks' })).toBeVisible();
  await lens.accessible();
  await page.getByRole('button', { name: 'Join Looks with another' }).click();
  await page.getByRole('menuitem', { name: 'Engagement actions' }).click();
  await page.getByRole('button', { name: 'Join them' }).click();
  await expect(page.getByText('“Looks” is “Engagement actions” now.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Change Looks' })).toBeHidden();
});

test('pictures of ads are shown where their ads are named, and changes where they are listed', async ({ page, lens }) => {
  await lens.open(`/compare?${JUNIPER}&q=carousel`);
  const ad = page.getByRole('rowheader', { name: /six tins carousel/ }).first();
  const width = () => ad.locator('img').evaluate((image) => (image as HTMLImageElement).naturalWidth);
  await expect.poll(width).toBe(320);
  await expect(page.getByRole('rowheader', { name: 'Wren Social' }).locator('img')).toHaveCount(0);
  await lens.open(`/intake/changes?${JUNIPER}`);
  await expect(page.getByRole('row', { name: /loose-leaf_uk campaign daily budget/ })).toContainText('82');
  await page.getByLabel('Find a change').fill('nobody did this');
  await expect(page.getByText('No change of these days says that.')).toBeVisible();
});

test('what channels deliver beside spend can be compared: films, auctions, a listing', async ({ page, lens }) => {
  const kelpie = 'client=kelpie-kayak-tours&period=this-month&with=before&by=orders&on=sale';
  await lens.open(`/compare?${kelpie}&set=video`);
  const film = page.getByRole('row', { name: /Cobble Video/ });
  await expect(film).toContainText('%');
  await lens.open(`/compare?${NORTHWALL}&set=listing&tree=surfaces&q=maps`);
  await expect(page.getByRole('row', { name: /maps, phone/ }).first()).toBeVisible();
  await lens.open(`/compare?${JUNIPER}&set=auction`);
  await expect(page.getByRole('row', { name: /Harbor Search/ }).first()).toContainText('%');
  await lens.accessible();
});
