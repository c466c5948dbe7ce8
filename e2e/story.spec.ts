import { readFileSync } from 'node:fs';
import ExcelJS from 'exceljs';
import { parse } from 'csv-parse/sync';
import type { Page } from '@playwright/test';
import { checkAccess, demo, expect, test } from './program-fixture.ts';

const number = async (page: Page, testId: string): Promise<number> =>
  Number((await page.getByTestId(testId).first().innerText()).replace(/,/g, ''));
/** The rows of an exported CSV; the lines that say what it is about stand before its head. */
const recordsOf = (text: string): Record<string, string>[] =>
  parse(text.replace(/^\uFEFF?(?:"?#[^\n]*\n)+/, ''), { columns: true, bom: true }) as Record<string, string>[];
const downloaded = async (page: Page, item: string): Promise<string> => {
  await page.getByRole('button', { name: 'Export' }).click();
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name: item }).click()]);
  return file.path();
};

/** One candidate's way through the program, on the demo and its real database. */
test('from the catalogue to the shortlist: the folding book press against the paint rack', async ({ page }) => {
  test.setTimeout(420_000);
  await page.goto(demo('/'));
  await expect(page).toHaveURL(/\/quayside\/sift$/);

  await test.step('sift: limits narrow the catalogue, each says what it costs, the address holds them', async () => {
    await expect(page.getByTestId('sift-count')).toHaveText('19,500');
    const set = async (field: string, text: string): Promise<void> => {
      await page.getByRole('textbox', { name: field }).fill(text);
      await page.keyboard.press('Enter');
    };
    await set('Price at least', '25');
    await set('Price at most', '45');
    await set('Units a month at least', '150');
    await set('Reviews at most', '120');
    await set('Title with', 'book press');
    await expect(page).toHaveURL(/price=25\.\.45/);
    await expect(page).toHaveURL(/has=book\+press/);
    await expect.poll(() => number(page, 'sift-count')).toBeLessThan(20);
    const left = await number(page, 'sift-count');
    const without = Number(
      /\+([\d,]+)\s*without it/
        .exec(await page.getByRole('region', { name: 'Limit: Reviews' }).innerText())?.[1]
        ?.replace(',', '') ?? 0,
    );
    await page.getByRole('textbox', { name: 'Reviews at most' }).fill('');
    await page.keyboard.press('Enter');
    await expect.poll(() => number(page, 'sift-count')).toBe(left + without);
    await page.goBack();
    await expect.poll(() => number(page, 'sift-count')).toBe(left);
    await checkAccess(page);
  });

  await test.step('export: the file holds the matches', async () => {
    const left = await number(page, 'sift-count');
    const rows = recordsOf(readFileSync(await downloaded(page, 'All matches as CSV'), 'utf8'));
    expect(rows).toHaveLength(left);
    for (const row of rows) {
      expect(Number(row['Price, USD'])).toBeGreaterThanOrEqual(25);
      expect(Number(row['Units a month'])).toBeGreaterThanOrEqual(150);
      expect(row.Title!.toLowerCase()).toContain('book press');
    }
    const book = new ExcelJS.Workbook();
    await book.xlsx.readFile(await downloaded(page, 'All matches as XLSX'));
    expect(book.worksheets[0]!.rowCount).toBe(left + 1);
    expect(book.getWorksheet('About')!.getCell('A2').text).toContain('price 25 USD to 45 USD');
  });

  await test.step('sheet: how many it sells, three ways beside each other, and the fees', async () => {
    await page.getByRole('row', { name: /Folding book press, beech, A5/ }).click();
    const sheet = page.getByRole('complementary', { name: 'Listing sheet' });
    await expect(sheet.getByRole('heading', { level: 1 })).toHaveText('Folding book press, beech, A5');
    const units = await number(page, 'units-best');
    expect(units).toBeGreaterThan(250);
    expect(units).toBeLessThan(600);
    await expect(sheet.getByText('in four of five cases')).toBeVisible();
    await sheet.getByRole('button', { name: /Stock counts: \d+ a month/ }).focus();
    await expect(page.getByText('Falls between neighbouring stock counts of one seller are sales')).toBeVisible();
    await page.keyboard.press('Escape');
    // Escape closes the card with the working, not the sheet behind it.
    await expect(page.getByText('Falls between neighbouring stock counts of one seller are sales')).toBeHidden();
    await expect(page).toHaveURL(/open=QS0049G9/);
    await expect(sheet).toBeVisible();
    await sheet.getByRole('button', { name: '12 months' }).click();
    await expect(sheet.locator('.recharts-line').first()).toBeVisible();
    await sheet.getByRole('button', { name: 'As a table' }).click();
    expect(await sheet.getByRole('region', { name: 'History as a table' }).getByRole('row').count()).toBeGreaterThan(
      360,
    );
  });

  await test.step('costing: typed numbers give profit, margin and break-even at once, and are kept', async () => {
    const sheet = page.getByRole('complementary', { name: 'Listing sheet' });
    await sheet.getByRole('textbox', { name: 'Price to try' }).fill('41.50');
    await sheet.getByRole('textbox', { name: 'Unit cost USD' }).fill('9.40');
    await sheet.getByRole('textbox', { name: 'Freight a unit' }).fill('-2');
    await expect(sheet.getByText('This cannot be below 0.')).toBeVisible();
    await sheet.getByRole('textbox', { name: 'Freight a unit' }).fill('2.10');
    await sheet.getByRole('textbox', { name: 'Advertising, of price' }).fill('12');
    const [net, profit] = [await number(page, 'net'), await number(page, 'profit')];
    // 1,724 g is 3.80 lb: two pounds and two started ones; commission 15 % of 41.50 is 6.23; storage in November
    // 0.00594 m³ × 85.00 × 1.5 months.
    expect(net).toBeCloseTo(41.5 - 6.23 - (4.88 + 0.14 + 2 * 0.38) - 0.76, 2);
    expect(profit).toBeCloseTo(net - 9.4 - 2.1 - 4.98, 2);
    expect(await page.getByTestId('margin').innerText()).toBe(`${((100 * profit) / 41.5).toFixed(1)} %`);
    const breakEven = await number(page, 'break-even');
    expect(breakEven).toBeLessThan(41.5);
    const saved = page.waitForResponse((r) => r.request().method() === 'PUT' && r.ok());
    await sheet.getByRole('textbox', { name: 'Price to try' }).fill(String(breakEven));
    await saved;
    expect(await number(page, 'profit')).toBeGreaterThanOrEqual(0);
    expect(await number(page, 'profit')).toBeLessThan(0.05);
    const again = page.waitForResponse((r) => r.request().method() === 'PUT' && r.ok());
    await sheet.getByRole('textbox', { name: 'Price to try' }).fill('41.50');
    await again;
    await checkAccess(page);
  });

  await test.step('tray: put aside by key and by button, survives a reload', async () => {
    const sheet = page.getByRole('complementary', { name: 'Listing sheet' });
    await sheet.getByRole('button', { name: 'Put in tray' }).click();
    await sheet.getByRole('button', { name: 'Close the sheet' }).click();
    await page.goto(demo('/quayside/sift?has=press&not=nipping,leaf&price=30..60&units=100..'));
    for (const title of [
      'Folding book press, A4, two spindles',
      'Travel folding book press with pouch',
      'Beginner book press, folds flat',
      'Large folding press for journals',
    ])
      await page
        .getByRole('row', { name: new RegExp(title) })
        .getByText(title)
        .hover()
        .then(() => page.getByRole('checkbox', { name: new RegExp(title) }).check({ force: true }));
    await expect(page.getByTestId('tray-count')).toHaveText('5');
    await page.reload();
    await expect(page.getByTestId('tray-count')).toHaveText('5');
  });

  let candidateUrl = '';
  await test.step('candidate: one is the find, the others its line-up', async () => {
    await page.getByRole('button', { name: 'Start a candidate' }).click();
    await page.getByRole('dialog').getByText('Folding book press, beech, A5').click();
    await checkAccess(page);
    await page.getByRole('button', { name: 'Start it' }).click();
    await expect(page).toHaveURL(/candidates\/\d+\/line-up/);
    candidateUrl = page.url().replace(/line-up$/, '');
    await expect(page.getByRole('textbox', { name: 'Name of the candidate' })).toHaveValue('Folding book press');
    await expect(page.getByRole('table', { name: 'Line-up' }).getByText('◆ the find')).toHaveCount(1);
    await expect(page.getByTestId('tray-count')).toHaveText('0');
    await page
      .getByRole('textbox', { name: 'Listing codes to add to the line-up' })
      .fill('https://quayside.example/l/QS004CJ2, QS004FM5\nQS0049G9 NOPE1 hello');
    await page.getByRole('button', { name: 'Add to line-up' }).click();
    await expect(page.getByText('Added QS004CJ2, QS004FM5.')).toBeVisible();
    await expect(page.getByText('There already: QS0049G9.')).toBeVisible();
    await expect(page.getByText('Not known on this marketplace: NOPE1.')).toBeVisible();
    await expect(page.getByText('No listing codes: hello.')).toBeVisible();
    await checkAccess(page);
  });

  await test.step('reviews: gripes with their sentences, filtered by stars and words', async () => {
    await page.getByRole('link', { name: 'Reviews' }).click();
    const themes = page.getByRole('table', { name: 'Themes' });
    await expect(themes.getByRole('button', { name: /^Spindle/ }).first()).toBeVisible({ timeout: 60_000 });
    // Until then the shares rest on the reviews that are read so far.
    await expect(page.getByText(/reviews are read; what follows rests on those/)).toHaveCount(0, { timeout: 60_000 });
    await page.getByRole('combobox', { name: 'Themes' }).selectOption('By part');
    const spindle = themes.getByRole('row').filter({ hasText: 'Spindle: all complaints' });
    const [, share, reviews] = /(\d+) % \((\d+)\)/.exec(await spindle.innerText())!;
    const texts = await number(page, 'texts');
    expect(Math.round((100 * Number(reviews)) / texts)).toBe(Number(share));
    // The makers of this world gripe about the spindle in one review of five.
    expect(Number(share)).toBeGreaterThan(10);
    expect(Number(share)).toBeLessThan(30);
    await spindle.click();
    const sentences = page.getByRole('list', { name: 'Sentences' }).getByRole('button');
    await expect(sentences.nth(5)).toBeVisible();
    for (const sentence of await sentences.allInnerTexts()) expect(sentence.toLowerCase()).toContain('spindle');
    // The whole review in place, and the next one by a key.
    await page.keyboard.press('n');
    await expect(sentences.first()).toHaveAttribute('aria-expanded', 'true');
    await page.keyboard.press('n');
    await expect(sentences.nth(1)).toHaveAttribute('aria-expanded', 'true');
    await page.getByRole('combobox', { name: 'Themes' }).selectOption('By what is said');
    await expect(themes.getByRole('button', { name: /^Spindle does not hold/ })).toBeVisible();
    await checkAccess(page);
    await page.getByRole('button', { name: 'Words', exact: true }).click();
    await expect(page.getByRole('table', { name: 'Words of low stars' })).toBeVisible();
    await checkAccess(page);
    await page.getByRole('button', { name: '1 stars' }).click();
    await page.getByRole('button', { name: '2 stars' }).click();
    await page.getByRole('textbox', { name: 'Words in the review' }).fill('squeaks');
    await expect(page.getByText(/^\d+ match$/)).toBeVisible();
    await expect(page).toHaveURL(/stars=1%2C2&words=squeaks/);
    await expect(page.getByRole('button', { name: 'All reviews' })).toBeVisible();
  });

  await test.step('watch: thirty days pass, a reading a day of each listing', async () => {
    await page.getByRole('button', { name: 'Watch it' }).click();
    await expect(page.getByRole('button', { name: 'Weigh it' })).toBeVisible();
    await page.getByRole('link', { name: 'Readings' }).click();
    await page.getByRole('button', { name: /^Hob/ }).click();
    await page.getByRole('menuitem', { name: /On by a month/ }).click();
    await expect(page.getByRole('button', { name: /^Hob 24 Dec/ })).toBeVisible({ timeout: 60_000 });
    await expect(page.getByTestId('group-days')).toHaveText('30');
    expect(await number(page, 'group-units')).toBeGreaterThan(4);
    await expect(page.getByText(/Demand (held|rose|fell)/)).toBeVisible();
    await expect(page.locator('.recharts-line').first()).toBeVisible();
    await checkAccess(page);
    const watched = (await (await page.request.get(demo('/api/marketplaces/quayside/watch'))).json()) as {
      code: string;
      lastReading: string;
      since: string;
    }[];
    expect(watched).toHaveLength(7);
    for (const w of watched) expect([w.since, w.lastReading]).toEqual(['2026-11-24', '2026-12-24']);
  });

  await test.step('scoresheet: measured answers are there with their source, judged ones asked for', async () => {
    await page.getByRole('link', { name: 'Costing' }).click();
    await page.getByRole('textbox', { name: 'First order, units' }).waitFor();
    await checkAccess(page);
    await page.getByRole('textbox', { name: 'First order, units' }).fill('500');
    await page.waitForResponse((r) => r.request().method() === 'PUT' && r.ok());
    await page.getByRole('link', { name: 'Scoresheet' }).click();
    await expect(page.getByTestId('points')).toHaveText(/^\d+–\d+$/);
    const [least, most] = (await page.getByTestId('points').innerText()).split('–').map(Number) as [number, number];
    expect(most - least).toBe(20);
    await expect(page.getByText(/^Costing at 41.5 USD/).first()).toBeVisible();
    const judge = async (label: string, choice: string): Promise<void> => {
      const saved = page.waitForResponse((r) => r.url().includes('/score') && r.ok());
      await page.getByRole('group', { name: label }).getByRole('button', { name: choice, exact: true }).click();
      await saved;
    };
    await page.getByRole('textbox', { name: 'Evidence: No patent in the way' }).fill('registers searched');
    await judge('No patent in the way', 'passes');
    await expect(page.getByText('Judged on 2026-12-24: registers searched.')).toBeVisible();
    await judge('Curable gripes', 'both');
    await judge('Can be made different', 'somewhat');
    await judge('Fits the purse', 'easily');
    await expect(page.getByTestId('points')).toHaveText(String(least + 10 + 3 + 5));
    await expect(page.getByTestId('verdict')).toHaveText('passes');
    await checkAccess(page);
  });

  await test.step('a second candidate, and one that is dropped, each through the API as a script would', async () => {
    const post = async (path: string, data: object): Promise<{ id: number }> => {
      const answer = await page.request.post(demo(path), { data, headers: { origin: process.env.KETTLE_DEMO! } });
      expect(answer.ok()).toBe(true);
      return (await answer.json()) as { id: number };
    };
    await post('/api/marketplaces/quayside/candidates', {
      anchor: 'QS003PX0',
      rivals: ['QS003QY1', 'QS003RZ2', 'QS003T03', 'QS003U14', 'QS003V25'],
    });
    const light = await post('/api/marketplaces/quayside/candidates', {
      anchor: 'QS003Y58',
      rivals: ['QS003Z69', 'QS004070', 'QS004181', 'QS004292'],
    });
    await post('/api/marketplaces/quayside/candidates', {
      anchor: 'QS0043A3',
      rivals: ['QS0044B4', 'QS0045C5', 'QS0046D6', 'QS0047E7', 'QS0048F8'],
    });
    await page.goto(demo(`/quayside/candidates/${light.id}/scoresheet`));
    await expect(page.getByTestId('verdict')).toHaveText('ruled out');
    await page.getByRole('button', { name: 'Drop it' }).click();
    await page
      .getByRole('textbox', { name: 'Why it is dropped' })
      .fill('electronics, and sold in two months of the year');
    await page.getByRole('button', { name: 'Drop', exact: true }).click();
    await expect(page.getByText('Dropped: electronics, and sold')).toBeVisible();
  });

  await test.step('shortlist: the order, and why', async () => {
    await page.goto(`${candidateUrl}log`);
    await page.getByRole('button', { name: 'Weigh it' }).click();
    await page.getByRole('button', { name: 'Put on the shortlist' }).click();
    await page.getByRole('textbox', { name: 'Note' }).fill('Ask two makers about the spindle.');
    await page.getByRole('button', { name: 'Write note' }).click();
    await expect(page.getByRole('listitem').filter({ hasText: 'Ask two makers about the spindle.' })).toBeVisible();
    await checkAccess(page);
    await page.getByRole('link', { name: /^Shortlist/ }).click();
    const rows = page.getByRole('table', { name: 'Standing', exact: true }).getByRole('row');
    await expect(rows.nth(1)).toContainText('Folding book press');
    await expect(rows.nth(1)).toContainText('all pass');
    await expect(rows.nth(2)).toContainText('Miniature paint rack');
    await expect(rows.nth(3)).toContainText('Window bird feeder');
    await expect(rows.nth(3)).toContainText('fails: Not owned by two');
    await expect(rows.nth(4)).toContainText('dropped: electronics');
    await checkAccess(page);
  });

  await test.step('export: the standing as CSV and XLSX', async () => {
    const rows = recordsOf(readFileSync(await downloaded(page, 'Standing as CSV'), 'utf8'));
    expect(rows.map((r) => [r.Standing, r.Candidate, r.Verdict])).toEqual([
      ['1', 'Folding book press', 'passes'],
      ['2', 'Miniature paint rack', 'open'],
      ['3', 'Window bird feeder', 'ruled out'],
      ['', 'Clip-on stand light', 'ruled out'],
    ]);
    expect(Number(rows[0]!['Profit a unit, USD'])).toBeGreaterThan(5);
    const book = new ExcelJS.Workbook();
    await book.xlsx.readFile(await downloaded(page, 'Standing as XLSX'));
    expect(book.worksheets[0]!.getCell('B2').text).toBe('Folding book press');
  });
});
