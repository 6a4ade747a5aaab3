import { expect, test } from './test';

test.use({ copy: 'audit' });

const OCTOBER = 'period=2026-10-03_2026-10-30';
const JUNIPER = `client=juniper-loft-tea&${OCTOBER}`;

test('the audit says how a client stands and why: the price that nobody announced, on its day', async ({ lens, page }) => {
  await lens.open(`/audit?${JUNIPER}`);
  await expect(
    page.getByText(/^ROAS is 1\.\d\d of purchases matched to campaigns; of all purchases it is 2\.\d\d, .* surely missed/),
  ).toBeVisible();
  const change = page.getByRole('article', { name: /^Something changed on 6 Oct 2026/ });
  await expect(change).toContainText(/one purchase is worth £4\d\.\d\d \(before £3\d\.\d\d\)/);
  await expect(change).toContainText(/As before: clicks from impressions, .*what a click costs/);
  await change.getByRole('button', { name: 'Show the days' }).click();
  await expect(change.getByRole('img', { name: /What one purchase is worth/ })).toBeVisible();
  await lens.accessible();

  await test.step('what it was is noted, and stands beside it from then on', async () => {
    await change.getByRole('button', { name: 'Note what it was' }).click();
    await page.getByRole('textbox', { name: 'What happened' }).fill('The price went up from 38 to 42');
    await page.getByRole('button', { name: 'Keep it' }).click();
    await page.reload();
    await expect(change).toContainText('6 Oct 2026: The price went up from 38 to 42');
    await expect(change.getByRole('button', { name: 'Note what it was' })).toHaveCount(0);
  });

  await test.step('a finding is set aside with its reason, and stands at the end', async () => {
    await page.getByRole('button', { name: /^Set aside, hand on or note: Something changed on 6 Oct/ }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('textbox', { name: 'Whose it is' }).fill('Ada');
    await dialog.getByRole('textbox', { name: /Set aside until/ }).fill('14/11/2026');
    await dialog.getByRole('button', { name: 'Keep it' }).click();
    await expect(dialog.getByRole('alert')).toContainText('Say why it is set aside');
    await dialog.getByRole('textbox', { name: 'Why it is set aside' }).fill('The client knows');
    await lens.accessible();
    await dialog.getByRole('button', { name: 'Keep it' }).click();
    await page.getByRole('button', { name: /^Set aside 1$/ }).click();
    await expect(page.getByText('Set aside until 14 Nov 2026: The client knows')).toBeVisible();
    await expect(page.getByText('With Ada', { exact: true })).toBeVisible();
  });

  await test.step('an exclusion that keeps an own keyword out is told with what that brought', async () => {
    await page.getByRole('combobox', { name: 'Show findings of' }).click();
    await page.getByRole('option', { name: 'Search terms' }).click();
    const excluded = page.getByRole('article', {
      name: /^“leaves” is excluded in JLT_search_new_loose-leaf_uk since 21 Sept? 2026, and keeps out its own keyword “tea leaves”: £\d+/,
    });
    await excluded.getByRole('button', { name: 'Show which' }).click();
    await expect(excluded.getByRole('row', { name: /^tea leaves JLT_search_new_loose-leaf_uk £/ })).toBeVisible();
  });

  await test.step('what was looked at is told, and what is missing', async () => {
    await expect(page.getByText(/^Landing pages: \d+ landing pages looked at, 1 finding\.$/)).toBeVisible();
    await page.getByRole('combobox', { name: 'Show findings of' }).click();
    await page.getByRole('option', { name: 'Landing pages' }).click();
    await expect(page.getByRole('article')).toHaveCount(1);
    await page.getByRole('article').getByRole('link', { name: 'The figures behind it' }).click();
    await expect(page.getByRole('row', { name: /\/sampler/ }).first()).toBeVisible();
  });
});

test('findings of all clients stand on one list, by what is at stake of what each spent', async ({ lens, page }) => {
  await lens.open('/audit/all');
  await page.getByRole('button', { name: 'Make them now' }).click();
  const list = page.getByRole('listitem');
  await expect(
    list.filter({ hasText: /^Pocket Orchard.*native: plan your beds: \d+ sub-sources took .*Lose money.*of spend$/ }),
  ).toHaveCount(1);
  await expect(list.filter({ hasText: /^Northwall Climbing.*Searches with “jobs”/ })).toHaveCount(1);
  await lens.accessible();
  await list
    .filter({ hasText: /^Northwall Climbing.*Searches with “jobs”/ })
    .getByRole('link')
    .click();
  await expect(page.getByRole('heading', { name: 'How does Northwall Climbing stand, and why?' })).toBeVisible();
  const words = page.getByRole('article', { name: /^Searches with “jobs”/ });
  await words.getByRole('button', { name: 'Show which' }).click();
  await expect(words.getByRole('row', { name: /climbing shoes jobs/ })).toBeVisible();
});

test('every ad that runs is read by its deepest step, by bars that later weeks have held', async ({ lens, page }) => {
  await lens.open(`/audit?${JUNIPER}`);
  await page.getByRole('combobox', { name: 'Show findings of' }).click();
  await page.getByRole('option', { name: 'Early signals' }).click();
  const ladder = page.getByRole('article', {
    name: /^\d+ ads run\. By the deepest step that says enough: keep \d+, stop \d+, wait for \d+/,
  });
  await ladder.first().getByRole('button', { name: 'Show which' }).click();
  await expect(
    ladder
      .first()
      .getByRole('row', { name: /stop \d+ (purchases|checkouts) at £[\d.]+ each, may cost £/ })
      .first(),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Fine/ }).click();
  const held = page.getByRole('article', { name: /^As known in each of the last 8 weeks, the cost per (cart|checkout)/ });
  await held.getByRole('button', { name: 'Show which' }).click();
  await expect(held.getByRole('row', { name: /^23 Oct 2026 cost per (cart|checkout)/ }).first()).toBeVisible();
  await lens.accessible();
});

test('hours in which nobody answers are found, once it is said when somebody does', async ({ lens, page }) => {
  await lens.open(`/audit?client=northwall-climbing&${OCTOBER}`);
  await page.getByRole('combobox', { name: 'Show findings of' }).click();
  await page.getByRole('option', { name: 'Hours and weekdays' }).click();
  await expect(page.getByRole('article', { name: /was spent while nobody takes what comes in/ })).toContainText(
    'Accepted is every day 06:00–21:00',
  );
  const hours = page.getByRole('article', { name: /^In Harbor Search a click surely brings more from 17:00–2\d:00/ });
  await hours.getByRole('button', { name: 'Show the grid' }).click();
  await expect(hours.getByRole('img', { name: /^What a click brings beside the mean/ })).toBeVisible();
  await page.getByRole('combobox', { name: 'Show findings of' }).click();
  await page.getByRole('option', { name: 'Settings' }).click();
  await expect(
    page.getByRole('article', { name: /^1 campaign has a schedule .*: Kids and parties \(search\) 21 hours a week\.$/ }),
  ).toBeVisible();
  await lens.accessible();

  await lens.open(`/targets?client=northwall-climbing`);
  await page.getByRole('combobox', { name: 'Up to hour' }).click();
  await page.getByRole('option', { name: '24:00' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved. Every screen uses it from now on.')).toBeVisible();
  await lens.open(`/audit?client=northwall-climbing&${OCTOBER}`);
  await expect(page.getByRole('article', { name: /was spent while nobody takes what comes in/ })).toContainText(
    'Accepted is every day 06:00–24:00',
  );
});
