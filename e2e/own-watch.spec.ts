// Thirty daily files of a marketplace of one's own, dropped into the folder: thirty readings, what is new, charts, a run.
import { mkdirSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkAccess, expect, own, test } from './program-fixture.ts';

const DAYS = 30;
const dayBack = (ago: number): string => {
  const now = new Date();
  const day = new Date(now.getFullYear(), now.getMonth(), now.getDate() - ago, 12);
  return [day.getFullYear(), String(day.getMonth() + 1).padStart(2, '0'), String(day.getDate()).padStart(2, '0')].join('-'); // prettier-ignore
};
/** As another program writes it: semicolons, a comma for decimals, heads of its own, the day in each row. */
const fileOf = (ago: number): string =>
  [
    'Artikel-Nr;Name of it;Our price;Sales rank;Customer reviews;Seen on;In stock;Offers',
    `GQ-101;Brass ink rest, small;${ago < 5 ? '16,90' : '19,90'};${220 + (ago % 3)};${80 + DAYS - ago};${dayBack(ago)};40;1`,
    `GQ-102;Brass ink rest, large;29,90;${ago < 14 ? 90 : 310};${12 + DAYS - ago};${dayBack(ago)};${ago < 2 ? 0 : 25};1`,
    `GQ-103;Letter scale of oak;49,90;${1200 + ago};410;${dayBack(ago)};12;${ago < 8 ? 3 : 2}`,
  ].join('\r\n');

test('thirty daily files become thirty readings, a chart and a morning page', async ({ page }) => {
  await page.goto(own('/sources'));
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Gull Quay');
  await page.getByRole('textbox', { name: 'Currency' }).fill('EUR');
  await page.getByRole('combobox', { name: 'Measures' }).selectOption('metric');
  await page.getByRole('combobox', { name: 'Fees and curves' }).selectOption('lindholm-torg');
  await page.getByRole('button', { name: 'Add marketplace' }).click();
  await expect(page.getByRole('heading', { name: 'Gull Quay', exact: true })).toBeVisible();
  await page.getByRole('combobox', { name: 'Marketplace', exact: true }).selectOption({ label: 'Gull Quay' });
  await page.getByLabel('Files', { exact: true }).setInputFiles({
    name: `day ${dayBack(DAYS - 1)}.csv`,
    mimeType: 'text/csv',
    buffer: Buffer.from(fileOf(DAYS - 1)),
  });
  await expect(page.getByRole('combobox', { name: 'Column for Listing code' })).toHaveValue('Artikel-Nr');
  await page.getByRole('button', { name: 'Take 3 rows in' }).click();
  await expect(page.getByText('3 listings taken in.').first()).toBeVisible({ timeout: 60_000 });

  // Watched from the first day on: pasted as a column of a spreadsheet and a line of codes.
  await page.goto(own('/gull-quay/watched'));
  await expect(page.getByText('Nothing is watched yet')).toBeVisible();
  await page
    .getByRole('textbox', { name: 'Listing codes to watch' })
    .fill('GQ-101\tBrass ink rest\nGQ-102, GQ-103, GQ-999');
  await page.getByRole('button', { name: 'Watch', exact: true }).click();
  await expect(page.getByText('Added GQ-101, GQ-102, GQ-103.')).toBeVisible();
  await expect(page.getByText('Not known on this marketplace: GQ-999.')).toBeVisible();
  await expect(page.getByText(/The first reading comes with the next file that names them/)).toBeVisible();

  await page.goto(own('/sources'));
  await page.getByRole('combobox', { name: 'Marketplace', exact: true }).selectOption({ label: 'Gull Quay' });
  const folder = (await page.getByText(/inbox\/gull-quay$/).textContent())!;
  mkdirSync(folder, { recursive: true });
  for (let ago = DAYS - 2; ago >= 0; ago--) {
    const file = join(folder, `day ${dayBack(ago)}.csv`);
    writeFileSync(file, fileOf(ago));
    const written = Date.now() / 1000 - 3600 * (ago + 1);
    utimesSync(file, written, written);
  }
  await page.getByRole('button', { name: 'Look now' }).last().click();
  const readings = async (): Promise<number[]> => {
    const answer = await page.request.get(own('/api/marketplaces/gull-quay/watch'));
    return ((await answer.json()) as { readings: number }[]).map((w) => w.readings);
  };
  await expect.poll(readings, { timeout: 120_000 }).toEqual([DAYS, DAYS, DAYS]);

  // The morning page, in order of consequence; each line leads to its days.
  await page.goto(own('/gull-quay/watched/news'));
  await page.getByRole('combobox', { name: /^Tell me of/ }).selectOption('30');
  const news = page.getByRole('table', { name: 'What is new' });
  await expect(
    news.getByRole('row', {
      name: /Brass ink rest, large.*(sells \d+ % more|rank \d+ % smaller, which is better,) than before/,
    }),
  ).toBeVisible();
  await expect(news.getByRole('row', { name: /Brass ink rest, large.*ran out of stock/ })).toBeVisible();
  await expect(news.getByRole('row', { name: /Brass ink rest, small.*price 19.90 → 16.90/ })).toBeVisible();
  await expect(news.getByRole('row', { name: /Letter scale of oak.*a new seller: 2 then, 3 now/ })).toBeVisible();
  await expect(page).toHaveTitle(/^\(3\) Watched on Gull Quay/);
  await checkAccess(page);

  // Grouped and labelled by keys and many at once, taken back again.
  await page.getByRole('button', { name: 'New group' }).click();
  await page.getByRole('textbox', { name: 'Name of the group' }).fill('Ink rests');
  await page.getByRole('button', { name: 'Make it' }).click();
  await page.getByRole('button', { name: 'All', exact: false }).filter({ hasText: /^All/ }).first().click();
  await page.getByRole('link', { name: 'Listings', exact: true }).click();
  const table = page.getByRole('table', { name: 'Watched listings' });
  await page.getByRole('checkbox', { name: 'Choose GQ-101' }).check();
  await page.getByRole('checkbox', { name: 'Choose GQ-102' }).check();
  await page.getByRole('combobox', { name: 'Put into a group' }).selectOption('Ink rests');
  await expect(page.getByText('2 listings put into Ink rests.')).toBeVisible();
  await page.getByRole('button', { name: 'Stop watching' }).click();
  await expect(table.getByRole('row')).toHaveCount(2);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(table.getByRole('row')).toHaveCount(4);
  await page.getByRole('button', { name: /^Ink rests \(2\)/ }).click();
  await expect(table.getByRole('row')).toHaveCount(3);
  await checkAccess(page);

  // Side by side, as 100 on a day of choice; what is chosen stands in the address.
  await page.getByRole('link', { name: 'Side by side', exact: true }).click();
  await expect(page.locator('.recharts-line')).toHaveCount(2);
  await page.getByRole('button', { name: 'As 100 on a day' }).click();
  await page.getByLabel('100 on').fill(dayBack(20));
  await page.getByRole('button', { name: 'As a table' }).click();
  const base = page.getByRole('row').filter({ has: page.getByRole('cell', { name: '100.0' }) });
  await expect(base.first()).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('100 on')).toHaveValue(dayBack(20));
  await checkAccess(page);

  // A rule of one's own for the group makes it quiet.
  await page.getByRole('link', { name: 'Daily reading and rules' }).click();
  const prices = page.getByRole('textbox', { name: 'A price that moved by' });
  await expect(prices).toHaveCount(1);
  await page.getByRole('button', { name: 'Give it rules of its own' }).click();
  // The marketplace's own rule stands first; that of the group comes with the server's answer.
  await expect(prices).toHaveCount(2);
  const price = prices.last();
  await price.fill('30');
  await price.press('Enter');
  await page.getByRole('button', { name: 'Take stock now' }).click();
  await expect(page.getByRole('table', { name: 'Daily readings' })).toContainText('All 3 listings read.');
  await checkAccess(page);
  await page.getByRole('link', { name: 'What is new' }).click();
  await expect(news.getByRole('row', { name: /price 19.90/ })).toHaveCount(0);
  await expect(news.getByRole('row', { name: /ran out of stock/ })).toBeVisible();

  // And away, as other programs read it.
  for (const [path, type] of [
    ['watch/news.atom', 'application/atom+xml'],
    ['watch/calendar.ics', 'text/calendar'],
    ['watch/listings.csv', 'text/csv'],
  ]) {
    const answer = await page.request.get(own(`/api/marketplaces/gull-quay/${path}`));
    expect(answer.headers()['content-type']).toContain(type);
  }
});
