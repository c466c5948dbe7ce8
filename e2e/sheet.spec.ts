/// <reference lib="dom" />
import { readFileSync } from 'node:fs';
import { checkAccess, demo, expect, test } from './program-fixture.ts';

const WALL_RACK = 'QS003QY1';
const ANGLED = 'QS003V25';

test('how many it really sells: every way beside the others, counts of one’s own, and what happened when', async ({
  page,
}) => {
  await page.goto(demo('/quayside/sift?has=paint+rack&reviews=..100'));
  await page.getByRole('row', { name: /^Angled paint rack/ }).click();
  const sheet = page.getByRole('complementary', { name: 'Listing sheet' });
  await expect(sheet.locator(`[data-sheet="${ANGLED}"]`)).toBeVisible();
  const units = sheet.locator('section').filter({ has: page.getByRole('heading', { name: 'Units a month' }) });
  await expect(units.getByText('not to be used')).toBeVisible();
  for (const way of ['Rank curve, 7 days', 'Rank curve, 365 days', 'Stock counts', 'Review pace', 'Together'])
    await expect(units.getByText(way, { exact: true })).toBeVisible();

  // The working of a figure, by keys.
  const together = units.getByRole('button', { name: /^Together: / });
  await together.focus();
  await expect(page.getByText('The ways of counting together, the surer ones weighing more.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('The ways of counting together, the surer ones weighing more.')).toBeHidden();
  await expect(sheet).toBeVisible();

  // Counts of one's own change the estimate, and are said to contradict the stock that was read.
  const best = sheet.getByTestId('units-best');
  const before = await best.innerText();
  await units.getByRole('button', { name: 'Type in counts of your own' }).click();
  await units.getByRole('button', { name: 'Paste many' }).click();
  const area = units.getByRole('textbox', { name: /A date and a number a line/ });
  await area.fill('2026-11-02 900\n2026-12-24 100');
  await expect(units.getByRole('alert')).toContainText('Line 2: The date 2026-12-24 lies in the future.');
  await area.fill('2026-11-02 4000\n2026-11-09 3400\n2026-11-16 2800\n2026-11-23 2200');
  await units.getByRole('button', { name: 'Keep 4 counts' }).click();
  await expect(units.getByRole('button', { name: 'Your own counts (4)' })).toBeVisible();
  await expect(best).not.toHaveText(before);
  await expect(units.getByText(/your counts show \d+ pieces sold, the stock that was read/)).toBeVisible();
  await expect(page.getByRole('row', { name: /^Angled paint rack/ })).toContainText(await best.innerText());
  for (const day of ['2 Nov', '9 Nov', '16 Nov', '23 Nov'])
    await units.getByRole('button', { name: new RegExp(`Take the count of ${day}`) }).click();
  await expect(best).toHaveText(before);

  // Held against the limits of this list.
  await expect(
    sheet.getByText('2 of 2 limits met', { exact: false }).or(sheet.getByText('All 2 limits are met.')),
  ).toBeVisible();
  await checkAccess(page);

  // A key moves on, and the sheet follows.
  await page.keyboard.press('Escape');
  await expect(sheet).toBeHidden();
});

test('the past: ranges, series, years over one another, compared, as a table, taken away', async ({ page }) => {
  await page.goto(demo(`/quayside/listings/${WALL_RACK}`));
  const history = page.locator('section').filter({ has: page.getByRole('heading', { name: 'History' }) });
  await expect(history.locator('.recharts-line-curve').first()).toBeVisible();
  await history.getByRole('button', { name: 'All', exact: true }).click();
  for (const series of ['Stock', 'Main offer'])
    await history.getByRole('button', { name: series, exact: true }).click();
  await expect(history.getByText('Who held the main offer')).toBeVisible();
  await expect(history.getByRole('figure', { name: 'Stock of the main offer' })).toBeVisible();

  // Exact values by the keys.
  await history.locator('.recharts-surface').first().focus();
  await page.keyboard.press('ArrowRight');
  await expect(history.locator('.recharts-tooltip-wrapper').first()).toContainText('Units');

  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    history
      .getByRole('button', { name: 'Save' })
      .click()
      .then(() => page.getByRole('menuitem', { name: 'Data (CSV)' }).click()),
  ]);
  const rows = readFileSync(await csv.path(), 'utf8').split('\n');
  expect(rows[2]).toBe('Day,Units,Revenue,Price,Rank,Stock,Reviews,Rating,Sellers');
  expect(rows.length).toBeGreaterThan(400);
  const [picture] = await Promise.all([
    page.waitForEvent('download'),
    history
      .getByRole('button', { name: 'Save' })
      .click()
      .then(() => page.getByRole('menuitem', { name: 'Picture (PNG)' }).click()),
  ]);
  expect(
    readFileSync(await picture.path())
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG');

  await history.getByRole('button', { name: 'As a table' }).click();
  await expect(history.getByRole('region', { name: 'History as a table' })).toContainText('pieces came in');
  await history.getByRole('button', { name: 'As charts' }).click();
  await history.getByRole('button', { name: 'Years over one another' }).click();
  await expect(history.getByText('2025', { exact: true })).toBeVisible();
  await history.getByRole('button', { name: 'Compare', exact: true }).click();
  await history.getByRole('textbox', { name: 'Listing codes to compare with' }).fill(ANGLED);
  await page.keyboard.press('Enter');
  await expect(history.getByText(`Angled paint rack, 60 slots ${ANGLED}`)).toBeVisible();
  await expect(history.getByText('1 of 5')).toBeVisible();
});

test('the page judged by a person, and the whole sheet at 820 in the dark', async ({ page }) => {
  await page.setViewportSize({ width: 820, height: 900 });
  await page.goto(demo(`/quayside/listings/${WALL_RACK}`));
  const craft = page
    .locator('section')
    .filter({ has: page.getByRole('heading', { name: 'How well its page is made' }) });
  await expect(craft.getByText(/against a middle of/)).toBeVisible();
  await craft.getByRole('button', { name: 'Judge' }).nth(1).click();
  await craft.getByLabel('Points, 0 to 100').fill('20');
  await craft.getByLabel('Why').fill('all from one side');
  await craft.getByRole('button', { name: 'Keep my judgement' }).click();
  await expect(craft.getByText(/You said 20 on 24 Nov 2026; the rubric says \d+. “all from one side”/)).toBeVisible();
  await craft.getByRole('button', { name: 'Judge' }).nth(1).click();
  await craft.getByRole('button', { name: 'Back to the rubric' }).click();
  await expect(craft.getByText(/You said 20/)).toBeHidden();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(820);
  await checkAccess(page);
});

test('a curve is fitted, put in force, compared and put back; every way is tried against what was sold', async ({
  page,
}) => {
  await page.goto(demo(`/quayside/listings/${WALL_RACK}`));
  await page.getByRole('link', { name: 'See the curve' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('From rank to units');
  await expect(page.getByText(/\d+ counted listings: they sell/)).toBeVisible();
  await page.getByRole('button', { name: 'My own counts only' }).click();
  await expect(page.getByText('No listing here has counts of yours over two weeks.', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'All stock counts' }).click();
  await page.getByRole('button', { name: 'Try a fit to these counts' }).click();
  await expect(page.getByText(/Fitted to \d+ counted listings/)).toBeVisible();
  await checkAccess(page);
  await page.getByRole('button', { name: 'Put it in force' }).click();
  const versions = page.locator('section').filter({ has: page.getByRole('heading', { name: 'Versions' }) });
  await expect(versions.getByRole('listitem')).toHaveCount(2);
  await expect(versions.getByRole('listitem').first()).toContainText('in force');
  await expect(page.getByText(/The curve in force was fitted on \d+ listings/)).toBeVisible();

  await page.getByRole('link', { name: 'How well each way of estimating does' }).click();
  await page.getByRole('button', { name: 'Try all ways now' }).click();
  await expect(page.getByText(/Half of the estimates taken together lie within/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/of them with a curve fitted without them/)).toBeVisible();
  await page.getByRole('button', { name: 'By days read' }).click();
  await expect(page.getByRole('row', { name: /^75 days read and more/ })).toBeVisible();
  await checkAccess(page);

  await page.getByRole('link', { name: 'The curves' }).click();
  await page.getByRole('combobox', { name: 'Category of the curve' }).selectOption('Miniatures & Models');
  await versions.getByRole('listitem').nth(1).getByRole('button', { name: 'Compare' }).click();
  await versions.getByRole('listitem').nth(1).getByRole('button', { name: 'Put in force' }).click();
  await expect(versions.getByRole('listitem').first()).toContainText('put back');

  // A file of its own is refused with its reason.
  await page.getByRole('textbox', { name: /A rank and units a day a line/ }).fill('1 2\n10 5');
  await expect(page.getByRole('alert')).toHaveText('Point 2: units must not rise with the rank.');
});
