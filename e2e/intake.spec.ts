import { addStep, choose, expect, JUNIPER, POCKET, test } from './test';

test.use({ copy: 'intake' });

const file = (name: string, lines: readonly string[]) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(lines.join('\n')) });

test('names are described, a broken one corrected, and Compare shows what they tell', async ({ page, lens }) => {
  await lens.open(`/intake/names?${JUNIPER}`);
  await page.getByRole('button', { name: /^Campaign names/ }).click();
  await choose(page, 'What part 4 tells', 'theme');
  await expect(page.getByText(/Of the campaign names 3 break it/)).toBeVisible();
  await page.getByRole('button', { name: 'Correct sponsored: tins' }).click();
  await page.getByRole('group', { name: 'Correction 1' }).getByLabel('theme').fill('tins');
  await page.keyboard.press('Tab');
  await expect(page.getByText(/2 break it .*, 1 are corrected/)).toBeVisible();
  await lens.accessible();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Compare can show what names tell')).toBeVisible();
  // Somebody else stores others, from another screen.
  const naming = `${new URL(page.url()).origin}/api/clients/juniper-loft-tea/naming`;
  const { version } = (await (await page.request.get(naming)).json()) as { version: number };
  await page.request.put(naming, { data: { conventions: [], rules: [], seen: version, by: 'Ana' } });
  await page.getByRole('group', { name: 'Correction 1' }).getByLabel('theme').fill('tins and boxes');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toContainText('Ana has changed it');
  await lens.accessible();
  await page.getByRole('button', { name: 'Look at theirs' }).click();
  await expect(page.getByRole('group', { name: 'Correction 1' })).toHaveCount(0);
  await page.getByRole('button', { name: 'What it was before…' }).click();
  const versions = page.getByRole('list', { name: 'Versions, the newest first' }).getByRole('listitem');
  await expect(versions.first()).toContainText('Ana');
  await lens.accessible();
  await versions.nth(1).getByRole('button', { name: 'Put it in' }).click();
  await expect(page.getByRole('group', { name: 'Correction 1' }).getByLabel('theme')).toHaveValue('tins');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Compare can show what names tell')).toBeVisible();
  await lens.open(`/compare?${JUNIPER}`);
  const total = page.getByRole('treegrid').getByRole('row', { name: /^Mark Total|^Total/ });
  const before = await total.innerText();
  await page.getByRole('button', { name: 'Then by: campaign' }).click();
  await page.getByRole('option', { name: /^theme in the name/ }).click();
  await expect(page.getByRole('rowheader', { name: /loose-leaf/ }).first()).toBeVisible();
  await expect(page.getByRole('rowheader', { name: /tins/ })).toBeVisible();
  expect(await total.innerText()).toBe(before);
});

test('keys are tried before they are saved, and sums stay the same', async ({ page, lens }) => {
  await lens.open(`/intake/matching?${JUNIPER}`);
  const made = page.getByRole('region', { name: 'What the keys make of the period' });
  const all = made.getByRole('row', { name: /^All before, and all after/ });
  await expect(all).toBeVisible();
  const before = await all.innerText();
  await page.getByRole('button', { name: 'Remove key 1' }).click();
  await expect(made.getByRole('row', { name: /^ad tag is/ })).toHaveCount(0);
  expect(await all.innerText()).toBe(before);
  await expect(made).toContainText('no tag at all');
  await page.getByRole('button', { name: 'Add a key' }).click();
  await choose(page, 'What key 2 compares with', 'part of the name');
  await expect(page.getByText('Key 2: choose the part of the name.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
  await lens.accessible();
});

test('spellings of sources are sorted, and what falls through is told', async ({ page, lens }) => {
  await lens.open(`/intake/sources?${POCKET}`);
  await expect(page.getByText(/visits fall through, 100.0%/)).toBeVisible();
  await page.getByRole('button', { name: 'Begin with the names of the channels' }).click();
  await expect(page.getByText(/visits fall through, 3\d/)).toBeVisible();
  await page.getByRole('button', { name: 'Add a rule for letter' }).click();
  await page.getByLabel('Channel of rule 7').fill('Larkmail');
  await page.keyboard.press('Tab');
  await expect(page.getByText(/visits fall through, 1\d/)).toBeVisible();
  await page.getByRole('button', { name: 'Remove rule 6' }).press('Enter');
  await expect(page.getByLabel('Channel of rule 7')).toHaveCount(0);
  await page.getByRole('main').press('Control+z');
  await expect(page.getByLabel('Channel of rule 7')).toHaveValue('Larkmail');
  await lens.accessible();
  await page.getByRole('button', { name: 'Save' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/visits fall through, 100.0%/)).toBeVisible();
  await page.getByRole('button', { name: 'Begin with the names of the channels' }).click();
  await page.getByRole('button', { name: 'Add a rule for letter' }).click();
  await page.getByLabel('Channel of rule 7').fill('Larkmail');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Save' }).click();
  await lens.open(`/intake/sources?${POCKET}`);
  await expect(page.getByLabel('Channel of rule 7')).toHaveValue('Larkmail');
});

test('lots are told with what came of them, and one is added by hand', async ({ page, lens }) => {
  await lens.open(`/intake/lots?${POCKET}`);
  await expect(page.getByRole('row', { name: /^All lots/ })).toContainText('$560.00');
  await expect(page.getByText(/of its sales have arrived/).first()).toBeVisible();
  await lens.accessible();
  await page.getByRole('button', { name: 'Add a lot by hand' }).click();
  const dialog = page.getByRole('dialog');
  await choose(dialog, 'Account', 'Larkmail · Pocket Orchard, USD');
  await dialog.getByLabel('Seller', { exact: true }).fill('Seed Post');
  await dialog.getByLabel('Its number').fill('SP-1');
  await dialog.getByLabel('Day it is sent or begins').fill('2026-10-12');
  await dialog.getByLabel('Price').fill('90');
  await dialog.getByLabel('Tracked link').fill('https://pocket-orchard.example/?lot=SP-1');
  await dialog.getByRole('button', { name: 'Add the lot' }).click();
  await expect(page.getByText('Lot SP-1 is there.')).toBeVisible();
  await expect(page.getByRole('row', { name: /^All lots/ })).toContainText('$650.00');
  await page.getByRole('button', { name: 'Seed Post' }).click();
  await expect(page.getByRole('row', { name: /^SP-1/ })).toHaveCount(0);
});

test('any question can be asked as known on a past day', async ({ page, lens }) => {
  await lens.open(`/compare?${POCKET}&known=2026-10-01`);
  await expect(page.getByText('as known on 1 Oct 2026').or(page.getByText('as known on Oct 1, 2026'))).toBeVisible();
  const total = page.getByRole('treegrid').getByRole('row', { name: /Total/ });
  await expect(total).toContainText('not measured');
  await page.getByRole('button', { name: /^Known/ }).click();
  await page.getByRole('button', { name: 'As it is known now' }).click();
  await expect(total).toContainText('$');
  await lens.accessible();
});

test('a file is shaped step by step, shown at each, and its next file the same', async ({ page, lens }) => {
  await lens.open(`/intake?${JUNIPER}`);
  const lines = (day: string) => [
    'Name,Metric,Amount,Day',
    `JLT_letters,Spend,12.50,${day}`,
    `JLT_letters,Clicks,40,${day}`,
    `internal test,Spend,0.10,${day}`,
  ];
  await page.getByLabel('Files to bring in').setInputFiles(file('long.csv', lines('2026-10-20')));
  // Chosen first, it stays chosen however the table is shaped.
  await choose(page, 'Account', 'Larkmail · Juniper Loft Tea');
  await addStep(page, 'Turn names in rows into columns');
  await choose(page, 'Column of the names', 'Metric');
  await expect(page.getByLabel('Names', { exact: true })).toHaveValue('Spend, Clicks');
  await choose(page, 'Column of the values', 'Amount');
  await expect(page.getByRole('rowheader', { name: 'Clicks', exact: true })).toBeVisible();
  await addStep(page, 'Keep rows where …');
  await expect(page.getByText('Choose a column.', { exact: true })).toBeVisible();
  await choose(page, 'Column', 'Name');
  await choose(page, 'Test', 'does not contain');
  await page.getByLabel('Text', { exact: true }).fill('internal');
  await page.keyboard.press('Tab');
  await expect(page.getByText('keeps 2 of the first 3 rows')).toBeVisible();
  await page.getByRole('button', { name: 'Move step 2 up' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: '1. Keep rows' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: '2. Keep rows' })).toBeVisible();
  await lens.accessible();
  await choose(page, 'Meaning of Name', 'Campaign');
  await page.getByRole('button', { name: 'Check the whole file' }).click();
  const found = page.getByRole('region', { name: 'What the check found' });
  await expect(found).toContainText('1 row can be imported');
  await expect(found).toContainText('1 row is left out by “Keep rows where “Name” does not contain “internal””');
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  await expect(page.getByText('Imported long.csv: 1 row.')).toBeVisible();
  await page.getByLabel('Files to bring in').setInputFiles(file('long 2.csv', lines('2026-10-21')));
  await expect(page.getByText('Kept with the feed')).toBeVisible();
  await expect(page.getByLabel('Feed', { exact: true })).toHaveValue('long');
});
