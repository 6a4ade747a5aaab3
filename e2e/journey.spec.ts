import { readFileSync } from 'node:fs';
import { choose, expect, JUNIPER, test, mark } from './test';

test.use({ copy: 'journey' });

/** The whole job once, as a new user would do it. */
test('from the client to the change sheet', async ({ page, lens }) => {
  await test.step('clients: each against its target', async () => {
    await lens.open('/');
    await expect(page.getByRole('heading', { name: 'How do the clients stand this month?' })).toBeVisible();
    await expect(page.getByRole('img', { name: /% of the target met/ })).toHaveCount(4);
    await expect(page.getByText('spent of £18,000')).toBeVisible();
    await lens.accessible();
    await page.getByRole('link', { name: 'Juniper Loft Tea' }).click();
  });

  await test.step('focus: the sentence says and changes what is looked at', async () => {
    const sentence = page.getByRole('group', { name: 'What is being looked at' });
    await expect(sentence).toContainText('31 Oct 2026 is unfinished and left out');
    await sentence.getByRole('button', { name: /^Date basis/ }).click();
    await page.getByRole('option', { name: /By click date/ }).click();
    await expect(sentence).toContainText(/\d+% of sales have arrived/);
    await expect(page).toHaveURL(/on=click/);
    await page.reload();
    await expect(sentence.getByRole('button', { name: /^Date basis/ })).toHaveText('by click date');
    await page.goBack();
    await expect(sentence.getByRole('button', { name: /^Date basis/ })).toHaveText('by sale date');
  });

  await test.step('intake: the feeds, and a file of one’s own', async () => {
    await page.getByRole('link', { name: 'Intake 1 serious' }).click();
    await expect(page.getByRole('row', { name: /Harbor Search · Device by hour/ })).toContainText('campaign × device × hour × day');
    const rows = [
      'Day;Campaign;Clicks;Cost;Orders',
      '28/10/2026;loyalty letter;40;12,50;3',
      '29/10/2026;loyalty letter;44;13,00;1',
      '29/10/2026;broken;x;1,00;0',
    ];
    await page
      .getByLabel('Files to bring in')
      .setInputFiles({ name: 'letter.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) });
    await expect(page.getByRole('heading', { name: 'What do the columns of letter.csv mean?' })).toBeVisible();
    await expect(page.getByLabel('Meaning of Orders')).toHaveValue('Purchases, by click date');
    await choose(page, 'Account', 'A new account…');
    await page.getByLabel('Channel name').fill('Saltpost');
    await choose(page, 'Kind', 'e-mail');
    await page.getByLabel('Account name').fill('Tea letters');
    await lens.accessible();
    await page.getByRole('button', { name: 'Check the whole file' }).click();
    const found = page.getByRole('region', { name: 'What the check found' });
    await expect(found).toContainText('2 rows can be imported');
    await expect(found.getByRole('row', { name: /4 Clicks/ })).toContainText('“x” is not a number');
    await page.getByRole('button', { name: 'Import', exact: true }).click();
    await expect(page.getByRole('row', { name: /Saltpost · letter/ })).toContainText(/28\s–\s29 Oct 2026/);
  });

  await test.step('compare: members, change, chart, filter', async () => {
    await page.getByRole('link', { name: 'Compare', exact: true }).click();
    const table = page.getByRole('treegrid', { name: 'Comparison' });
    await expect(table.getByRole('row', { name: /Mark Total/ })).toBeVisible();
    await expect(table.getByRole('row', { name: /loyalty letter/ })).toContainText('£25.50');
    await expect(table.getByRole('rowheader', { name: 'Wren Social' })).toBeVisible();
    await expect(table.getByRole('row', { name: /Not matched to a campaign/ })).toContainText('not measured');
    await table.getByRole('button', { name: 'Open JLT_search_new_gifts_uk' }).click();
    await table.getByRole('button', { name: 'Open tea gifts' }).click();
    await expect(table.getByRole('row', { name: /The tea lover’s box/ })).toBeVisible();
    await mark(table, 'JLT_search_new_gifts_uk');
    await expect(page.getByRole('img', { name: /Spend of \d+ members over 30 days/ })).toBeVisible();
    await table.getByRole('button', { name: 'ROAS' }).click();
    await expect(table.getByRole('columnheader', { name: /ROAS/ })).toHaveAttribute('aria-sort', 'descending');
    await lens.accessible();
    await page.getByRole('button', { name: /^Say more/ }).click();
    await page.getByRole('option', { name: /^named/ }).click();
    await page.getByRole('searchbox', { name: 'Only members named' }).fill('carousel');
    await page.keyboard.press('Enter');
    await expect(table.getByRole('rowheader', { name: 'Shown' })).toBeVisible();
    await expect(table.getByRole('row', { name: /gifts/ })).toHaveCount(0);
    await page.getByRole('searchbox', { name: 'Only members named' }).fill('');
    await page.keyboard.press('Enter');
  });

  await test.step('trace: a figure down to its files', async () => {
    const table = page.getByRole('treegrid', { name: 'Comparison' });
    await table
      .getByRole('row', { name: /JLT_search_new_loose-leaf_uk\b/ })
      .getByRole('gridcell')
      .nth(13)
      .click();
    const trace = page.getByRole('complementary', { name: 'How this figure came about' });
    await expect(trace).toContainText('value of purchase as ordered by sale date / spend');
    await expect(trace).toContainText('till_till_2025-09-01_2026-10-30.csv');
    await expect(trace).toContainText(/from \d+ rows/);
    await lens.accessible();
    await page.keyboard.press('Escape');
    await expect(trace).toBeHidden();
  });

  await test.step('export: the table as it stands', async () => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Export' }).click();
    await page.getByRole('menuitem', { name: 'CSV', exact: true }).click();
    const csv = readFileSync(await (await download).path(), 'utf8');
    expect(csv.split('\r\n')[0]).toContain('ROAS, change');
    expect(csv).toContain('Not matched to a campaign,not measured');
  });

  await test.step('targets: edited and kept', async () => {
    await page.getByRole('link', { name: 'Clients', exact: true }).click();
    await page.getByRole('listitem').filter({ hasText: 'Juniper Loft Tea' }).getByRole('link', { name: 'Targets and budget' }).click();
    await page.getByRole('spinbutton', { name: 'Monthly budget' }).fill('17500');
    await lens.accessible();
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Saved. Every screen uses it from now on.')).toBeVisible();
    await page.reload();
    await expect(page.getByRole('spinbutton', { name: 'Monthly budget' })).toHaveValue('17500');
  });

  await test.step('audit: supported and undecided, a move accepted and one dismissed', async () => {
    await page.getByRole('link', { name: 'Audit', exact: true }).click();
    const gifts = page.getByRole('article', { name: 'JLT_search_new_gifts_uk', exact: true });
    await expect(gifts).toContainText('break-even ROAS 2.17');
    await expect(gifts).toContainText('£74.00 → £59.20');
    await lens.accessible();
    await gifts.getByRole('button', { name: /^Accept/ }).click();
    await expect(gifts).toContainText('Accepted');
    // It stands with its campaign; looked for by its name it stands alone.
    await page.getByRole('textbox', { name: 'Find in findings' }).fill('sampler kitchen');
    const poster = page.getByRole('article', { name: 'sampler poster, kitchen' });
    await expect(poster).toContainText('without one checkout');
    await poster.getByRole('button', { name: /^Dismiss/ }).click();
    await page.getByLabel('Reason').fill('New artwork arrives on Monday');
    await page.getByRole('dialog').getByRole('button', { name: 'Dismiss' }).click();
    await expect(poster).toContainText('New artwork arrives on Monday');
  });

  await test.step('moves: kept over a restart, and out on the change sheet', async () => {
    await lens.restart();
    await lens.open(`/moves?${JUNIPER}`);
    await expect(page.getByRole('row', { name: /JLT_search_new_gifts_uk/ })).toContainText('£74.00 → £59.20');
    await expect(page.getByRole('row', { name: /sampler poster/ })).toContainText('New artwork arrives on Monday');
    await expect(page.getByRole('row', { name: /sampler poster/ }).locator('img')).toBeVisible();
    await expect(page.getByRole('complementary', { name: 'Accepted moves' })).toContainText('1 move accepted for Juniper Loft Tea');
    await lens.accessible();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Change sheet' }).click();
    await page.getByRole('menuitem', { name: 'A table (CSV)' }).click();
    const lines = readFileSync(await (await download).path(), 'utf8')
      .trim()
      .split('\r\n');
    expect(lines[0]).toBe('channel,account,level,id,name,field,of,old,new,reason');
    expect(lines).toHaveLength(2);
    expect(lines[1]).toMatch(/^Harbor Search,Juniper Loft Tea,campaign,HB-1104,JLT_search_new_gifts_uk,daily budget,,74\.00,59\.20,/);
  });
});
