import { expect, test } from './test';

test.use({ copy: 'attribution' });

const KELPIE = 'client=kelpie-kayak-tours&period=2026-10-01_2026-10-30&with=none&by=orders&on=sale';

test('shows what starts journeys that others finish, why rules part, and what would be lost', async ({ page, lens }) => {
  await lens.open(`/attribution?${KELPIE}`);
  await expect(page.getByText(/bookings, [\d,]+ of them without a known touch\. The rules part over/)).toBeVisible();
  const film = page.getByRole('row', { name: /^Cobble Video/ });
  await expect(film).toContainText(/Starts \d+% of bookings, finishes \d+%: first touch credits \d+/);
  await expect(film.getByRole('img', { name: /First touch: \d+, \d+ to \d+; .*If it had not run: \d+/ })).toBeVisible();
  await lens.accessible();

  await page.getByRole('button', { name: 'Cobble Video' }).press('Enter');
  await expect(page.getByText(/If it had not run: about \d+ bookings fewer \([\d.]+ to \d+\), worth €[\d,]+, beside €1,/)).toBeVisible();

  // A rule is taken out and put back in; the address keeps it.
  await page.getByRole('button', { name: 'Shapley' }).click();
  await expect(page).toHaveURL(/without=shapley/);
  await expect(film.getByRole('img', { name: /Shapley/ })).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Shapley' })).toHaveAttribute('aria-pressed', 'false');

  // Credit of every rule adds up to the same outcomes.
  await page.getByRole('button', { name: 'As numbers' }).click();
  const rows = page.locator('tbody tr');
  const sumOf = async (column: number) => {
    const texts = await rows.locator(`td:nth-child(${column}) > span:first-child`).allTextContents();
    return texts.reduce((sum, text) => sum + Number(text.replace(/[^\d.−-]/g, '').replace('−', '-')), 0);
  };
  const all = Number(/^([\d,]+) bookings/.exec((await page.locator('.lead').textContent()) ?? '')?.[1]?.replace(',', ''));
  expect(all).toBeGreaterThan(200);
  // Rounded row by row.
  for (const rule of [3, 4, 5, 8]) expect(Math.abs((await sumOf(rule)) - all)).toBeLessThan(5);

  await page.getByRole('button', { name: /^By: / }).click();
  await page.getByRole('option', { name: 'campaign', exact: true }).click();
  await expect(page.getByRole('button', { name: 'KKT_video_new_season-film' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep only where: +' }).click();
  await page.getByRole('option', { name: 'device', exact: true }).click();
  await page.getByRole('textbox', { name: 'Text of device 1' }).fill('phone');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Other touches' })).toBeVisible();
  await expect(page.getByText('Touches that this leaves out')).toBeVisible();
  expect(Math.abs((await sumOf(3)) - all)).toBeLessThan(5);
  await page.getByRole('searchbox', { name: 'Rows with this in their name' }).fill('film');
  await expect(page.getByRole('button', { name: 'KKT_search_customers_brand-terms_en' })).toHaveCount(0);
});

test('journeys are told by their length and ways, sought by what they hold, and opened; other lookbacks stand beside', async ({
  page,
  lens,
}) => {
  await lens.open(`/attribution?${KELPIE}&tab=journeys`);
  await expect(page.getByText(/bookings have a known touch: [\d.]+ touches each/)).toBeVisible();
  await expect(page.getByRole('row', { name: /^Cobble Video → Harbor Search/ })).toBeVisible();
  await lens.accessible();
  const sought = page.getByPlaceholder(/Journeys that hold/);
  for (const name of ['video', 'harbor']) {
    await sought.fill(name);
    await sought.press('Enter');
  }
  const first = page.getByRole('button', { name: /Cobble Video.*Harbor Search/ }).first();
  await expect(first).toBeVisible();
  await expect(page.getByRole('button', { name: /ended in/ }).filter({ hasNotText: /Cobble Video/ })).toHaveCount(0);
  await first.click();
  await expect(page.getByText(/saw Cobble Video|clicked Cobble Video/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Do not look for harbor' }).click();
  await expect(page).toHaveURL(/holding=video($|&)/);

  await page.getByRole('tab', { name: 'Looking back further' }).click();
  await expect(page.getByRole('row', { name: /^Cobble Video/ })).toContainText('100%');
  await lens.accessible();
});

test('credited is a way to count: totals stay the orders, what starts journeys shows, and a figure leads to its journeys', async ({
  page,
  lens,
}) => {
  const row = (name: string) => page.getByRole('treegrid').getByRole('row', { name }).first();
  await lens.open(`/compare?${KELPIE}`);
  await expect(row('Cobble Video')).toBeVisible();
  // The table behind the chart has heads of its own.
  const headers = await page.getByRole('treegrid').getByRole('columnheader').allTextContents();
  // The first column holds names, which are no cells.
  const at = headers.findIndex((text) => text.trim().startsWith('Bookings')) - 1;
  const cell = (name: string) => row(name).getByRole('gridcell').nth(at);
  const bookings = async (): Promise<[total: string, film: string]> => [
    (await cell('Total').innerText()).trim(),
    (await cell('Cobble Video').innerText()).trim(),
  ];
  const [ordered, byTags] = await bookings();
  await page.getByRole('button', { name: /^Counted by: / }).click();
  await page.getByRole('option', { name: 'Credited by first touch' }).click();
  await expect(page).toHaveURL(/by=credited-first-30(&|$)/);
  await expect.poll(async () => (await bookings())[1]).not.toBe(byTags);
  const [total, started] = await bookings();
  expect(total).toBe(ordered);
  expect(Number(started)).toBeGreaterThan(2 * Number(byTags));

  await page.getByRole('button', { name: /^Looking back: / }).click();
  await page.getByRole('button', { name: '90 days' }).click();
  await expect(page).toHaveURL(/by=credited-first-90(&|$)/);
  await expect.poll(async () => Number((await bookings())[1])).toBeGreaterThan(Number(started));
  expect((await bookings())[0]).toBe(ordered);

  await cell('Cobble Video').click();
  const trace = page.getByRole('complementary', { name: 'How this figure came about' });
  await expect(trace).toContainText('count of booking as credited by first touch over 90 days');
  await trace.getByRole('link', { name: 'The journeys behind it' }).click();
  await expect(page).toHaveURL(/\/attribution\?.*tab=journeys/);
  await expect(page.getByRole('button', { name: 'Do not look for Cobble Video' })).toBeVisible();
});

test('claims are held against the orders: a tag that fires twice shows as over-claim, order by order', async ({ page, lens }) => {
  await lens.open('/attribution?client=juniper-loft-tea&period=2026-07-13_2026-07-26&with=none&by=orders&on=sale');
  await page.getByRole('tab', { name: 'Claims against orders' }).click();
  const harbor = page.getByRole('row', { name: /^Harbor Search \d+ found, claimed by it alone/ });
  await expect(harbor).toContainText('2.00');
  await expect(
    page.getByText(/Some channel claims \d+ of them, none claims \d+\. Together they claim \d+, 1\.8\d for each that is found/),
  ).toBeVisible();
  await expect(page.getByRole('row', { name: /^Tern Search \d+ found/ })).toContainText(/1\.0\d/);
  await lens.accessible();

  await page.getByRole('button', { name: /^Show: / }).click();
  await page.getByRole('option', { name: /^claimed again by one channel \(2\d\d\)/ }).click();
  await expect(page).toHaveURL(/show=claimed(\+|%20)again/);
  const first = page.getByRole('row', { name: /^JLT-/ }).first();
  await expect(first.getByText(/^Harbor Search, JLT_/)).toHaveCount(2);
  const order = (await first.getByRole('rowheader').innerText()).trim();
  await page.getByRole('searchbox', { name: 'Orders with this in their number' }).fill(order.toLowerCase());
  await expect(page.getByRole('row', { name: /^JLT-/ })).toHaveCount(1);

  await page.getByRole('button', { name: /^Show: / }).click();
  await page.getByRole('option', { name: /^claimed by nobody/ }).click();
  await expect(page.getByText('None of these.')).toBeVisible();

  // The audit names it, with its days, and leads to the orders.
  await page.getByRole('link', { name: 'Audit', exact: true }).click();
  const finding = page.getByRole('article', { name: /^Harbor Search claims \d+ purchases a second time, worth £/ });
  await expect(finding).toContainText('So since 13 Jul 2026: 100% of the orders it finds, before 0.1%.');
  await expect(page.getByText(/^Claims against orders: the claims of \d channels looked at, 1 finding\.$/)).toBeVisible();
  await lens.accessible();
  await finding.getByRole('link', { name: 'Order by order' }).click();
  await expect(page).toHaveURL(/attribution\?.*show=claimed(\+|%20)again/);
});
