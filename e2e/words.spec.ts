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
  await page.getByRole('button', { name: 'Open a dashboard made of it' }).click();
  await expect(page.getByRole('button', { name: 'Dashboard: Shop, every morning' })).toBeVisible();
  await expect(page.getByRole('img', { name: /^ROAS of \d members as bars$/ })).toBeVisible();

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
  await lens.open(`/intake/logbook?${JUNIPER}`);
  await expect(page.getByRole('row', { name: /loose-leaf_uk campaign daily budget/ })).toContainText('82');
  // A note of one's own stands beside them, and can be taken away and brought back.
  await page.keyboard.press('n');
  await page.getByRole('textbox', { name: 'What happened' }).fill('Prices went up');
  await page.getByRole('button', { name: 'Keep it' }).press('Enter');
  const note = page.getByRole('row', { name: /^the client Prices went up/ });
  await expect(note).toBeVisible();
  await note.getByRole('button').press('Enter');
  await page.getByRole('menuitem', { name: 'Take it away' }).press('Enter');
  await expect(note).toHaveCount(0);
  await page.getByRole('button', { name: 'Bring it back' }).last().press('Enter');
  await expect(note).toBeVisible();
  await lens.accessible();
  await page.getByLabel('Find something').fill('nobody did this');
  await expect(page.getByText('Nothing of these days says that.')).toBeVisible();
});

test('what orders tell beside their value is mapped, compared and traced, also a word of one’s own', async ({ page, lens }) => {
  await lens.open(`/intake?${JUNIPER}`);
  const lines = Array.from({ length: 20 }, (_, at) => {
    const time = `2026-10-${String(at + 1).padStart(2, '0')} 11:00`;
    return `W${at},${time},40.00,8.00,${at % 10 === 0 ? '40.00' : '0'},${at % 4 ? 'new' : 'returning'},2.50`;
  });
  const headers = 'Order ID,Ordered at,Net value,VAT,Refunded,Customer,Gift wrap';
  await page.getByLabel('Files to bring in').setInputFiles(file('shop.csv', [headers, ...lines]));
  await choose(page, 'Account', 'Till · Juniper Loft Tea');
  await expect(page.getByLabel('Meaning of VAT')).toHaveValue('Tax');
  await expect(page.getByLabel('Meaning of Customer')).toHaveValue('New customers');
  await choose(page, 'Meaning of Gift wrap', 'A word of your own…');
  const dialog = page.getByRole('dialog');
  await choose(dialog, 'Its cells hold', 'money');
  await dialog.getByRole('button', { name: 'Add the word' }).click();
  await expect(dialog).toBeHidden();
  await page.getByRole('button', { name: 'Check the whole file' }).click();
  const found = page.getByRole('region', { name: 'What the check found' });
  for (const sum of ['tax £160.00', 'refunds £80.00', 'new customers 15', 'Gift wrap £50.00']) await expect(found).toContainText(sum);
  await page.getByRole('button', { name: 'Import' }).click();
  await expect(page.getByText('Imported shop.csv: 20 rows.')).toBeVisible();

  await lens.open(`/compare?${JUNIPER}&set=orders`);
  const harbor = page.getByRole('treegrid').getByRole('row', { name: /Harbor Search/ });
  await harbor
    .getByText(/^\d+\.\d+%$/)
    .first()
    .click();
  const trace = page.getByRole('complementary', { name: 'How this figure came about' });
  await expect(trace).toContainText('refunds of purchase as ordered by sale date / value of purchase as ordered by sale date');
  await lens.accessible();
  // Of the orders of the other list nobody knows how many gifts were wrapped: at least those.
  await lens.open(`/compare?${JUNIPER}&set=own`);
  await expect(page.getByRole('columnheader', { name: /^Gift wrap of purchases/ })).toBeVisible();
  await expect(page.getByRole('treegrid').getByRole('row', { name: 'Total' }).first()).toContainText('> £50.00');
});

test('what channels deliver beside spend can be compared: films, auctions, a listing', async ({ page, lens }) => {
  const kelpie = 'client=kelpie-kayak-tours&period=this-month&with=before&by=orders&on=sale';
  await lens.open(`/compare?${kelpie}&set=video`);
  const film = page.getByRole('treegrid').getByRole('row', { name: /Mark Cobble Video/ });
  await expect(film).toContainText('%');
  await lens.open(`/compare?${NORTHWALL}&set=listing&tree=surfaces&q=maps`);
  await expect(
    page
      .getByRole('treegrid')
      .getByRole('row', { name: /maps, phone/ })
      .first(),
  ).toBeVisible();
  await lens.open(`/compare?${JUNIPER}&set=auction`);
  await expect(
    page
      .getByRole('treegrid')
      .getByRole('row', { name: /Mark Harbor Search/ })
      .first(),
  ).toContainText('%');
  await lens.accessible();
});
