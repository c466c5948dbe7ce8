// The money of a find on a marketplace of one's own: fees typed from a public table, a quote pasted from a spreadsheet, a plan.
import { readFileSync } from 'node:fs';
import { checkAccess, expect, own, test } from './program-fixture.ts';

const LISTINGS = [
  'Code,Title,Category,Price,Units a month,Weight (g),Dimensions (cm)',
  'FM1,Brass letter rack,Desk,24.99,180,640,24 x 18 x 6',
  'FM2,Brass ink rest,Desk,12.50,90,180,12 x 8 x 3',
].join('\n');

test('from a typed fee schedule and a pasted quote to a plan, kept over going away', async ({ page }) => {
  await page.goto(own('/sources'));
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Fell Market');
  await page.getByRole('textbox', { name: 'Currency' }).fill('GBP');
  await page.getByRole('combobox', { name: 'Measures' }).selectOption('metric');
  await page.getByRole('button', { name: 'Add marketplace' }).click();
  await expect(page.getByRole('heading', { name: 'Fell Market', exact: true })).toBeVisible();
  await page.goto(own('/fell-market/fees?version=new'));

  // As a public table reads: two size classes, commission with a band, storage.
  await page.getByRole('textbox', { name: 'VAT in prices %' }).fill('20');
  await page.getByRole('combobox', { name: 'Percentages are taken on' }).selectOption('price-without-vat');
  const rows = page.getByRole('textbox', { name: /^Up to kg/ });
  await rows.fill('Up to 0.25 kg\t£2.61\nUp to 0.5 kg\t£2.87\nUp to 1 kg\t£3.40');
  await page.getByRole('textbox', { name: 'costs GBP' }).fill('0.35');
  await page.getByRole('textbox', { name: 'Per cent' }).fill('10 8\n15');
  await page.getByRole('textbox', { name: 'A cubic metre a month GBP' }).fill('26');
  await expect(page.getByText('Nothing contradicts itself.')).toBeVisible();
  await page.getByRole('button', { name: 'Add a class' }).click();
  await expect(page.getByText(/No piece is ever of “Class 2”/)).toBeVisible();
  await checkAccess(page);
  await page.getByRole('button', { name: 'Remove Class 2' }).click();
  // Gone away and come back, it is still there.
  await page.goto(own('/sources'));
  await page.goto(own('/fell-market/fees?version=new'));
  await expect(rows).toHaveValue('0.25 2.61\n0.5 2.87\n1 3.4');
  await page.getByRole('button', { name: /^Keep it/ }).click();
  await expect(page.getByRole('combobox', { name: 'Version' })).toContainText('Fell Market fees');

  await page.goto(own('/sources'));
  await page.getByRole('combobox', { name: 'Marketplace', exact: true }).selectOption({ label: 'Fell Market' });
  await page
    .getByLabel('Files', { exact: true })
    .setInputFiles({ name: 'fells.csv', mimeType: 'text/csv', buffer: Buffer.from(LISTINGS) });
  await page.getByRole('button', { name: 'Take 2 rows in' }).click();
  await expect(page.getByText('2 listings taken in.').first()).toBeVisible({ timeout: 60_000 });

  await page.goto(own('/fell-market/sift'));
  await page.getByText('Brass letter rack').first().click();
  await page.getByRole('button', { name: 'Put in tray' }).click();
  await page.getByRole('button', { name: 'Start a candidate' }).click();
  await page.getByRole('button', { name: 'Start it' }).click();
  await expect(page).toHaveURL(/candidates\/\d+/);
  await page.getByRole('link', { name: 'Costing' }).click();
  await page.getByRole('button', { name: 'Type in a quote' }).click();
  await page.getByRole('textbox', { name: 'Supplier' }).fill('Tarn Works');
  await page
    .getByRole('textbox', { name: /^From how many pieces/ })
    .fill('Quantity\tUnit price\n200 - 499\t$3.90\n500+\t$3.45');
  await page.getByRole('textbox', { name: 'In', exact: true }).fill('USD');
  await page.getByRole('textbox', { name: /^1 USD is/ }).fill('0.8');
  await page.getByRole('combobox', { name: 'Trade term' }).selectOption('DAP');
  await checkAccess(page);
  await page.getByRole('button', { name: 'Keep the quote' }).click();
  const quotes = page.getByRole('table', { name: 'Quotes, landed' });
  await expect(quotes.getByRole('row', { name: /Tarn Works/ })).toContainText('over 2.76');
  await page.getByRole('textbox', { name: 'Unloading GBP' }).fill('0');
  await page.getByRole('textbox', { name: 'Import clearance GBP' }).fill('60');
  await page.getByRole('textbox', { name: 'Duty %' }).fill('4');
  await page.getByRole('textbox', { name: 'First order, units' }).fill('500');
  // 500 × 3.45 × 0.8 = 1,380.00; 60.00; 4 % are 55.20.
  await expect(quotes.getByRole('row', { name: /Tarn Works/ })).toContainText('2.99');
  await page.getByRole('button', { name: /^Reckon with the quote of Tarn Works/ }).click();
  // 24.99 with 20 % VAT: 4.17 of tax, 15 % of 20.825 are 3.12; 3.40 + 0.10 of storage.
  await expect(page.getByTestId('answer')).toContainText('At 24.99 and a first order of 500');
  await expect(page.getByTestId('profit')).toHaveText('8.71');
  await page.getByRole('textbox', { name: 'Money you have for it GBP' }).fill('2500');
  await expect(page.getByRole('table', { name: 'How sure' })).toBeVisible();
  await checkAccess(page);

  // A copy by other terms, both beside each other; what was typed is there after a reload.
  await page.getByRole('textbox', { name: 'Name of the copy' }).fill('Dearer');
  await page.getByRole('button', { name: 'Copy it' }).click();
  await expect(
    page.getByRole('group', { name: 'Costings' }).getByRole('button', { name: 'Dearer', exact: true }),
  ).toBeVisible();
  await page.getByRole('slider', { name: 'Price' }).press('ArrowRight');
  await expect(page.getByTestId('profit')).not.toHaveText('8.71');
  await page.getByRole('button', { name: 'Beside each other' }).click();
  await expect(page.getByRole('table', { name: 'Costings beside each other' })).toBeVisible();
  await checkAccess(page);
  await page.reload();
  await page
    .getByRole('group', { name: 'Costings' })
    .getByRole('button', { name: 'First costing', exact: true })
    .click();
  await expect(page.getByTestId('profit')).toHaveText('8.71');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export' }).click();
  await page.getByRole('menuitem', { name: /As XLSX/ }).click();
  expect(
    readFileSync(await (await download).path())
      .subarray(0, 2)
      .toString(),
  ).toBe('PK');

  // A rule of thumb over the whole catalogue: the other listing has a profit by it, this one by its costing.
  await page.goto(own('/fell-market/rule'));
  await page.getByRole('button', { name: 'Begin with one for all categories' }).click();
  await checkAccess(page);
  await page.getByRole('textbox', { name: 'Goods, of the price %' }).fill('20');
  await page.goto(own('/fell-market/sift?profitRule=8..'));
  await expect(page.getByText('Brass letter rack')).toBeVisible();
  await expect(page.getByText('Brass ink rest')).toBeHidden();

  await page.goto(own('/fell-market/shortlist'));
  await page.getByRole('textbox', { name: 'Money you have for all GBP' }).fill('5000');
  await expect(page.getByText(/With 5,000 GBP: Brass letter rack/)).toBeVisible();
  await checkAccess(page);
});
