import { choose, expect, JUNIPER, test } from './test';

test.use({ copy: 'metrics' });

test('a metric of one’s own: written, mended, put into a set in order, read in Compare, traced, changed', async ({ page, lens }) => {
  const editor = page.getByRole('textbox', { name: 'Formula' });
  const write = async (text: string): Promise<void> => {
    await editor.click();
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.type(text);
    await page.keyboard.press('Escape');
  };
  const preview = page.locator('ul-metric-preview');

  await test.step('an error is told at its place, and mended with one key', async () => {
    await lens.open(`/metrics?${JUNIPER}`);
    await expect(page.getByRole('list', { name: 'From seen to sold' })).toContainText(
      /Impressions\s*4,063,938.*1\.09% of impressions.*Clicks\s*44,159.*Purchases/s,
    );
    await page.getByRole('link', { name: 'Write a metric' }).click();
    await page.getByRole('textbox', { name: 'It is called' }).fill('Profit by sale date');
    await write('spend + clicks');
    await expect(page.getByText('“spend” is money and “clicks” is a number: they cannot be added.', { exact: false })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
    await page.keyboard.press('Alt+Enter');
    await expect(editor).toHaveText('spend + clicks × CPC');
    await expect(page.getByText('This comes to money.')).toBeVisible();
  });

  await test.step('names are offered while one types, of what this client has', async () => {
    await editor.click();
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.type('value of purc');
    await page.getByRole('option', { name: 'purchase', exact: true }).click();
    await page.keyboard.type(' by sale date * margin - spend');
    await page.keyboard.press('Escape');
    await expect(editor).toHaveText('value of purchase by sale date * margin - spend');
  });

  await test.step('what it says is there before it is stored', async () => {
    // The margin of Juniper Loft Tea fell in the middle of October.
    await expect(preview.locator('.figure')).toHaveText('> £3,708');
    await expect(preview.getByRole('row', { name: /^Harbor Search −/ })).toContainText('−£1,102');
    await lens.accessible('.open');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('link', { name: /^Profit by sale date/ })).toHaveAttribute('aria-current', 'true');
  });

  await test.step('another, made from one that is there for everybody, of some rows alone', async () => {
    await page.getByRole('searchbox', { name: 'Find a metric' }).fill('cpc');
    await page.getByRole('link', { name: /^CPC/ }).click();
    await page.getByRole('button', { name: 'Write another from it' }).click();
    await expect(editor).toHaveText('spend / clicks');
    await write('spend where device is "phone" / spend');
    await page.getByRole('textbox', { name: 'It is called' }).fill('Phone share');
    await expect(preview.getByText(/Of £17,621 spent in these days .* is kept and .* left out/)).toBeVisible();
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('button', { name: 'Take it away' })).toBeVisible();
  });

  await test.step('a set of them, ordered by drag', async () => {
    await page.getByRole('tab', { name: 'Sets' }).click();
    await page.getByRole('link', { name: 'Make a set' }).click();
    await page.getByRole('textbox', { name: 'It is called' }).fill('What is earned');
    for (const name of ['Spend', 'Phone share', 'Profit by sale date']) {
      await page.getByRole('combobox', { name: 'Put in a metric' }).fill(name);
      await page.getByRole('option', { name, exact: true }).click();
    }
    const lines = page.getByRole('list', { name: 'Metrics of the set' }).getByRole('listitem');
    await lines.nth(2).locator('.handle').hover();
    await page.mouse.down();
    await lines.nth(1).hover({ position: { x: 20, y: 4 } });
    await lines.nth(0).hover({ position: { x: 20, y: 4 } });
    await page.mouse.up();
    await expect(lines.locator('.name')).toHaveText(['Profit by sale date', 'Spend', 'Phone share']);
    await page.getByRole('button', { name: 'How the column of Phone share looks' }).click();
    await page.getByRole('textbox', { name: 'Short name' }).fill('Phones');
    await choose(page, 'Drawn', 'over a bar');
    await expect(lines.nth(2)).toContainText('headed “Phones”, over a bar');
    await lens.accessible();
    await page.getByRole('button', { name: 'Save' }).click();
    await page.getByRole('link', { name: 'Show it in Compare' }).click();
  });

  await test.step('Compare shows it, its trace leads to rows, and the export holds it', async () => {
    const table = page.getByRole('treegrid', { name: 'Comparison' });
    await expect(table.getByRole('columnheader')).toContainText(['Member', 'Profit by sale date', 'Spend', 'Phones']);
    await expect(table.locator('td.bar').first()).toBeVisible();
    await page.goto(page.url().replace(/period=[^&]*/, 'period=this-month'));
    const harbor = table.getByRole('row', { name: /Mark Harbor Search/ });
    await expect(harbor).toContainText('−£1,102');
    await harbor.getByRole('gridcell').filter({ hasText: '−£1,102' }).click();
    const drawer = page.locator('ul-trace-drawer');
    await expect(drawer).toContainText('value of purchase as ordered by sale date × margin − spend');
    await expect(drawer).toContainText(/from [\d,]+ rows/);
    await drawer.getByRole('button', { name: 'Close the trace' }).click();
    await page.getByRole('button', { name: 'Export' }).click();
    const file = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: /CSV/ }).first().click();
    const { createReadStream } = await import('node:fs');
    let text = '';
    for await (const chunk of createReadStream(await (await file).path())) text += String(chunk);
    expect(text).toContain('Profit by sale date');
    expect(text).toMatch(/channel,Harbor Search,-1101\.\d+,/);
  });

  await test.step('a change shows what it was and where it is used, and asks', async () => {
    await page.getByRole('link', { name: 'Metrics', exact: true }).first().click();
    await page.getByRole('link', { name: /^Profit by sale date/ }).click();
    await expect(page.getByText('the set “What is earned”')).toBeVisible();
    await expect(preview.locator('.figure')).toHaveText(/£/);
    const before = await preview.locator('.figure').innerText();
    await write('value of purchase by sale date * margin - spend * 1.1');
    await expect(page.getByText(`On these days it says ${before} as it is stored`)).toBeVisible();
    await page.getByRole('textbox', { name: 'Why' }).fill('Fees of ten per cent');
    await page.getByRole('textbox', { name: 'Your name' }).fill('Ana');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('dialog')).toContainText('It is used by the set “What is earned”');
    await page.getByRole('button', { name: 'Change it' }).click();
    const versions = page.locator('ul-metric-versions');
    await expect(versions.getByRole('listitem')).toHaveCount(2);
    await expect(versions.getByRole('listitem').first()).toContainText('Ana: Fees of ten per cent');
    await versions.getByRole('button', { name: 'Write it again' }).click();
    await expect(editor).toHaveText('value of purchase by sale date * margin - spend');
    await page.getByRole('button', { name: 'Take it away' }).click();
    await expect(page.getByRole('alert')).toContainText('is used by the set “What is earned”. Take it out of it first.');
  });

  await test.step('what is taken away is brought back, by a key at once or from a list', async () => {
    await page.getByRole('tab', { name: 'Sets' }).click();
    const sets = page.getByRole('navigation', { name: 'Metric sets' });
    const own = sets.getByRole('link', { name: /^What is earned/ });
    await own.click();
    await page.getByRole('button', { name: 'Take it away' }).click();
    await expect(own).toHaveCount(0);
    await page.keyboard.press('Control+z');
    await expect(page.getByText('It is as it was before.')).toBeVisible();
    await own.click();
    await page.getByRole('button', { name: 'Take it away' }).click();
    await sets.getByRole('button', { name: 'Bring it back' }).click();
    await expect(page.getByText('“What is earned” is back.')).toBeVisible();
    await expect(own).toBeVisible();
  });
});

test('who comes second is told and shown both', async ({ page, lens, context }) => {
  await lens.open(`/metrics?${JUNIPER}&metric=new`);
  await page.getByRole('textbox', { name: 'It is called' }).fill('Half');
  await page.getByRole('textbox', { name: 'Formula' }).click();
  await page.keyboard.type('spend / 2');
  await page.keyboard.press('Escape');
  await choose(page, 'For', 'the whole agency');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('link', { name: /^Half/ })).toHaveAttribute('aria-current', 'true');
  const second = await context.newPage();
  await second.goto(page.url());
  for (const [each, text] of [
    [second, ' * 3'],
    [page, ' * 4'],
  ] as const) {
    await each.getByRole('textbox', { name: 'Formula' }).click();
    await each.keyboard.press('End');
    await each.keyboard.type(text);
    await each.keyboard.press('Escape');
    await each.getByRole('button', { name: 'Save' }).click();
    if (each === second) await expect(each.locator('ul-metric-versions').getByRole('listitem')).toHaveCount(2);
  }
  const alert = page.getByRole('alert');
  await expect(alert).toContainText('has changed it');
  await expect(alert).toContainText('Theirs: spend / 2 * 3');
  await expect(alert).toContainText('Yours: spend / 2 * 4');
  await alert.getByRole('button', { name: 'Go on with mine' }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.locator('ul-metric-versions').getByRole('listitem')).toHaveCount(3);
});
