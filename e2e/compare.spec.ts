import type { Page } from '@playwright/test';
import { expect, test, mark } from './test';

const JUNIPER = 'client=juniper-loft-tea&period=2026-10-03_2026-10-30&with=none&by=orders&on=sale';
const POCKET = 'client=pocket-orchard&period=2026-10-03_2026-10-30&with=none&by=claims&on=click';

const names = (page: Page) => page.locator('ul-compare-table').getByRole('rowheader').allInnerTexts();
const phrase = (page: Page, name: string | RegExp) => page.getByRole('button', { name });

/** Goes on with Tab until what is looked for has the keys. */
async function tabTo(page: Page, name: string | RegExp): Promise<void> {
  const wanted = phrase(page, name);
  for (let step = 0; step < 40; step++) {
    if (await wanted.evaluateAll((all) => all.includes(document.activeElement as HTMLElement))) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab does not reach ${String(name)}`);
}

test('a question is said by keyboard alone: split, kept, judged, in week columns', async ({ page, lens }) => {
  await lens.open(`/compare?${JUNIPER}`);
  await expect(page.getByRole('rowheader', { name: 'Total' })).toBeVisible();
  await tabTo(page, /^Then by: ad group/);
  await page.keyboard.press('Delete');
  await expect(phrase(page, /^Then by: ad group/)).toHaveCount(0);
  await tabTo(page, /^Then by: ad$/);
  await page.keyboard.press('Enter');
  await page.keyboard.type('device');
  await page.keyboard.press('Enter');
  await expect(phrase(page, 'Then by: device')).toBeVisible();

  await tabTo(page, /^Say more/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('option', { name: /^in columns by/ })).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('searchbox', { name: 'Find one: Keep only where' })).toBeFocused();
  await page.keyboard.type('channel kind');
  await page.keyboard.press('Enter');
  const text = page.getByRole('textbox', { name: 'Text of channel kind 1' });
  await expect(text).toBeVisible();
  while (!(await text.evaluate((box) => box === document.activeElement))) await page.keyboard.press('Tab');
  await page.keyboard.type('search');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Escape');
  await expect(page.getByText(/^Of £[\d,.]+ spent in these days £[\d,.]+ is kept and £[\d,.]+ left out\.$/)).toBeVisible();
  expect(await names(page)).not.toContain('Wren Social');

  await tabTo(page, /^Say more/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('option', { name: /^in columns by/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('searchbox', { name: 'Find one: In columns by' })).toBeFocused();
  await page.keyboard.type('week');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('columnheader', { name: /^12\D+18 Oct 2026/ })).toBeVisible();
  await expect(page.getByRole('columnheader', { name: /26 Oct.*5 of 7 days/ })).toBeVisible();
  await expect(page).toHaveURL(/columns=week~spend/);
});

test('fields are dragged into another order, and two that no report tells together say so', async ({ page, lens }) => {
  await lens.open(`/compare?${JUNIPER}&rows=weekday~device`);
  await expect(page.getByRole('rowheader').filter({ hasText: 'Monday' })).toBeVisible();
  const [from, to] = [phrase(page, 'Then by: device'), phrase(page, 'Split by: weekday')];
  const [start, end] = [await from.boundingBox(), await to.boundingBox()];
  if (!start || !end) throw new Error('The phrases are not on the screen');
  await page.mouse.move(start.x + 10, start.y + 10);
  await page.mouse.down();
  await page.mouse.move(start.x - 10, start.y + 10, { steps: 4 });
  await page.mouse.move(end.x + 4, end.y + 10, { steps: 8 });
  await page.mouse.up();
  await expect(phrase(page, 'Split by: device')).toBeVisible();
  await expect(page).toHaveURL(/rows=device~weekday/);
  expect((await names(page)).slice(0, 4).join()).toContain('phone');

  await lens.open(`/compare?${JUNIPER}&rows=keyword~device`);
  await expect(page.getByText('No report tells keyword and device together.')).toBeVisible();
});

test('members are held against a figure, and a cell of a crossing is traced to its rows', async ({ page, lens }) => {
  await lens.open(`/compare?${JUNIPER}&rows=channel~ad`);
  await phrase(page, /^Say more/).click();
  await page.getByRole('option', { name: /^only/ }).click();
  await page.getByRole('option', { name: 'Spend', exact: true }).click();
  await page.getByRole('spinbutton', { name: 'Amount' }).fill('300');
  await page.keyboard.press('Enter');
  await expect(phrase(page, /ad with Spend above 300/)).toBeVisible();
  const shown = page.getByRole('treegrid').getByRole('row', { name: /^Shown/ });
  await expect(shown).toBeVisible();
  const amounts = async (): Promise<number[]> => {
    const texts = await page.locator('tr[aria-level="2"] td:nth-of-type(2) .value').allInnerTexts();
    return texts.map((amount) => Number(amount.replace(/[£,]/g, '')));
  };
  await expect.poll(async () => (await amounts()).every((amount) => amount > 300)).toBe(true);
  expect((await amounts()).length).toBeGreaterThan(2);

  await lens.open(`/compare?${POCKET}&rows=channel&columns=week~spend`);
  await page.getByRole('treegrid').getByRole('row', { name: /Total/ }).getByRole('gridcell').nth(2).click();
  const trace = page.getByRole('complementary', { name: 'How this figure came about' });
  const cell = (
    await page.getByRole('treegrid').getByRole('row', { name: /Total/ }).getByRole('gridcell').nth(2).locator('.value').innerText()
  ).trim();
  await expect(trace).toContainText(cell);

  await lens.open(`/compare?${POCKET}&rows=channel~campaign`);
  const rows = page.getByRole('treegrid').getByRole('row');
  const campaign = rows.filter({ hasText: 'native: plan your beds' });
  await campaign.getByRole('gridcell').nth(1).click();
  await page.getByRole('button', { name: 'Note something of it' }).press('n');
  await expect(page.getByRole('combobox', { name: 'It is about', exact: true })).toContainText('Larkmail');
  await expect(page.getByRole('combobox', { name: /^Campaign/ })).toHaveValue('native: plan your beds');
});

test('two clients stand in one table, their money in one currency, over days written as a number', async ({ page, lens }) => {
  await lens.open(`/compare?${JUNIPER}&rows=channel`);
  await expect(page.getByRole('rowheader', { name: 'Total' })).toBeVisible();
  await phrase(page, /^Say more/).click();
  await page.getByRole('option', { name: /^together with/ }).click();
  await page.getByRole('searchbox', { name: 'Find one: Add a client' }).fill('kelpie');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('rowheader', { name: 'Kelpie Kayak Tours' })).toBeVisible();
  // A pound buys more than a euro: the same spend is a larger number.
  const spend = (name: string) => page.getByRole('treegrid').getByRole('row', { name }).getByRole('gridcell').nth(1);
  await expect(spend('Juniper Loft Tea')).toContainText('£');
  const pounds = Number((await spend('Juniper Loft Tea').innerText()).replace(/[^\d.]/g, ''));
  await phrase(page, /^Currency of all money/).click();
  await page.getByRole('option', { name: 'EUR' }).click();
  await expect(spend('Juniper Loft Tea')).toContainText('€');
  const euros = Number((await spend('Juniper Loft Tea').innerText()).replace(/[^\d.]/g, ''));
  expect(euros / pounds).toBeGreaterThan(1.1);
  expect(euros / pounds).toBeLessThan(1.2);
  await expect(page).toHaveURL(/beside=kelpie-kayak-tours/);
  await expect(page).toHaveURL(/money=EUR/);

  await phrase(page, /^Period/).click();
  await page.getByRole('spinbutton', { name: 'Last so many days' }).fill('10');
  await page.keyboard.press('Enter');
  await expect(phrase(page, /^Period: 21\D+30 Oct 2026/)).toBeVisible();
  await expect(page).toHaveURL(/period=last-10/);

  await phrase(page, /^Another client: Kelpie/).click();
  await page.getByRole('button', { name: 'Take out' }).click();
  await expect(page.getByRole('rowheader', { name: 'Kelpie Kayak Tours' })).toHaveCount(0);
  await expect(page.getByRole('rowheader', { name: 'Harbor Search' })).toBeVisible();
  await expect(page).not.toHaveURL(/money=/);
});

test('what no report tells together names the report that would, and has it fetched', async ({ page, lens }) => {
  await lens.open('/compare?client=northwall-climbing&period=2026-10-03_2026-10-30&with=none&by=claims&on=click&rows=campaign~place');
  await expect(page.getByText('No report tells campaign and place together.')).toBeVisible();
  await phrase(page, 'Does a connected channel offer one?').click();
  await expect(page.getByText('“Place by day” of Harbor Search would tell it.')).toBeVisible();
  await phrase(page, 'Fetch Place by day of Harbor Search').click();
  await expect(page.getByText('“Place by day” is being fetched; Intake shows how far it is.')).toBeVisible();
  await expect
    .poll(
      async () => {
        await page.reload();
        await expect(page.getByRole('rowheader', { name: 'Total' })).toBeVisible();
        return page.getByText('No report tells').count();
      },
      { timeout: 60_000, intervals: [1000] },
    )
    .toBe(0);
});

test('an address of before opens what it opened', async ({ page, lens }) => {
  // As a program of before wrote it: the channel's bare id.
  await lens.open(`/compare?${JUNIPER}&rows=channel`);
  await page
    .getByRole('row', { name: /Harbor Search/ })
    .getByRole('gridcell')
    .nth(1)
    .click();
  await expect(page).toHaveURL(/trace=channel/);
  const id = new URL(page.url()).searchParams.get('trace')?.replace('channel:', '').replace('~spend', '') ?? '';
  await lens.open(`/compare?${JUNIPER}&tree=devices&open=${id}&trace=${id}~spend`);
  await expect(phrase(page, 'Then by: device')).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'How this figure came about' })).toContainText('Harbor Search');
  await expect(page.locator('tr[aria-level="2"]').first()).toBeVisible();
  await expect(page.locator('tr[aria-level="3"]')).toHaveCount(0);
});

test('rows that are marked become a group, which is a field at once: by week, and on the page of groups', async ({ page, lens }) => {
  await lens.open(`/compare?${JUNIPER}&rows=campaign`);
  const table = page.getByRole('treegrid', { name: 'Comparison' });
  await mark(table, 'JLT_search_new_gifts_uk');
  await mark(table, 'JLT_search_new_green-tea_uk');
  await phrase(page, 'Group…').click();
  await page.getByRole('combobox', { name: 'Grouping' }).fill('Season');
  await page.getByRole('combobox', { name: 'They are' }).fill('Autumn push');
  await phrase(page, 'Group them').click();
  await phrase(page, 'Split by it').click();
  await expect(page.getByRole('rowheader', { name: 'Autumn push' })).toBeVisible();
  await lens.open(`/compare?${JUNIPER}&rows=season as grouped&columns=week~spend`);
  await expect(page.getByRole('columnheader', { name: /^12\D+18 Oct 2026/ })).toBeVisible();
  expect((await names(page)).join()).toContain('Autumn push');

  await lens.open(`/intake/groups?${JUNIPER}`);
  await expect(page.getByText(/^2 members, £[\d,.]+: /)).toBeVisible();
  await page.getByRole('button', { name: 'Add a group', exact: true }).click();
  await page.getByRole('textbox', { name: 'Name of group 2' }).fill('Teas');
  await page.getByRole('textbox', { name: 'Text of group 2, rule 1' }).fill('loose-leaf');
  await page.getByRole('textbox', { name: 'Text of group 2, rule 1' }).blur();
  await expect(page.getByText(/^2 members, £[\d,.]+: JLT_search_new_loose-leaf_uk, /)).toBeVisible();
  await phrase(page, 'Save').click();
  await page.getByRole('link', { name: 'Show it in Compare' }).click();
  await expect(page.getByRole('rowheader', { name: 'Teas' })).toBeVisible();
});

test('levels open at once, only rows in sight are drawn, and what one lies in, and marked rows, stay in sight', async ({ page, lens }) => {
  await lens.open(`/compare?${JUNIPER}&rows=channel~campaign~group~ad`);
  const table = page.getByRole('treegrid', { name: 'Comparison' });
  await expect(table.getByRole('rowheader', { name: 'Total' })).toBeVisible();
  const closed = Number(await table.getAttribute('aria-rowcount'));
  await phrase(page, 'Open levels').click();
  await page.getByRole('menuitem', { name: 'Open all down to ad', exact: true }).click();
  await expect(page).toHaveURL(/open=3/);
  await expect.poll(async () => Number(await table.getAttribute('aria-rowcount'))).toBeGreaterThan(2 * closed);
  const rows = Number(await table.getAttribute('aria-rowcount'));
  expect(await table.getByRole('row').count()).toBeLessThan(Math.max(90, rows));

  await mark(table, 'Harbor Search');
  await phrase(page, 'Keep in sight').click();
  const wide = () => table.getByRole('rowheader', { name: 'Total' }).evaluate((cell) => cell.clientWidth);
  const before = await wide();
  await page.getByRole('separator', { name: 'Width of the names' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect.poll(wide).toBeGreaterThan(before + 8);

  await table.getByRole('rowheader', { name: 'Total' }).focus();
  for (let step = 0; step < rows / 20; step++) await page.keyboard.press('PageDown');
  // The row that is kept in sight stands in the table twice.
  const last = table.locator(`[aria-rowindex="${rows + 1}"]`);
  await expect(last.getByRole('rowheader')).toBeFocused();
  await expect(last).toBeInViewport();
  await expect(table.getByRole('rowheader', { name: 'Harbor Search' }).first()).toBeInViewport();
  await expect(table.getByRole('columnheader', { name: /^Member/ })).toContainText(/Member.*(Search|Social|Stallway|Display|Larkmail)/);
});

test('rows are held against their target, and those that surely miss it are asked for', async ({ page, lens }) => {
  await lens.open(`/compare?${JUNIPER}&rows=campaign`);
  const table = page.getByRole('treegrid', { name: 'Comparison' });
  await expect(table.getByRole('row', { name: /JLT_search_new_gifts_uk/ })).toContainText(
    /% of what ROAS must be, 2\.60: surely misses it/,
  );
  await phrase(page, 'Say more').click();
  await page.getByRole('option', { name: /^only/ }).click();
  await page.getByRole('option', { name: /^its target/ }).click();
  await phrase(page, 'Done').click();
  await expect(phrase(page, /campaign that surely misses its target/)).toBeVisible();
  await expect(table.getByRole('rowheader', { name: 'JLT_search_customers_brand-terms_uk' })).toHaveCount(0);
  await table.getByRole('button', { name: 'Target met' }).click();
  await expect(table.getByRole('columnheader', { name: /Target met/ })).toHaveAttribute('aria-sort', 'ascending');
  await expect(page).toHaveURL(/sort=target/);
});

test('a question too long for an address is kept, opens again from its short one, and changes on', async ({ page, lens }) => {
  const any = Array.from({ length: 60 }, (_, at) => ({ test: 'contains', value: `nothing like this ${at}` }));
  const where = JSON.stringify([{ dimension: 'campaign', any: [...any, { test: 'contains', value: 'gifts' }] }]);
  await lens.open(`/compare?${JUNIPER}&rows=campaign&where=${encodeURIComponent(where)}`);
  await expect(page).toHaveURL(/ask=[\w-]{22}/);
  expect(page.url().length).toBeLessThan(300);
  await page.reload();
  await expect(page.getByRole('rowheader', { name: 'JLT_search_new_gifts_uk' })).toBeVisible();
  await expect(page.getByRole('rowheader', { name: 'JLT_search_new_green-tea_uk' })).toHaveCount(0);
  await mark(page, 'JLT_search_new_gifts_uk');
  await expect(page.getByRole('toolbar', { name: 'With the marked rows' })).toBeVisible();

  await lens.open(`/compare?${JUNIPER}&rows=campaign&ask=${'a'.repeat(22)}`);
  await expect(page.getByRole('alert')).toContainText('The question of this address is not kept here');
  await expect(page.getByRole('rowheader', { name: 'JLT_search_new_green-tea_uk' })).toBeVisible();
});
