import { choose, JUNIPER, NORTHWALL, test } from './test';

const FOLDER = 'docs/screenshots';

test('pictures of the main views', async ({ page, lens }) => {
  const shot = async (name: string) => {
    await page.waitForLoadState('networkidle');
    await page.screenshot({ path: `${FOLDER}/${name}.png` });
  };
  await lens.open('/clients');
  await shot('clients');
  await lens.open(`/intake?${JUNIPER}`);
  await shot('intake');
  const rows = ['Day;Campaign;Clicks;Cost;Orders', '28/10/2026;Loyalty letter;40;12,50;3', '29/10/2026;Loyalty letter;x;13,00;1'];
  await page
    .getByLabel('Files to bring in')
    .setInputFiles({ name: 'letter.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\n')) });
  await choose(page, 'Account', 'Wren Social · Juniper Loft Tea');
  await page.getByRole('button', { name: 'Check the whole file' }).click();
  await page.getByRole('region', { name: 'What the check found' }).waitFor();
  await shot('intake-file');
  await lens.open(`/intake/words?${JUNIPER}`);
  await page.getByRole('button', { name: 'Add a word' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'It is called' }).fill('Shelf looks');
  await dialog.getByRole('button', { name: 'Add the word' }).click();
  await dialog.waitFor({ state: 'hidden' });
  await page.getByRole('button', { name: 'Change Shelf looks' }).click();
  await shot('words');
  await page.keyboard.press('Escape');
  await lens.open(`/intake/names?${JUNIPER}`);
  await page.getByRole('button', { name: /^Campaign names/ }).click();
  await choose(page, 'What part 4 tells', 'theme');
  await page.getByText(/Of the campaign names/).waitFor();
  await shot('names');
  await lens.open(`/intake/matching?${JUNIPER}`);
  await page.getByText('All before, and all after').waitFor();
  await shot('matching');
  const { token } = (await (await fetch(`${lens.market}/tokens/harbor-search`)).json()) as { token: string };
  await lens.open(`/intake?${NORTHWALL}`);
  await page.getByRole('button', { name: 'Connect a channel' }).click();
  await choose(page, 'Channel', 'Harbor Search');
  await page.getByLabel('Token').fill(token);
  await page.getByRole('button', { name: 'Look what it opens' }).click();
  await page.getByText('Fields and first rows').nth(2).click();
  await page.getByRole('checkbox', { name: 'Search term by day' }).check();
  await shot('connect');
  await lens.open(`/compare?${JUNIPER}`);
  await shot('compare');
  await lens.open(`/compare?${JUNIPER}&trace=total~roas`);
  await shot('trace');
  await lens.open(`/compare?${JUNIPER}&rows=campaign&picture=scatter&chart=roas`);
  await page.getByRole('img', { name: /^ROAS against spend/ }).waitFor();
  await shot('pictures');
  await lens.open(`/compare/views?${JUNIPER}`);
  await page.getByRole('button', { name: 'Star Weekly campaign check' }).click();
  await shot('views');
  await lens.open('/attribution?client=kelpie-kayak-tours&period=2026-10-01_2026-10-30');
  await page.getByText('No known touch').waitFor();
  await shot('attribution');
  await lens.open(`/dashboards?${JUNIPER}`);
  await page
    .getByRole('img', { name: /as bars$/ })
    .first()
    .waitFor();
  await page.getByText(/proposals of the audit/).waitFor();
  await shot('dashboards');
  await lens.open(`/metrics?${JUNIPER}&metric=new`);
  await page.getByRole('textbox', { name: 'It is called' }).fill('Profit by sale date');
  await page.getByRole('textbox', { name: 'Formula' }).click();
  await page.keyboard.type('value of purchase by sale date * margin - spend');
  await page.keyboard.press('Escape');
  await page.locator('ul-metric-preview .figure').waitFor();
  await shot('metrics');
  await page.getByRole('button', { name: 'Save' }).click();
  await page.getByRole('button', { name: 'Take it away' }).waitFor();
  await lens.open(`/audit?${JUNIPER}`);
  await page.getByRole('article', { name: /^Something changed on/ }).waitFor();
  await shot('audit');
  await lens.open(`/audit?${NORTHWALL}`);
  await page
    .getByRole('button', { name: /^Accept the move/ })
    .first()
    .click();
  await page
    .getByRole('button', { name: /^Take back/ })
    .first()
    .waitFor();
  await lens.open(`/moves?${NORTHWALL}`);
  await shot('moves');
  await lens.open(`/moves/plan?${JUNIPER}`);
  await page.getByRole('button', { name: 'Why, and what more would bring' }).first().click();
  await shot('plan');
  await lens.open('/moves/rules?client=pocket-orchard');
  await page.getByRole('button', { name: 'New rule' }).click();
  await page.getByRole('menuitem', { name: 'A sub-source that spends and brings nothing' }).click();
  await page.getByRole('button', { name: 'Rehearse' }).click();
  await page.getByRole('table', { name: 'What it would have proposed' }).waitFor();
  await shot('rules');
  await lens.open('/targets?client=kelpie-kayak-tours');
  await shot('targets');
});
