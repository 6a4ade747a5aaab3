import { expect, test } from './test';

test.use({ copy: 'rules' });

const APP = 'client=pocket-orchard';

test('a standing rule is rehearsed, turned on, decided on, changed, taken away and brought back', async ({ page, lens }) => {
  const rule = page.getByRole('article', { name: 'A sub-source that brings nothing' });

  await test.step('it is rehearsed before it can be turned on', async () => {
    await lens.open(`/moves/rules?${APP}`);
    await page.getByRole('button', { name: 'New rule' }).click();
    await page.getByRole('menuitem', { name: 'A sub-source that spends and brings nothing' }).click();
    await expect(page.getByRole('button', { name: 'Turn on' })).toBeDisabled();
    await page.getByRole('button', { name: 'Rehearse' }).click();
    await expect(page.getByText(/^It would have helped: saved less lost \+/)).toBeVisible();
    await expect(page.getByText(/at most \d+ at once\. Of \d+ whose days after tell, \d+ brought something later\.$/)).toBeVisible();
    await expect(page.getByRole('table', { name: 'What it would have proposed' }).getByRole('row')).toHaveCount(9);
    await lens.accessible();
  });

  await test.step('what is changed since is to be rehearsed again; a rule for nearly everything is asked about twice', async () => {
    await page.getByRole('button', { name: /^Condition: installs at most 0/ }).click();
    await page.getByRole('button', { name: 'Take out' }).click();
    await page.getByRole('button', { name: /^Condition: spend above/ }).click();
    await page.getByRole('spinbutton', { name: 'Amount' }).fill('0');
    await page.getByRole('spinbutton', { name: 'Amount' }).press('Enter');
    await expect(page.getByRole('button', { name: 'Turn on' })).toBeDisabled();
    await page.getByRole('button', { name: 'Rehearse' }).click();
    await expect(page.getByRole('table', { name: 'What it would have proposed' })).toBeVisible();
    await page.getByRole('button', { name: 'Turn on' }).click();
    await expect(page.getByRole('dialog', { name: 'Nearly everything' })).toContainText(/Its conditions hold for \d+ of 466 sub-sources/);
    await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click();
    await page.getByRole('button', { name: 'Cancel' }).click();
    await expect(page.getByText('Rehearse it on the weeks before, then turn it on.')).toBeVisible();
  });

  await test.step('one that is on proposes, and what it proposes is accepted and undone', async () => {
    await page.getByRole('button', { name: 'New rule' }).click();
    await page.getByRole('menuitem', { name: 'A sub-source that spends and brings nothing' }).click();
    await page.getByRole('button', { name: 'Rehearse' }).click();
    await page.getByRole('button', { name: 'Turn on' }).click();
    await expect(rule).toContainText('When a sub-source over 10 days has spend above 2');
    await expect(rule).toContainText(/at 466 sub-sources, .*: proposes \d+ moves\./);
    await lens.accessible();
    const accept = rule.getByRole('button', { name: /^Accept these \d+ moves/ });
    await accept.click();
    await expect(rule.getByText('Accepted').first()).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(accept).toBeVisible();
    await accept.click();
    await expect(page.getByText(/ on, 0 in draft\. Nothing waits to be decided\.$/)).toBeVisible();
    await page.getByRole('tab', { name: 'Decided' }).click();
    await expect(page.getByRole('table', { name: 'To be carried out moves' })).toContainText('and installs 0.');
  });

  await test.step('taken away, brought back as a draft', async () => {
    await page.getByRole('tab', { name: 'Standing rules' }).click();
    await rule.getByRole('button', { name: 'Its looks' }).click();
    await expect(page.getByRole('list', { name: /^Looks of/ }).getByRole('listitem')).toHaveText([
      /: 466 sub-sources, \d+ moves proposed$/,
    ]);
    await rule.getByRole('button', { name: 'Take away' }).click();
    await expect(rule).toBeHidden();
    await page.getByRole('button', { name: 'Bring it back' }).click();
    await expect(rule).toContainText('Draft: it does not look');
  });
});
