/// <reference lib="dom" />
import { checkAccess, demo, expect, own, test } from './program-fixture.ts';

test.describe('wrong addresses', () => {
  test.use({ expectedErrors: [/status of 4\d\d/] });
  test('say what is not here', async ({ page }) => {
    for (const [path, sentence] of [
      ['/nowhere/sift', 'The marketplace “nowhere” is not here'],
      ['/quayside/candidates/999999', 'The candidate “999999” is not here'],
      ['/quayside/candidates/abc', 'The candidate “abc” is not here'],
      ['/quayside/listings/NOPE1', 'The listing NOPE1 is not in this workspace.'],
      ['/quayside/shelf?term=999999999', 'That shelf is not here'],
      ['/quayside/shelf?niche=zero', 'That shelf is not here'],
      ['/quayside/brands/Nobody%20Knows', 'The brand “Nobody Knows” is not here'],
      ['/what/is/this/here', 'is not here'],
    ]) {
      await page.goto(demo(path!));
      await expect(page.getByText(sentence!).first()).toBeVisible();
    }
    await checkAccess(page);
  });
});

test('limits that cannot be meant are named and the rest is kept', async ({ page }) => {
  await page.goto(demo('/quayside/sift?price=45..18&reviews=..120&colour=red'));
  await expect(page.getByText('Price: the lower bound is above the upper one. This limit was left out.')).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('In all of Quayside: reviews at most 120.');
  await page.getByRole('textbox', { name: 'Price at least' }).fill('50');
  await page.getByRole('textbox', { name: 'Price at most' }).fill('20');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Limit: Price' }).getByRole('alert')).toHaveText(
    'Price: the lower bound is above the upper one.',
  );
  await page.getByRole('textbox', { name: 'Price at most' }).fill('lots');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Limit: Price' }).getByRole('alert')).toHaveText(
    'Price: this is not a number.',
  );
});

test('nothing left: the smallest steps back are offered, one click each, and can be undone', async ({ page }) => {
  await page.goto(demo('/quayside/sift?price=18..45&units=300..&reviews=..0'));
  await expect(page.getByText('No listing passes all limits')).toBeVisible();
  await checkAccess(page);
  const step = page.getByRole('button', { name: /^Reviews up to [\d,]+: \d+ back$/ });
  const back = /: (\d+) back/.exec(await step.innerText())![1]!;
  await step.click();
  await expect(page.getByTestId('sift-count')).toHaveText(back);
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('sift-count')).toHaveText('0');
  await page.getByRole('button', { name: 'Clear all limits' }).click();
  await expect(page.getByTestId('sift-count')).toHaveText('19,500');
});

test('a limit by its handle: the keys move it, letting go narrows the list', async ({ page }) => {
  await page.goto(demo('/quayside/sift'));
  await expect(page.getByTestId('sift-count')).toHaveText('19,500');
  await page.getByRole('slider', { name: 'Reviews to' }).focus();
  for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowLeft');
  await expect(page).toHaveURL(/reviews=\.\.\d+/);
  await expect(page.getByTestId('sift-count')).not.toHaveText('19,500');
  await expect(page.getByRole('region', { name: 'Limit: Reviews' })).toContainText('without it');
});

test('rows by keys: down and up with the sheet following, into the tray, sorted and scrolled', async ({ page }) => {
  await page.goto(demo('/quayside/sift?price=18..45&units=300..'));
  await expect(page.getByRole('table', { name: 'Listings' })).toBeVisible();
  await page.keyboard.press('j');
  await page.keyboard.press('j');
  await page.keyboard.press('o');
  const heading = page.getByRole('complementary', { name: 'Listing sheet' }).getByRole('heading', { level: 1 });
  await expect(heading).toBeVisible();
  const second = await heading.innerText();
  await page.keyboard.press('ArrowDown');
  await expect(heading).not.toHaveText(second);
  await page.keyboard.press('k');
  await expect(heading).toHaveText(second);
  await page.keyboard.press('x');
  await expect(page.getByTestId('tray-count')).toHaveText('1');
  await page.keyboard.press('Escape');
  await expect(heading).toBeHidden();
  await page.getByRole('button', { name: 'Empty', exact: true }).click();
  await page.getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByTestId('tray-count')).toHaveText('1');
  const sorted = page.waitForResponse((r) => r.url().includes('sort=-rating') && r.ok());
  await page.getByRole('button', { name: 'Rating' }).click();
  await sorted;
  await expect(page).toHaveURL(/sort=-rating/);
  const table = page.getByRole('region', { name: 'Listings, scrollable' });
  await expect(async () => {
    await table.evaluate((el) => el.scrollTo(0, 44 * 150));
    await expect(page.locator('tr[aria-rowindex="155"]')).toBeVisible({ timeout: 1_000 });
  }).toPass();
});

test('find: by a slash, by code and by words', async ({ page }) => {
  await page.goto(demo('/quayside/shortlist'));
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.keyboard.press('/');
  const find = page.getByRole('combobox', { name: 'Find on Quayside' });
  await find.fill('paint rack');
  await expect(page.getByRole('option', { name: 'miniature paint rack niche' })).toBeVisible();
  await expect(page.getByRole('option', { name: /“miniature paint rack” shelf of a search term/ })).toBeVisible();
  await find.fill('paint rack 52');
  await expect(page.getByRole('option', { name: /Miniature paint rack, 52 wells/ })).toBeVisible();
  await checkAccess(page);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/listings\/QS003PX0/);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Miniature paint rack, 52 wells');
  await checkAccess(page);
});

test('the theme is chosen and kept', async ({ page }) => {
  await page.goto(demo('/sources'));
  await page.getByRole('button', { name: 'Dark theme' }).click();
  await page.reload();
  await expect(page.locator('html')).toHaveClass(/dark/);
  await expect(page.getByRole('button', { name: 'Light theme' })).toBeVisible();
});

for (const path of [
  '/quayside/sift',
  '/quayside/demand',
  '/quayside/shelf?listing=QS003PX0',
  '/quayside/candidates',
  '/quayside/shortlist',
  '/sources',
  '/lindholm-torg/sift',
])
  test(`usable at 820 wide: ${path}`, async ({ page }) => {
    await page.setViewportSize({ width: 820, height: 900 });
    await page.goto(demo(path));
    await page.getByRole('heading', { level: 1 }).waitFor();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(820);
    await checkAccess(page);
  });

test('empty views say what belongs there', async ({ page }) => {
  const made = await page.request.post(own('/api/marketplaces'), {
    data: { name: 'Empty Quay', currency: 'USD', measures: 'imperial', copyFrom: null },
  });
  expect(made.ok()).toBe(true);
  for (const [path, sentence] of [
    ['sift', 'Empty Quay holds no listings yet'],
    ['demand', 'No niches of Empty Quay are known yet'],
    ['shelf', 'No search terms of Empty Quay are known yet'],
    ['found', 'Terms of which listings?'],
    ['candidates', 'No candidate yet'],
    ['shortlist', 'Nothing to compare yet'],
  ]) {
    await page.goto(own(`/empty-quay/${path}`));
    await expect(page.getByText(sentence!)).toBeVisible();
    await checkAccess(page);
  }
});

test('no request leaves the machine, and the first load is at most 400 kB of compressed script', async ({ page }) => {
  const foreign: string[] = [];
  const scripts: Promise<number>[] = [];
  page.on('response', (response) => {
    const url = new URL(response.url());
    if (url.protocol !== 'data:' && url.protocol !== 'blob:' && url.hostname !== '127.0.0.1')
      foreign.push(response.url());
    if (url.pathname.endsWith('.js'))
      scripts.push(
        response
          .request()
          .sizes()
          .then((sizes) => sizes.responseBodySize),
      );
  });
  await page.goto(demo('/'));
  await page.getByRole('table', { name: 'Listings' }).waitFor();
  await page.waitForLoadState('networkidle');
  expect(foreign).toEqual([]);
  const script = (await Promise.all(scripts)).reduce((sum, size) => sum + size, 0);
  process.stdout.write(`first load: ${Math.round(script / 1024)} KiB of compressed script\n`);
  expect(script).toBeGreaterThan(50_000);
  expect(script).toBeLessThan(400_000);
});

test('what is watched and the scoresheet can be read and used by everybody, in both themes', async ({ page }) => {
  const post = (path: string, data: object) => page.request.post(demo(`/api/marketplaces/quayside/${path}`), { data, headers: { origin: process.env.KETTLE_DEMO! } }); // prettier-ignore
  await post('watch', { text: 'QS0049G9 QS004AH0 QS004BI1' });
  for (const [path, heading] of [
    ['watched/news', 'Watched'],
    ['watched/listings', 'Watched'],
    ['watched/chart', 'Watched'],
    ['watched/places', 'Watched'],
    ['watched/runs', 'Watched'],
    ['scoresheet', 'Your scoresheet'],
  ]) {
    await page.goto(demo(`/quayside/${path}`));
    await expect(page.getByRole('heading', { level: 1, name: heading! })).toBeVisible();
    await expect(page.locator('.chakra-skeleton')).toHaveCount(0);
    await checkAccess(page);
  }
  await page.goto(demo('/quayside/watched/listings'));
  const rows = page.getByRole('table', { name: 'Watched listings' }).getByRole('row');
  await expect(rows.nth(3)).toBeVisible();
  const before = await rows.count();
  // One key on a row of any list watches it; the way to it is offered.
  await page.goto(demo('/quayside/sift?price=18..45&units=300..'));
  await expect(page.getByRole('table', { name: 'Listings' })).toBeVisible();
  await page.keyboard.press('j');
  await page.keyboard.press('w');
  // What other walks watched stands there, too: it is one more than before.
  await page.getByRole('link', { name: 'See them' }).click();
  await expect(page.getByRole('table', { name: 'Watched listings' }).getByRole('row')).toHaveCount(before + 1);
});
