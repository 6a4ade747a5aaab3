import { expect, JUNIPER, mark, test } from './test';

test.use({ copy: 'in-bulk' });

test('what is marked is changed together: budgets by a share, twenty ads paused at once, and undone in one click', async ({
  page,
  lens,
}) => {
  const dialog = page.getByRole('dialog', { name: /^Change / });

  await test.step('budgets of two campaigns, each with what it would do', async () => {
    await lens.open(`/compare?${JUNIPER}&rows=campaign`);
    await mark(page, 'JLT_search_new_gifts_uk');
    await mark(page, 'JLT_search_new_green-tea_uk');
    await page.getByRole('button', { name: 'Change…' }).click();
    await expect(dialog.getByRole('heading')).toHaveText('Change 2 campaigns');
    await expect(dialog).toContainText('Pause (now running)');
    await dialog.getByRole('combobox', { name: 'What to do' }).click();
    await page.getByRole('option', { name: 'Change the daily budget by a share' }).click();
    await expect(dialog.getByRole('button', { name: 'Accept' })).toBeDisabled();
    await dialog.getByRole('spinbutton', { name: 'By, in percent' }).fill('-100');
    await dialog.getByRole('spinbutton', { name: 'By, in percent' }).press('Enter');
    await expect(dialog.getByRole('alert')).toContainText('A budget is lowered by at most 99 %: pause it instead');
    await dialog.getByRole('spinbutton', { name: 'By, in percent' }).fill('-20');
    await dialog.getByRole('spinbutton', { name: 'By, in percent' }).press('Enter');
    await expect(dialog).toContainText('Daily budget £74.00 → £59.20 (−20%)');
    await expect(dialog).toContainText('What it brings follows with an elasticity of');
    await lens.accessible();
    await dialog.getByRole('button', { name: 'Accept 2 moves' }).click();
    await expect(page.getByText('Accepted: 2 moves, under Moves')).toBeVisible();
  });

  await test.step('what waits for a change already is left alone, and it says why', async () => {
    await page.getByRole('button', { name: 'Change…' }).click();
    await expect(dialog).toContainText('None of these can be changed so.');
    await expect(dialog.getByText('Left as it is. Another change of it is accepted, and waits to be carried out.')).toHaveCount(2);
    await dialog.getByRole('button', { name: 'Cancel' }).click();
    await lens.open(`/moves?${JUNIPER}`);
    await expect(page.getByRole('table', { name: 'To be carried out moves' })).toContainText('£74.00 → £59.20');
  });

  await test.step('twenty ads at once', async () => {
    await lens.open(`/compare?${JUNIPER}&rows=ad`);
    const boxes = page.getByRole('checkbox', { name: /^Mark (?!Total|Matched|Not )/ });
    for (let nth = 0; nth < 20; nth++) await boxes.nth(nth).click();
    await page.getByRole('button', { name: 'Change…' }).click();
    await expect(dialog.getByRole('heading')).toHaveText('Change 20 ads');
    await expect(dialog).toContainText('20 moves together.');
    await dialog.getByRole('button', { name: 'Accept 20 moves' }).click();
    await Promise.all([page.waitForResponse(/undecide$/), page.getByRole('button', { name: 'Undo' }).click()]);
    await lens.open(`/moves?${JUNIPER}`);
    await expect(page.getByRole('table', { name: 'To be carried out moves' }).getByRole('row')).toHaveCount(3);
  });
});
