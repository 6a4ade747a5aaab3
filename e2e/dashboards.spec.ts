import { expect, JUNIPER, saved, test } from './test';

test.use({ copy: 'dashboards' });

test('a morning: the ready dashboard, narrowed to a channel, arranged, kept and taken away', async ({ page, lens }) => {
  const tile = (text: string) => page.locator('.tile').filter({ has: page.getByRole('heading', { name: text }) });

  await test.step('is made of what the client’s feeds deliver', async () => {
    await lens.open(`/dashboards?${JUNIPER}`);
    await expect(page.getByRole('button', { name: 'Dashboard: Shop, every morning' })).toBeVisible();
    await expect(tile('The target, this month')).toContainText('ROAS, promised at least 2.60');
    await expect(tile('What waits for a decision')).toContainText(/\d+ proposals of the audit/);
    await expect(page.getByRole('link', { name: /proposals wait for a decision/ })).toBeVisible();
    await expect(page.getByRole('img', { name: /^ROAS of \d members as bars$/ })).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Local listing' })).toHaveCount(0);
    await lens.accessible();
  });

  await test.step('a member that is chosen narrows the others, and says so', async () => {
    const whole = await tile('What comes in').getByRole('button').first().textContent();
    await page.getByRole('img', { name: /^ROAS of \d members as bars$/ }).click({ position: { x: 200, y: 30 } });
    await expect(page.getByText('Only where channel is Harbor Search.')).toBeVisible();
    await page.reload();
    await expect(page.getByText('Only where channel is Harbor Search.')).toBeVisible();
    await expect(tile('What comes in').getByRole('button').first()).not.toHaveText(whole ?? '');
    await expect(tile('The target, this month')).toContainText('of all of it');
    await page.getByRole('button', { name: 'Show all again' }).click();
    await expect(tile('What comes in').getByRole('button').first()).toHaveText(whole ?? '');
  });

  await test.step('is arranged by keyboard, undone and kept', async () => {
    await page.getByRole('button', { name: 'Arrange' }).press('Enter');
    await page.getByRole('button', { name: 'Add a tile' }).press('Enter');
    await page.getByRole('menuitem', { name: 'A text' }).press('Enter');
    await page.getByRole('textbox', { name: 'Text' }).fill('Call Ana about the price.');
    await page.keyboard.press('Tab');
    await page.getByRole('button', { name: 'Undo' }).press('Enter');
    await expect(page.getByRole('textbox', { name: 'Text' })).toHaveValue('Write something here.');
    await page.getByRole('textbox', { name: 'Text' }).fill('Call Ana about the price.');
    await page.keyboard.press('Tab');
    await tile('What waits for a decision').getByRole('button', { name: 'Move or take away this tile' }).press('Enter');
    await page.getByRole('menuitem', { name: 'Take it away' }).press('Enter');
    await expect(page.getByRole('heading', { name: 'What waits for a decision' })).toHaveCount(0);
    await page.getByRole('textbox', { name: 'It is called' }).fill('Our mornings');
    await page.keyboard.press('Tab');
    await page.getByRole('button', { name: 'Keep it' }).press('Enter');
    await expect(page.getByRole('button', { name: 'Dashboard: Our mornings' })).toBeVisible();
    await page.reload();
    await expect(page.getByText('Call Ana about the price.')).toBeVisible();
    await expect(page.getByRole('heading', { name: 'What waits for a decision' })).toHaveCount(0);
  });

  await test.step('is taken along on paper, as it is told', async () => {
    const { name, text } = await saved(page, 'More of this dashboard', 'Save it as PDF');
    expect([name, text.slice(0, 5)]).toEqual(['Juniper Loft Tea Our mornings.pdf', '%PDF-']);
    expect([...text.matchAll(/\/Type \/Page\b/g)].length).toBeGreaterThan(1);
  });

  await test.step('hangs on a wall, follows what somebody else changes, and is paged by key', async () => {
    await page.getByRole('button', { name: 'On the wall' }).press('Enter');
    await expect(page.getByRole('navigation', { name: 'Sections' })).toHaveCount(0);
    await expect(page.getByRole('heading', { level: 1, name: /Juniper Loft Tea Our mornings/ })).toBeVisible();
    await lens.accessible();
    const client = `${new URL(page.url()).origin}/api/clients/juniper-loft-tea`;
    const { promises } = (await (await page.request.get(client)).json()) as { promises: { targets: { value: number }[] } };
    const promise = (value: number) =>
      page.request.put(`${client}/promises`, { data: { ...promises, targets: promises.targets.map((each) => ({ ...each, value })) } });
    for (const value of [2.4, 2.6]) {
      expect((await promise(value)).status()).toBe(200);
      await expect(tile('The target, this month')).toContainText(`promised at least ${value.toFixed(2)}`);
    }
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('heading', { level: 1, name: /Shop, every morning/ })).toBeVisible();
    await page.keyboard.press('ArrowLeft');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: 'Dashboard: Our mornings' })).toBeVisible();
  });

  await test.step('wide screens have a layout of their own', async () => {
    const target = tile('The target, this month');
    const wide = () => target.evaluate(({ clientWidth }) => clientWidth / document.body.clientWidth);
    const usual = await wide();
    await page.setViewportSize({ width: 1920, height: 900 });
    await page.getByRole('button', { name: 'Arrange' }).press('Enter');
    await expect(page.getByText('as it lies on wide screens')).toBeVisible();
    await target.getByRole('button', { name: 'Move or take away this tile' }).press('Enter');
    await page.getByRole('menuitem', { name: 'Narrower' }).press('Enter');
    await expect.poll(wide).toBeLessThan(usual - 0.04);
    await page.getByRole('button', { name: 'Keep it' }).press('Enter');
    await page.setViewportSize({ width: 1280, height: 800 });
    await expect.poll(wide).toBeCloseTo(usual, 1);
    await page.setViewportSize({ width: 1920, height: 900 });
    await expect.poll(wide).toBeLessThan(usual - 0.04);
    await page.setViewportSize({ width: 1280, height: 800 });
  });

  await test.step('others are ready for the channels that there are', async () => {
    await page.getByRole('button', { name: 'Dashboard: Our mornings' }).click();
    await page
      .getByRole('dialog', { name: 'Dashboard' })
      .getByRole('option', { name: /^Marketplace, every week/ })
      .click();
    await expect(page.getByRole('img', { name: /^Value of \d+ members as bars$/ })).toBeVisible();
    await lens.accessible();
    await page.goBack();
    await expect(page.getByRole('button', { name: 'Dashboard: Our mornings' })).toBeVisible();
  });

  await test.step('a frozen copy shows what was shown, and still traces', async () => {
    const board = page.url();
    const figure = page.locator('ul-big-figure button').first();
    await expect(figure).toBeVisible();
    const shown = await figure.innerText();
    await page.getByRole('button', { name: 'More of this dashboard' }).click();
    await page.getByRole('menuitem', { name: 'Freeze it as it stands' }).click();
    await page.getByRole('button', { name: 'Look' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Juniper Loft Tea: Our mornings' })).toBeVisible();
    await expect(figure).toHaveText(shown);
    await lens.accessible();
    await figure.click();
    const trace = page.getByRole('complementary', { name: 'How this figure came about' });
    await expect(trace).toContainText('As known on 31 Oct 2026.');
    await expect(trace.locator('.result')).toHaveText((await figure.getAttribute('title')) ?? '');
    await page.getByRole('link', { name: 'All copies' }).click();
    await page.getByRole('button', { name: 'Take it away' }).click();
    await page.getByRole('button', { name: 'Bring it back' }).last().click();
    await expect(page.getByRole('main').getByRole('link', { name: 'Juniper Loft Tea: Our mornings' })).toBeVisible();
    await lens.accessible();
    await page.goto(board);
  });

  await test.step('a tile opens as its question; a dashboard that is taken away can be brought back', async () => {
    await page.getByRole('button', { name: 'More of this dashboard' }).click();
    await page.getByRole('menuitem', { name: 'Take it away' }).click();
    await expect(page.getByRole('button', { name: 'Dashboard: Shop, every morning' })).toBeVisible();
    await page.reload();
    await page.getByRole('button', { name: 'More of this dashboard' }).click();
    await page.getByRole('menuitem', { name: 'Bring back “Our mornings”' }).click();
    await expect(page.getByRole('button', { name: 'Dashboard: Our mornings' })).toBeVisible();
    await tile('Channels against the target').getByRole('link').click();
    await expect(page.getByRole('button', { name: 'Picture: bars' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Metric in the chart: ROAS' })).toBeVisible();
  });
});
