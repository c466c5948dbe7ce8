import { labelledReviews } from '../core/test/reviews/labelled.ts';
import { mkdirSync, readdirSync, readFileSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkAccess, expect, own, test } from './program-fixture.ts';

const LISTINGS = [
  'Item;Name of it;Group;Price;Sales rank;Reviews;Sold each month',
  'AB12;Folding book press;Paper > Presses;39,90;14;22;120',
  'AB13;Nipping press;Paper > Presses;68,00;40;210;35',
  'AB14;Broken row;Paper;-1;;;',
].join('\n');
// Written by hand, of a kind of product that the program does not know.
const REVIEWS = [
  'Item;Stars;Title;Text;Date',
  ...labelledReviews('after')
    .filter((r) => r.product === 'hair-clipper')
    .map((r) => ['AB12', r.stars, r.title, `"${r.sentences.map((s) => s.text).join(' ')}"`, r.day].join(';')),
].join('\n');

test.use({ expectedErrors: [/status of 422/] });

test('a seller’s own files, from an empty workspace to a candidate', async ({ page }) => {
  await page.goto(own('/'));
  await expect(page).toHaveURL(/\/sources$/);
  await expect(page.getByRole('heading', { name: 'Begin with the marketplace you sell on' })).toBeVisible();
  await checkAccess(page);

  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Harbour Lane');
  await page.getByRole('textbox', { name: 'Currency' }).fill('EUR');
  await page.getByRole('combobox', { name: 'Measures' }).selectOption('metric');
  await page.getByRole('combobox', { name: 'Fees and curves' }).selectOption('lindholm-torg');
  await page.getByRole('button', { name: 'Add marketplace' }).click();
  await expect(page.getByText(/copied from Lindholm Torg/).first()).toBeVisible();

  const choose = (name: string, text: string) =>
    page.getByLabel('Files', { exact: true }).setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  await choose('empty.csv', '');
  await expect(page.getByRole('alert')).toContainText('The file is empty.');

  await choose('spring list.csv', LISTINGS);
  // A head that is no known word is known by the cells below it, and said so; the others are known by their heads.
  await expect(page.getByRole('row', { name: /Listing code.*by its cells/ })).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Column for Listing code' })).toHaveValue('Item');
  await page.getByRole('combobox', { name: 'Column for Listing code' }).selectOption('');
  await expect(page.getByText('Still needed: Listing code.')).toBeVisible();
  await page.getByRole('combobox', { name: 'Column for Listing code' }).selectOption('Item');
  await expect(page.getByRole('combobox', { name: 'Column for Category' })).toHaveValue('Group');
  await checkAccess(page);
  await page.getByRole('button', { name: 'Take 3 rows in' }).click();
  await expect(page.getByText('3 listings taken in, 1 cell left out.').first()).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('row', { name: '4 Price Price must be above 0, not -1.' })).toBeVisible();

  // The next file like it goes in from the folder by itself; one of other columns waits there for a look.
  const folder = (await page.getByText(/inbox\/harbour-lane$/).textContent())!;
  mkdirSync(folder, { recursive: true });
  const anHourAgo = Date.now() / 1000 - 3600;
  const save = (name: string, text: string): void => {
    writeFileSync(join(folder, name), text);
    utimesSync(join(folder, name), anHourAgo, anHourAgo);
  };
  save('spring list 2.csv', LISTINGS.replace('120', '130'));
  save('other.csv', 'Item code;Stars;Text\nAB12;4;Good board.\nAB12;4;Good board.');
  await page.getByRole('button', { name: 'Look now' }).click();
  const files = page.getByRole('table', { name: 'Files in the folder of Harbour Lane' });
  await expect(files.getByRole('row', { name: /other\.csv.*waits for you/ })).toBeVisible();
  await expect(files.getByRole('row', { name: /spring list 2\.csv.*waits.*left out/ })).toBeVisible();
  await page.getByRole('button', { name: 'Put other.csv away' }).click();
  await expect(files.getByRole('row', { name: /other\.csv.*left there/ })).toBeVisible();
  save('spring list 2.csv', LISTINGS.replace('120', '130').replace(';-1;', ';9;'));
  await page.getByRole('button', { name: 'Look now' }).click();
  await expect(files.getByRole('row', { name: /spring list 2\.csv.*taken in: 3 listings/ })).toBeVisible({
    timeout: 60_000,
  });
  await checkAccess(page);

  await choose('voices.csv', REVIEWS);
  await expect(page.getByRole('combobox', { name: 'What it holds' })).toHaveValue('reviews');
  await page.getByRole('button', { name: 'Take 40 rows in' }).click();
  await expect(page.getByText('40 reviews taken in.').first()).toBeVisible({ timeout: 60_000 });

  await page.goto(own('/harbour-lane/sift?open=AB12'));
  const sheet = page.getByRole('complementary', { name: 'Listing sheet' });
  // What is stated decides; beside it the curve, whose level nobody has confirmed, says next to nothing.
  await expect(sheet.getByTestId('units-best')).toHaveText(/^1[23]\d$/);
  await expect(sheet.getByText('spring list states 130 units a month')).toBeVisible();
  await expect(sheet.getByText('The weight and sides are not known', { exact: false }).first()).toBeVisible();
  await sheet.getByRole('button', { name: 'Put in tray' }).click();
  await page.getByRole('button', { name: 'Start a candidate' }).click();
  await page.getByRole('button', { name: 'Start it' }).click();
  await page.getByRole('link', { name: 'Reviews' }).click();
  // From the file to five points for the maker.
  const themes = page.getByRole('table', { name: 'Themes' }).getByRole('button');
  await expect(themes.filter({ hasText: 'Missing: a part' })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/reviews are read; what follows rests on those/)).toHaveCount(0, { timeout: 60_000 });
  for (let i = 0; i < 5; i++) {
    await themes.nth(i).click();
    await page.getByRole('button', { name: 'Put in brief' }).click();
    await expect(page.getByRole('button', { name: '✓ In brief' })).toBeDisabled();
  }
  await checkAccess(page);
  await page.getByRole('button', { name: 'Maker’s brief (5)' }).click();
  const points = page.getByRole('list', { name: 'Points' }).getByRole('listitem');
  await expect(points).toHaveCount(5);
  await points.first().getByRole('textbox', { name: 'By how much' }).fill('90 minutes instead of 12');
  await page.getByRole('button', { name: 'Point 1 down' }).click();
  await checkAccess(page);
  // Gone away and come back: all that was typed is still there.
  await page.getByRole('link', { name: 'Costing' }).click();
  await page.getByRole('link', { name: 'Reviews' }).click();
  await page.reload();
  await page.getByRole('button', { name: 'Maker’s brief (5)' }).click();
  await expect(points.nth(1).getByRole('textbox', { name: 'By how much' })).toHaveValue('90 minutes instead of 12');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save (CSV)' }).click();
  const brief = readFileSync(await (await download).path(), 'utf8');
  expect(brief.trim().split('\n')).toHaveLength(7);
  expect(brief).toContain('90 minutes instead of 12');
  // What was read wrongly is corrected with the keyboard, and stays corrected.
  await page.getByRole('button', { name: 'Sentences' }).click();
  await expect(page.getByRole('list', { name: 'Sentences' }).getByRole('listitem').first()).toBeVisible();
  await page.keyboard.press('n');
  await page.keyboard.press('r');
  await expect(page.getByText('✓ right')).toBeVisible();
  await page.keyboard.press('b');
  await page.getByRole('textbox', { name: /Find a theme/ }).fill('Told by us');
  await checkAccess(page);
  await page.getByRole('button', { name: 'New gripe: “Told by us”' }).click();
  await page.getByRole('button', { name: 'Corrections (2)' }).click();
  await expect(page.getByRole('list', { name: 'Corrections made' }).getByRole('listitem')).toHaveCount(2);
  await checkAccess(page);
  await page.getByRole('link', { name: 'Costing' }).click();
  await page.getByRole('link', { name: 'Reviews' }).click();
  await page.reload();
  await page.getByRole('button', { name: 'Corrections (2)' }).click();
  await page.getByRole('button', { name: /^Take back: .*Told by us/ }).click();
  await expect(page.getByRole('button', { name: 'Corrections (1)' })).toBeVisible();
  await page.getByRole('link', { name: 'Readings' }).click();
  await expect(page.getByText('A listing on average')).toBeVisible();
});

test('the whole job on the sample files: all dropped at once, a scored candidate, and everything taken away again', async ({
  page,
}) => {
  page.setDefaultTimeout(20_000);
  await page.goto(own('/sources'));
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Sample Lane');
  await page.getByRole('textbox', { name: 'Currency' }).fill('EUR');
  await page.getByRole('combobox', { name: 'Measures' }).selectOption('metric');
  await page.getByRole('button', { name: 'Add marketplace' }).click();
  await expect(page.getByRole('heading', { name: 'Sample Lane', exact: true })).toBeVisible();
  await page.getByRole('combobox', { name: 'Marketplace' }).selectOption({ label: 'Sample Lane' });
  await page
    .getByLabel('Files', { exact: true })
    .setInputFiles(readdirSync('samples').map((name) => join('samples', name)));
  await expect(page.getByText('“fee schedule.json” was taken in as a fee schedule.')).toBeVisible();
  await expect(page.getByText('“rank curve.json” was taken in as a rank curve', { exact: false })).toBeVisible();
  // Before anything is kept: what was read and what it was understood as, side by side.
  await page.getByText('Of 40 rows all can be taken in.').waitFor({ timeout: 60_000 });
  await expect(page.getByRole('button', { name: 'Take all 10 files in' })).toBeVisible({ timeout: 60_000 });
  await checkAccess(page);
  // Gone away and come back: they still wait.
  await page.goto(own('/sample-lane/sift'));
  await page.goto(own('/sources'));
  await page.getByRole('button', { name: 'Take all 10 files in' }).click({ timeout: 60_000 });
  await expect(page.getByText('12 quotes taken in.').first()).toBeVisible({ timeout: 120_000 });

  await page.goto(own('/sample-lane/demand'));
  await page.getByRole('row', { name: /^airbrush holder/ }).click();
  const niche = page.getByRole('complementary', { name: 'Niche sheet' });
  await expect(niche.getByRole('table', { name: 'Who shared the clicks' })).toBeVisible();
  await niche.getByRole('textbox', { name: 'Under the niche' }).fill('My own need');
  await niche.getByRole('button', { name: 'Put there' }).click();
  await expect(niche.getByRole('heading', { name: 'My own need' })).toBeVisible({ timeout: 60_000 });
  await checkAccess(page);

  // A listing with quotes becomes a candidate, is costed from a quote and scored.
  await page.goto(own('/sample-lane/sift?sort=-units'));
  const first = readFileSync('samples/listings.csv', 'utf8').split('\r\n')[3]!.split(';')[0]!;
  await page.goto(own(`/sample-lane/sift?open=${encodeURIComponent(first)}`));
  const sheet = page.getByRole('complementary', { name: 'Listing sheet' });
  await sheet.getByRole('button', { name: 'Put in tray' }).click();
  await page.getByRole('button', { name: 'Start a candidate' }).click();
  await page.getByRole('button', { name: 'Start it' }).click();
  await page.getByRole('link', { name: 'Costing' }).click();
  const quotes = page.getByRole('table', { name: 'Quotes, landed' });
  await expect(quotes.getByRole('row')).toHaveCount(3);
  await quotes.getByRole('button', { name: /^Reckon with the quote of Two Weirs/ }).click();
  await page.getByRole('button', { name: 'Type these lines myself' }).click();
  await expect(page.getByRole('textbox', { name: 'Unit cost EUR', exact: true })).not.toHaveValue('');
  await checkAccess(page);
  await page.goto(own('/sample-lane/shortlist'));
  await expect(page.getByRole('table', { name: 'Standing' }).getByRole('row')).toHaveCount(2);

  // Everything out: a table, and the whole workspace, which goes in again beside what is there.
  const [table] = await Promise.all([
    page.waitForEvent('download'),
    page.goto(own('/sources')).then(async () => {
      await page.getByRole('button', { name: 'Take a table away, CSV' }).last().click();
      await page.getByRole('menuitem', { name: 'readings, day by day' }).click();
    }),
  ]);
  expect(table.suggestedFilename()).toMatch(/^sample-lane-readings.*csv$/);
  const [copy] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Take a copy away' }).click(),
  ]);
  await page.getByLabel('Copy of a workspace').setInputFiles({
    name: 'copy.zip',
    mimeType: 'application/zip',
    buffer: readFileSync(await copy.path()),
  });
  await expect(page.getByText(/The copy was brought in:.*Sample Lane \(2\)/).first()).toBeVisible({ timeout: 120_000 });
  await page.getByRole('button', { name: 'Keep one now' }).click();
  await expect(page.getByRole('table', { name: 'Copies that are kept' }).getByRole('row')).toHaveCount(2);
  await page.goto(own('/sample-lane-2/shortlist'));
  await expect(page.getByRole('table', { name: 'Standing' }).getByRole('row')).toHaveCount(2);
});
