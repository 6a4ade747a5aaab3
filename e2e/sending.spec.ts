import { expect, test } from './test';

test.use({ copy: 'sending' });

const GYM = 'client=northwall-climbing&period=2026-10-03_2026-10-30';

test('a night schedule: chosen, approved by whoever leads, sent, told in the logbook, and taken back', async ({ page, lens }) => {
  await test.step('the audit draws the hours that run and those that would', async () => {
    await lens.open(`/audit?${GYM}`);
    const hours = page.getByRole('article', { name: /was spent while nobody takes what comes in/ });
    await expect(hours.getByRole('img', { name: 'Hours that would run' }).first()).toBeVisible();
    const moves = hours.getByRole('list', { name: 'Moves for Hours in which nobody answers' });
    await expect(moves).toContainText('Schedule: every day 05:00–23:00 → every day 06:00–21:00');
    await moves.getByRole('checkbox', { name: /brand/ }).uncheck();
    await hours.getByRole('button', { name: 'Accept these 3 moves' }).click();
    await expect(page.getByText('Accepted: these 3 moves')).toBeVisible();
    await expect(hours.getByRole('button', { name: 'Accept this move' })).toBeVisible();
    await lens.accessible();
  });

  await test.step('words that mean something else are shut out of each campaign that has them', async () => {
    const free = page.getByRole('article', { name: /^Searches with “free”/ });
    await expect(free).toContainText('Exclude searches with “free”');
    await free.getByRole('button', { name: /^Accept these \d moves/ }).click();
    await expect(free.getByRole('button', { name: /^Take back: Exclude searches with “free”/ }).first()).toBeVisible();
  });

  await test.step('nothing is sent before somebody who leads has approved it', async () => {
    await lens.open(`/moves?${GYM}`);
    await page.getByRole('button', { name: /^Nobody has said who you are/ }).click();
    await page.getByLabel('Your name').fill('Ana');
    await page.getByLabel('Your name').press('Tab');
    await page.getByLabel('Approved by').fill('Ben');
    await page.getByLabel('Approved by').press('Tab');
    await expect(page.getByRole('button', { name: /^You are Ana\. Moves are approved by Ben/ })).toBeVisible();
    await expect(page.getByRole('button', { name: /^Approve \d+ moves/ })).toBeDisabled();
    await page.getByRole('button', { name: /^Send \d+ moves/ }).click();
    await expect(page.getByText(/: It is to be approved by Ben first\.$/).first()).toBeVisible();
    await page.getByLabel('Your name').fill('Ben');
    await page.getByLabel('Your name').press('Tab');
    await page.getByRole('button', { name: /^Approve \d+ moves/ }).click();
    await expect(page.getByText(/^Approved: Ben, /).first()).toBeVisible();
    await lens.accessible();
  });

  await test.step('sent once, and gone from the change sheet', async () => {
    const toDo = page.getByRole('table', { name: 'To be carried out moves' });
    await toDo.getByRole('checkbox', { name: /Exclude searches with “free”, Kids and parties/ }).uncheck();
    await page.getByRole('button', { name: /^Send \d+ moves/ }).click();
    await expect(page.getByText(/^\d+ moves sent\.$/)).toBeVisible();
    await expect(toDo.getByRole('row')).toHaveCount(2);
    const sent = page.getByRole('table', { name: 'Sent moves' });
    await expect(sent.getByRole('row', { name: /Trial visit - search - gyms near.*Schedule/ })).toContainText('Sent: Ben');
    await lens.accessible();
  });

  await test.step('the way back is a move like any other', async () => {
    const sent = page.getByRole('table', { name: 'Sent moves' });
    await sent.getByRole('button', { name: /^Accept the opposite of: Schedule.*Kids and parties/ }).click();
    await expect(page.getByRole('table', { name: 'To be carried out moves' })).toContainText(
      'every day 06:00–21:00 → every day 05:00–23:00',
    );
    await page.getByRole('tab', { name: 'Results' }).click();
    await expect(page.getByText('Nothing that was decided here has been carried out yet')).toBeVisible();
    await lens.accessible();
  });

  await test.step('the logbook tells what was sent', async () => {
    await lens.open(`/intake/logbook?client=northwall-climbing&period=2026-10-03_2026-10-31`);
    await expect(page.getByText(/Sent to the channel: Schedule: all hours → every day 06:00–21:00\./).first()).toBeVisible();
  });
});
