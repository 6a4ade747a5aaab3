import { readFileSync } from 'node:fs';
import { expect, test } from './test';

test.use({ copy: 'plan' });

test('a budget plan: asked, held, drawn by keys, put beside another, accepted, undone, and out on the sheet', async ({ page, lens }) => {
  const gain = page.getByText(/a day of profit against leaving budgets as they are/);
  const row = (name: string) => page.getByRole('row', { name: new RegExp(name) });
  await lens.open('/moves?client=kelpie-kayak-tours');
  await page.getByRole('tab', { name: 'Budget plan' }).click();
  await expect(page.getByRole('heading', { name: 'Where is the money worth most?' })).toBeVisible();

  await test.step('as much as pays: a step up where the last money earns, a step down where it does not', async () => {
    await expect(gain.first()).toContainText(/^\+/);
    await expect(row('KKT_search_customers_brand')).toContainText(/earned of the last €1\.00/);
    await expect(row('KKT_search_new_things-to-do')).toContainText('No further down in one step');
    await expect(page.getByRole('img', { name: /KKT_video_new_season-film: .* a day now/ })).toBeVisible();
    await lens.accessible();
  });

  await test.step('the same money as now, one campaign held: the others follow', async () => {
    await page.getByRole('button', { name: 'Put beside others' }).click();
    await page.getByRole('button', { name: /^How much money/ }).click();
    await page.getByRole('button', { name: /^What they spend now/ }).click();
    await expect(page.getByRole('button', { name: /^How much money: €9,/ })).toBeVisible();
    await page.getByRole('button', { name: /^Hold KKT_search_new_things-to-do/ }).click();
    await expect(row('KKT_search_new_things-to-do')).toContainText('As you said');
    // Each key moves it by one; a change of less than a fiftieth is none.
    const slider = page.getByRole('slider', { name: /^Spend a day of KKT_search_new_things-to-do/ });
    const before = Number(await slider.inputValue());
    for (let times = 0; times < 3; times++) await slider.press('ArrowRight');
    await expect(row('KKT_search_new_things-to-do')).toContainText('→');
    const moved = Number(await slider.inputValue()) - before;
    expect(moved).toBeGreaterThan(1.5);
    expect(moved).toBeLessThan(3.5);
    await page.getByRole('button', { name: 'Put beside others' }).click();
    const kept = page.getByRole('list', { name: 'Plans side by side' });
    await expect(kept.getByRole('listitem')).toHaveCount(2);
    await expect(kept).toContainText('1 said by hand');
    await kept.getByRole('button', { name: /^As much as pays/ }).click();
    await expect(page.getByRole('button', { name: 'How much money: as much money as pays' })).toBeVisible();
    await expect(row('KKT_search_new_things-to-do')).toContainText('No further down in one step');
  });

  await test.step('money that cannot be spent like that says so, and so does a promise out of reach', async () => {
    await page.getByRole('button', { name: /^How much money/ }).click();
    await page.getByLabel('Money for these days').fill('900');
    await page.getByLabel('Money for these days').press('Enter');
    await expect(page.getByRole('status').filter({ hasText: 'less than all of them spend one step down' })).toBeVisible();
    await page.getByRole('button', { name: /^How much money/ }).click();
    await page.getByRole('button', { name: 'As much as pays', exact: true }).click();
    await page.getByRole('button', { name: /^What is promised/ }).click();
    await page.getByLabel('Cost per booking to reach').fill('3');
    await page.getByLabel('Cost per booking to reach').press('Enter');
    await expect(page.getByText(/No split within these limits reaches that: the best one comes to Cost per booking €\d/)).toBeVisible();
    await page.getByRole('button', { name: /^What is promised/ }).click();
    await page.getByRole('button', { name: 'Whatever it comes to' }).click();
    await expect(page.getByText('No split within these limits')).toHaveCount(0);
  });

  await test.step('accepted, undone in one click, accepted without one of them', async () => {
    await page.getByRole('button', { name: /^Accept \d changes$/ }).click();
    await expect(page.getByText('An accepted move waits to be carried out').first()).toBeVisible();
    await expect(page.getByRole('complementary', { name: 'Accepted moves' })).toContainText('accepted for Kelpie Kayak Tours');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('It is as it was before.')).toBeVisible();
    await expect(page.getByText('An accepted move waits to be carried out')).toHaveCount(0);
    await page.getByRole('checkbox', { name: /^Accept the change of KKT_search_new_things-to-do/ }).uncheck();
    await page.getByRole('button', { name: /^Accept \d changes$/ }).click();
    await expect(page.getByText('An accepted move waits to be carried out').first()).toBeVisible();
  });

  await test.step('decided: why and what is expected, and a sheet without the one that was left', async () => {
    await page.getByRole('tab', { name: 'Decided' }).click();
    await expect(row('KKT_search_customers_brand')).toContainText('Planned with all budgets together');
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Change sheet' }).click();
    await page.getByRole('menuitem', { name: 'A table (CSV)' }).click();
    const sheet = readFileSync(await (await download).path(), 'utf8');
    expect(sheet).toMatch(/KKT_search_customers_brand[^,]*,daily budget,,22\.00,2\d\.\d\d/);
    expect(sheet).not.toContain('KKT_search_new_things-to-do');
  });
});
