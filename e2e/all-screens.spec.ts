import { choose, expect, JUNIPER, NORTHWALL, POCKET, test } from './test';

test.use({ copy: 'screens' });

const SCREENS = [
  '/clients',
  '/intake',
  '/intake/names',
  '/intake/matching',
  '/intake/sources',
  '/intake/lots',
  '/intake/words',
  '/intake/logbook',
  '/compare',
  '/compare/views',
  '/dashboards',
  '/dashboards/frozen',
  '/attribution',
  '/audit',
  '/audit/all',
  '/moves',
  '/moves/plan',
  '/moves/rules',
  '/moves/results',
  '/targets',
];

// 640 is 1280 at 200 % zoom.
const WIDTHS = [640, 1024, 1920];

test('nothing scrolls sideways, however wide the screen is', async ({ page, lens }) => {
  for (const screen of SCREENS) {
    await lens.open(`${screen}?${JUNIPER}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
    for (const width of WIDTHS) {
      await page.setViewportSize({ width, height: 900 });
      await expect
        .poll(() => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), {
          message: `${screen} at ${width}`,
          timeout: 30_000,
        })
        .toBe(0);
    }
  }
});

test('dark paper is as readable as light', async ({ page, lens }) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  for (const screen of SCREENS) {
    await lens.open(`${screen}?${NORTHWALL}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
    await lens.accessible();
  }
});

test('what opens over a screen is as readable, on light paper and on dark', async ({ page, lens }) => {
  const opened = async (panel: string, open: () => Promise<unknown>) => {
    await open();
    await expect(page.locator(panel).last()).toBeVisible();
    for (const colorScheme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme });
      await lens.accessible('.cdk-overlay-container');
    }
    await page.keyboard.press('Escape');
  };
  const press = (name: string | RegExp) => page.getByRole('button', { name }).first().click();
  await lens.open(`/compare?${JUNIPER}`);
  for (const phrase of [/^Period/, /^Known/, /^Metric set/]) await opened('.cdk-overlay-pane', () => press(phrase));
  await opened('mat-calendar', async () => {
    await press(/^Period/);
    await press('Open calendar');
  });
  await lens.open(`/targets?${JUNIPER}`);
  await opened('mat-calendar', () => press('Open calendar'));
  await opened('[role=listbox]', () => page.getByRole('combobox', { name: 'Metric' }).first().click());
  await lens.open(`/intake/lots?${JUNIPER}`);
  await opened('mat-dialog-container', () => press('Add a lot by hand'));
  await lens.open(`/intake/words?${JUNIPER}`);
  await opened('mat-dialog-container', () => press('Add a word'));
  await lens.open('/clients');
  await opened('mat-dialog-container', () => press('Add a client'));
  await opened('mat-dialog-container', () => press('Help and shortcuts'));
  await lens.open(`/intake?${JUNIPER}`);
  const rows = 'Day,Campaign,Cost\n2026-10-29,Spring letter,12.50\n';
  await page.getByLabel('Files to bring in').setInputFiles({ name: 'letter.csv', mimeType: 'text/csv', buffer: Buffer.from(rows) });
  await opened('[role=listbox]', () => page.getByLabel('Meaning of Cost').click());
  await opened('[role=menu]', () => press('Add a step'));
});

test('the comparison is reachable by keyboard alone', async ({ page, lens }) => {
  await lens.open(`/compare?${NORTHWALL}`);
  const first = page.getByRole('rowheader', { name: /Total/ });
  await expect(first).toBeVisible();
  await first.focus();
  // Past what is matched to campaigns.
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('-');
  await expect(page.getByRole('treegrid').getByRole('row', { name: /Trial visit - search/ })).toHaveCount(0);
  await page.keyboard.press('+');
  await expect(page.getByRole('treegrid').getByRole('row', { name: /Trial visit - search/ })).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary', { name: 'How this figure came about' })).toContainText('Harbor Search');
  await page.keyboard.press('Escape');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys and signs' })).toBeVisible();
});

test('anything is found with one key: a day, a campaign written wrongly, and again what was used last', async ({ page, lens }) => {
  await lens.open(`/compare?${JUNIPER}`);
  await expect(page.getByRole('rowheader', { name: 'Total' })).toBeVisible();
  const find = async (typed: string, first: RegExp) => {
    await page.keyboard.press('/');
    await page.keyboard.type(typed);
    await expect(page.getByRole('option').first()).toHaveText(first);
    await lens.accessible('.cdk-overlay-container');
    await page.keyboard.press('Enter');
  };
  await find('6 oct', /^6 Oct 2026/);
  await expect(page).toHaveURL(/period=2026-10-06_2026-10-06/);
  await find('gfits uk', /^JLT_search_new_gifts_uk/);
  await expect(page.getByRole('rowheader', { name: 'JLT_search_new_gifts_uk' })).toBeVisible();
  await expect(page.getByRole('rowheader', { name: 'Wren Social' })).toHaveCount(0);
  await page.keyboard.press('/');
  await expect(page.getByRole('option').first()).toHaveText(/^JLT_search_new_gifts_uk/);
  await page.keyboard.type('no such thing');
  await expect(page.getByRole('option')).toHaveText(['Nothing is called so.']);
});

test('claims of two channels are at most, and what a channel does not measure is no zero', async ({ page, lens }) => {
  await lens.open(`/compare?${JUNIPER.replace('by=orders', 'by=claims')}`);
  await expect(page.getByText(/No report delivers what these are made of: Purchases, CPA, Value/)).toBeVisible();
  await lens.open(`/compare?${JUNIPER.replace('by=orders', 'by=claims').replace('on=sale', 'on=click')}`);
  await expect(
    page
      .getByRole('treegrid')
      .getByRole('row', { name: /^Mark Total|Total/ })
      .first(),
  ).toContainText(/between [\d,]+ and [\d,]+/);
});

test('people are never added up, and a channel that does not count them is no zero', async ({ page, lens }) => {
  await lens.open(`/compare?${JUNIPER}&set=reach`);
  const row = (name: string) => page.getByRole('treegrid').getByRole('row', { name }).first();
  await expect(row('Wren Social')).toContainText(/between [\d,]+ and [\d,]+/);
  await expect(row('Harbor Search')).toContainText('not measured');
});

test('a new client is empty everywhere and says what to do', async ({ page, lens }) => {
  await lens.open('/clients');
  await page.getByRole('button', { name: 'Add a client' }).click();
  await page.getByLabel('Name').fill('Fern & Ash');
  await page.getByRole('button', { name: 'Add the client' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Fern & Ash' })).toContainText('No data yet');
  for (const [screen, says] of [
    ['/intake', 'The first file makes one'],
    ['/compare', 'Nothing to compare yet'],
    ['/attribution', 'Nothing is known yet of what people met'],
    ['/audit', 'has no target for these days'],
    ['/moves', 'Nothing is accepted yet'],
    ['/moves/plan', 'has no target today'],
    ['/moves/rules', 'A rule looks by itself'],
    ['/moves/results', 'Nothing that was decided here'],
    ['/targets', 'No target: the audit has nothing to judge by'],
  ] as const) {
    await lens.open(`${screen}?client=fern-ash`);
    await expect(page.getByText(says)).toBeVisible();
    await lens.accessible();
  }
});

test('a file with tabs is dropped on the page, and its account is asked, not guessed', async ({ page, lens }) => {
  await lens.open(`/intake?${JUNIPER}`);
  await expect(page.getByText('Drop files or a folder here')).toBeVisible();
  const dropped = await page.evaluateHandle(() => {
    const transfer = new DataTransfer();
    transfer.items.add(new File(['Day\tCampaign\tCost\n2026-10-29\tSpring letter\t12.50\n'], 'letter.tsv'));
    return transfer;
  });
  await page.getByText('Drop files or a folder here').dispatchEvent('drop', { dataTransfer: dropped });
  await expect(page.getByLabel('Meaning of Cost')).toHaveValue('Spend');
  const check = page.getByRole('button', { name: 'Check the whole file' });
  await expect(page.getByText('Choose the account this file comes from.')).toBeVisible();
  await expect(check).toBeDisabled();
  await choose(page, 'Account', 'Wren Social · Juniper Loft Tea');
  await check.click();
  await expect(page.getByRole('region', { name: 'What the check found' })).toContainText('1 row can be imported');
});

test('broken files and addresses are answered in words', async ({ page, lens }) => {
  await lens.open(`/intake?${JUNIPER}`);
  await page
    .getByLabel('Files to bring in')
    .setInputFiles({ name: 'notes.csv', mimeType: 'text/csv', buffer: Buffer.from('just some words') });
  await expect(page.getByRole('alert')).toContainText('notes.csv: Only one column was found');
  await lens.open('/compare?client=nobody');
  await expect(page.getByRole('heading', { name: 'Which client?' })).toBeVisible();
  await lens.open('/somewhere');
  await expect(page.getByRole('heading', { name: 'There is no such screen' })).toBeVisible();
});

test('an import is taken back from its feed', async ({ page, lens }) => {
  await lens.open(`/intake?${NORTHWALL}`);
  const row = page.getByRole('row', { name: /Wren Social · Ad by day/ });
  await row.getByRole('button', { name: /^Imports of/ }).click();
  const history = page.getByRole('region', { name: 'Imports of Wren Social, Ad by day' });
  await expect(history).toContainText('by connection');
  await history.getByRole('button', { name: /changed$/ }).click();
  await expect(history).toContainText(/0 rows before, [\d,]+ rows after/);
  await expect(history.getByRole('row', { name: /^spend/ })).toContainText('+$');
  await lens.accessible();
  const takeBack = async () => {
    await history.getByRole('button', { name: /^Take back/ }).click();
    await page
      .getByRole('dialog', { name: /^Take back/ })
      .getByRole('button', { name: 'Take back' })
      .click();
    await expect(page.getByText('Taken back:')).toBeVisible();
    await expect(row).toContainText('nothing');
  };
  await history.getByRole('button', { name: /^Take back/ }).click();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(row).not.toContainText('nothing');
  await takeBack();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('It is as it was before.')).toBeVisible();
  await expect(row).not.toContainText('nothing');
  await takeBack();
  await lens.open(`/compare?${NORTHWALL}`);
  await page.getByRole('button', { name: 'Open Wren / try climbing / spring' }).click();
  await expect(page.getByRole('treegrid').getByRole('row', { name: /Not broken down by group/ })).toBeVisible();
});

test('a channel is connected, fetched, and forgotten', async ({ page, lens }) => {
  const { token } = (await (await fetch(`${lens.market}/tokens/tern-search`)).json()) as { token: string };
  await lens.open('/clients');
  await page.getByRole('button', { name: 'Add a client' }).click();
  await page.getByLabel('Name').fill('Harbour Ferry');
  await page.getByRole('button', { name: 'Add the client' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Harbour Ferry' })).toBeVisible();
  await lens.open('/intake?client=harbour-ferry');
  await page.getByRole('button', { name: 'Connect a channel' }).click();
  await choose(page, 'Channel', 'Tern Search');
  await page.getByLabel('Token').fill('not this one');
  await page.getByRole('button', { name: 'Look what it opens' }).click();
  await expect(page.getByRole('alert')).toContainText('The token is wrong or has expired');
  await page.getByLabel('Token').fill(token);
  await page.getByRole('button', { name: 'Look what it opens' }).click();
  await choose(page, 'Account', 'Northwall Climbing (USD, America/Denver)');
  await expect(page.getByText('it will be fetched for Harbour Ferry')).toBeVisible();
  await page.getByRole('checkbox', { name: 'Ad by day' }).check();
  await page.getByText('Fields and first rows').first().click();
  await expect(page.getByRole('region', { name: 'First rows of Ad by day' })).toContainText('T - trial visit');
  await lens.accessible();
  await page.getByLabel('Fetch from').fill('2026-09-01');
  await page.getByRole('button', { name: 'Connect and fetch' }).click();
  await expect(page.getByRole('row', { name: /Tern Search · Ad by day/ })).toContainText(/1 Sept\s–\s30 Oct 2026/);
  await lens.accessible();
  await page.getByRole('button', { name: 'Disconnect Tern Search' }).click();
  await expect(page.getByText('What was imported stays.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Fetch Tern Search now' })).toHaveCount(0);
  await expect(page.getByRole('row', { name: /Tern Search · Ad by day/ })).toBeVisible();
});

test('a spreadsheet and a folder of files go in one after the other, and what is broken is told apart', async ({ page, lens }) => {
  const download = async (file: string) =>
    Buffer.from(await (await fetch(`${lens.market}/files/harbor-search/NW-harbor-search/${file}`)).arrayBuffer());
  await lens.open(`/intake?${NORTHWALL}`);
  await page.getByLabel('Files to bring in').setInputFiles([
    { name: 'ads.xlsx', mimeType: '', buffer: await download('ads.xlsx') },
    { name: 'keywords.csv.gz', mimeType: '', buffer: await download('keywords.csv.gz') },
    { name: 'letter.pdf', mimeType: '', buffer: Buffer.from('%PDF-1.7') },
  ]);
  await expect(page.getByRole('heading', { name: 'What do the columns of ads.xlsx mean?' })).toBeVisible();
  await expect(page.getByText('2 more files wait: keywords.csv, letter.pdf')).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Sheet' })).toHaveText('Ad by day');
  await expect(page.getByText('Left out as titles: Ad by day')).toBeVisible();
  await expect(page.getByRole('combobox', { name: /^Account/ })).toHaveText(/Harbor Search/);
  await page.getByRole('button', { name: 'Check the whole file' }).click();
  const found = page.getByRole('region', { name: 'What the check found' });
  await expect(found).toContainText('The file’s own total agrees: impressions, clicks, spend');
  await lens.accessible();
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'What do the columns of keywords.csv mean?' })).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('alert')).toContainText('letter.pdf: The file is a document (PDF)');
  await expect(page.getByRole('heading', { name: 'Which data is there, and can it be trusted?' })).toBeVisible();
});

test('days that are missing are told with their money, beside Intake and in the sentence', async ({ page, lens }) => {
  await lens.open(`/intake?${POCKET}`);
  const notes = page.getByRole('region', { name: 'What to know before trusting the numbers' });
  await expect(notes).toContainText('reach no campaign');
  await expect(page.getByRole('img', { name: /^Days .*: all there$/ }).first()).toBeVisible();
  for (const feed of ['Ad by day', 'Campaign settings by day']) {
    const row = page.getByRole('row', { name: new RegExp(`Cobble Video · ${feed}`) });
    await row.getByRole('button', { name: /^Imports of/ }).click();
    await page
      .getByRole('region', { name: `Imports of Cobble Video, ${feed}` })
      .getByRole('button', { name: /^Take back/ })
      .click();
    await page
      .getByRole('dialog', { name: /^Take back/ })
      .getByRole('button', { name: 'Take back' })
      .click();
    await expect(row).toContainText('nothing');
  }
  const rows = ['Day,Campaign,Cost,Clicks', '2026-09-01,PO video seeds,50,40', '2026-09-10,PO video seeds,50,40'];
  for (const [name, text] of [
    ['first.csv', rows.slice(0, 2)],
    ['later.csv', [rows[0], rows[2]]],
  ] as const) {
    await page.getByLabel('Files to bring in').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text.join('\n')) });
    await choose(page, 'Account', 'Cobble Video · Pocket Orchard');
    await page.getByLabel('Feed').fill('by hand');
    await page.getByRole('button', { name: 'Check the whole file' }).click();
    await page.getByRole('button', { name: 'Import', exact: true }).click();
    await expect(page.getByText(`Imported ${name}`)).toBeVisible();
  }
  await expect(notes).toContainText('Cobble Video · Pocket Orchard: 8 days are missing');
  await expect(notes).toContainText('About $400.00, going by its other days, is in no total.');
  await expect(page.getByRole('link', { name: /^Intake/ })).toContainText(/\d/);
  await lens.accessible();
  await lens.open(`/compare?${POCKET}`);
  await page.getByRole('link', { name: /serious problem/ }).click();
  await expect(notes).toBeVisible();
});
