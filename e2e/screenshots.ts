import { JUNIPER, NORTHWALL, test } from './test';

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
  await page.getByRole('combobox', { name: /^Account/ }).selectOption({ label: 'Wren Social · Juniper Loft Tea' });
  await page.getByRole('button', { name: 'Check the whole file' }).click();
  await page.getByRole('region', { name: 'What the check found' }).waitFor();
  await shot('intake-file');
  const { token } = (await (await fetch(`${lens.market}/tokens/harbor-search`)).json()) as { token: string };
  await lens.open(`/intake?${NORTHWALL}`);
  await page.getByRole('button', { name: 'Connect a channel' }).click();
  await page.getByRole('combobox', { name: 'Channel' }).selectOption({ label: 'Harbor Search' });
  await page.getByLabel('Token').fill(token);
  await page.getByRole('button', { name: 'Look what it opens' }).click();
  await page.getByText('Fields and first rows').nth(2).click();
  await page.getByRole('checkbox', { name: 'Search term by day' }).check();
  await shot('connect');
  await lens.open(`/compare?${JUNIPER}`);
  await shot('compare');
  await lens.open(`/compare?${JUNIPER}&trace=total~roas`);
  await shot('trace');
  await lens.open(`/audit?${NORTHWALL}`);
  await shot('audit');
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
  await lens.open('/targets?client=kelpie-kayak-tours');
  await shot('targets');
});
