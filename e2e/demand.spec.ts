/// <reference lib="dom" />
import { readFileSync } from 'node:fs';
import { checkAccess, demo, expect, test } from './program-fixture.ts';

const FEEDER = 'QS0043A3';

test('niches are narrowed by an income, opened, and lead to their shelf', async ({ page }) => {
  await page.goto(demo('/quayside/sift'));
  await page.getByRole('link', { name: 'Demand' }).click();
  const count = page.getByTestId('demand-count');
  await expect(count).toHaveText(/^\d+$/);
  const all = Number(await count.innerText());

  const income = page.getByRole('textbox', { name: 'Income target' });
  await income.fill('no sum');
  await income.press('Enter');
  await expect(page.getByText('This is not a number.')).toBeVisible();
  await income.fill('9000');
  await income.press('Enter');
  await expect(page).toHaveURL(/income=9000%2Fmonth/);
  await expect(count).not.toHaveText(String(all));
  const card = page.getByRole('region', { name: 'Limit: Income target' });
  const meet = Number(/(\d+) meet it/.exec(await card.innerText())![1]);
  await expect(count).toHaveText(String(meet));
  expect(Number((await card.locator('.costs b').innerText()).replace(/\D/g, ''))).toBe(all - meet);
  await page.getByRole('combobox', { name: 'Income per' }).selectOption('year');
  await expect(count).not.toHaveText(String(meet));

  // Words across categories; a limit from the list, by keys.
  await page.getByRole('textbox', { name: 'with', exact: true }).fill('press');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('with “press”');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('l');
  await page.getByRole('textbox', { name: 'Find a limit' }).fill('course');
  await page.keyboard.press('Enter');
  await page
    .getByRole('region', { name: 'Limit: Course' })
    .getByRole('checkbox', { name: /^steady/ })
    .check();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('course steady');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { level: 1 })).not.toContainText('course steady');

  await page.getByRole('row', { name: /^folding book press/ }).click();
  const sheet = page.getByRole('complementary', { name: 'Niche sheet' });
  await expect(sheet.getByRole('heading', { level: 1 })).toHaveText('folding book press');
  await expect(sheet.getByText('steady over the year', { exact: false }).first()).toBeVisible();
  await sheet.getByRole('button', { name: 'As a table' }).click();
  await expect(sheet.getByRole('table', { name: 'Searches by month' })).toContainText('Nov');
  await checkAccess(page);
  await sheet.getByRole('link', { name: 'See its shelf' }).click();
  await expect(sheet).toBeHidden();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('folding book press');
  await expect(page.getByText('Healthy: many earn.')).toBeVisible();
});

test('search terms: brands’ names stand aside, a sieve is kept, the list is taken away', async ({ page }) => {
  await page.goto(demo('/quayside/demand?view=terms&has=larchbrook,feeder'));
  await expect(page.getByText('Nothing is left')).toBeVisible();
  await page.getByRole('button', { name: /^Without leaving out brands’ own names: \d+$/ }).click();
  const table = page.getByRole('table', { name: 'Search terms' });
  await expect(table).toContainText('the name of Larchbrook');
  await page.getByRole('button', { name: 'Sieve: none' }).click();
  await page.getByRole('textbox', { name: /Keep the limits that are set now/ }).fill('Feeders searched');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('button', { name: /Sieve: Feeders searched/ })).toBeVisible();
  await expect(page.getByText('Searched and hardly bought')).toBeVisible();
  await checkAccess(page);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Export' }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'All matches as CSV' }).click(),
  ]);
  expect(readFileSync(await file.path(), 'utf8')).toContain(
    '# Search terms in all of Quayside: with “larchbrook” and “feeder”.',
  );
});

test('from a find to its shelf: strangers left out, verdicts with their rows, everything follows', async ({ page }) => {
  await page.goto(demo(`/quayside/listings/${FEEDER}`));
  await page.getByRole('link', { name: 'Its shelf' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('“window bird feeder”');
  await expect(page.getByText('The shelf of its main term.', { exact: false })).toBeVisible();
  const openness = page.getByTestId('openness');
  const before = await openness.innerText();
  await checkAccess(page);

  await page.getByRole('button', { name: /^Leave out all \d+$/ }).click();
  await expect(page).toHaveURL(/out=/);
  await expect(openness).not.toHaveText(before);
  const verdict = page.getByRole('button', { name: /^Two brands take \d+ % of the revenue\. Show/ });
  await verdict.click();
  await expect(page.getByText(/Rule: The two largest brands take at least 60 %/)).toBeVisible();
  const table = page.getByRole('table', { name: 'Listings of the shelf' });
  await expect(table.getByRole('row')).toHaveCount(4);
  await page.keyboard.press('Escape');
  await expect(table.getByRole('row')).toHaveCount(7);

  // By keys alone: along a strip, one left out, and brought back.
  const strip = page.getByRole('slider', { name: /^Units a month, 6 listings/ });
  await strip.focus();
  await page.keyboard.press('End');
  await expect(strip).toHaveAttribute('aria-valuetext', /window bird feeder/i);
  const most = (await strip.getAttribute('aria-valuetext'))!.split(':')[0]!;
  await page.keyboard.press('e');
  await expect(page.getByRole('slider', { name: /^Units a month, 5 listings/ })).toBeVisible();
  await page.getByRole('button', { name: `Bring back ${most}` }).click();
  await expect(page.getByRole('slider', { name: /^Units a month, 6 listings/ })).toBeVisible();

  // What was left out is remembered when the shelf is opened anew.
  await page.goto(demo('/quayside/candidates'));
  await page.goto(demo(`/quayside/shelf?listing=${FEEDER}`));
  await expect(page.getByRole('slider', { name: /^Units a month, 6 listings/ })).toBeVisible();
});

test('thresholds and maps are the seller’s own: typed, computed with at once, kept, given back', async ({ page }) => {
  await page.goto(demo('/quayside/demand?has=folding,book,press'));
  await page.getByRole('row', { name: /^folding book press/ }).click();
  await page.getByRole('link', { name: 'See its shelf' }).click();
  await expect(page.getByText('Healthy: many earn.')).toBeVisible();
  await page.getByRole('button', { name: 'Maps, weights, rules' }).click();
  const wall = page.getByRole('textbox', { name: 'Wall: reviews above' });
  await wall.fill('40');
  await wall.press('Enter');
  await expect(page.getByText('The wall of reviews is too high.')).toBeVisible();
  await checkAccess(page);
  await page.getByRole('textbox', { name: 'Spread, point 1: from' }).fill('0.9');
  await page.getByRole('textbox', { name: 'Spread, point 1: from' }).press('Enter');
  await expect(page.getByRole('alert')).toContainText('the points must rise from left to right');
  await page.reload();
  await expect(page.getByText('The wall of reviews is too high.')).toBeVisible();
  await page.getByRole('button', { name: 'Maps, weights, rules' }).click();
  await page.getByRole('button', { name: 'Back to the starter values' }).click();
  await expect(page.getByText('The wall of reviews is too high.')).toBeHidden();
  await expect(page.getByText('Healthy: many earn.')).toBeVisible();
});

test('terms of rivals side by side, and of one; the tray as a shelf', async ({ page }) => {
  await page.goto(demo('/quayside/sift?has=book press'));
  await page.getByRole('checkbox', { name: /Folding book press, beech, A5/ }).check();
  await page.getByRole('checkbox', { name: /Travel folding book press with pouch/ }).check();
  await page.getByRole('link', { name: 'See as a shelf' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('2 listings');
  await expect(page.getByText('Too little data to say.')).toBeVisible();
  await page.getByRole('link', { name: 'Terms of the first six' }).click();
  await expect(page.getByText('Main term proposed:')).toContainText('folding book press');
  await page.getByRole('button', { name: /^Found by all/ }).click();
  await page.getByRole('textbox', { name: 'Place at most' }).fill('3');
  const table = page.getByRole('table', { name: 'Search terms of the listings' });
  await expect(table).toContainText('2 of 2');
  await checkAccess(page);
  await page.goto(demo('/quayside/found?codes=QS0049G9'));
  await expect(page.getByRole('img', { name: /^Typically \d+, at best \d+/ }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Empty' }).click();
});

test('a brand: what it earns together, and what is judged of it', async ({ page }) => {
  await page.goto(demo(`/quayside/listings/QS0044B4`));
  await page.getByRole('link', { name: 'Larchbrook' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Larchbrook');
  await expect(page.getByText('times a year, in', { exact: false })).toBeVisible();
  await page.getByRole('textbox', { name: 'How you know' }).fill('a shop window');
  await page.getByRole('button', { name: 'Yes, buyers know it' }).click();
  await expect(page.getByText('judged on')).toBeVisible();
  await checkAccess(page);
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'How you know' })).toHaveValue('a shop window');
  await page.getByRole('button', { name: 'Yes, buyers know it' }).click();
});

test('a candidate’s terms: the ticked ones are its basket, and stay', async ({ page }) => {
  const market = demo('/api/marketplaces/lindholm-torg');
  const found = await page.request.get(`${market}/sift?has=dice&rows=3`);
  const { rows } = (await found.json()) as { rows: { code: string }[] };
  const [anchor, ...rivals] = rows.map((r) => r.code);
  const made = await page.request.post(`${market}/candidates`, { data: { anchor, rivals } });
  const { id } = (await made.json()) as { id: number };
  await page.goto(demo(`/lindholm-torg/candidates/${id}/terms`));
  const first = page.getByRole('checkbox', { name: /in the term basket$/ }).first();
  const name = (await first.getAttribute('aria-label'))!;
  await first.check();
  await expect(page.getByRole('checkbox', { name: 'only the basket, 1' })).toBeVisible();
  await checkAccess(page);
  await page.reload();
  await expect(page.getByRole('checkbox', { name, exact: true })).toBeChecked();
  await page.getByRole('checkbox', { name: 'only the basket, 1' }).check();
  await expect(page.getByRole('table', { name: 'Search terms of the listings' }).getByRole('row')).toHaveCount(2);
});
