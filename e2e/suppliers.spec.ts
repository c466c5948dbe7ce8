import { checkAccess, demo, expect, test } from './program-fixture.ts';

// A directory that is away is an answer, which the browser's console counts as an error.
test.use({ expectedErrors: [/status of 503/] });

test('from the directory to a quote that is reckoned with, through a day on which it does not answer', async ({
  page,
  playwright,
}) => {
  const request = await playwright.request.newContext();
  const made = await request.post(demo('/api/marketplaces/quayside/candidates'), {
    data: { name: 'With a maker', anchor: 'QS0049G9', rivals: ['QS004AH0'] },
  });
  const { id } = (await made.json()) as { id: number };
  await request.dispose();
  const costing = demo(`/quayside/candidates/${id}/costing`);
  const weather = async (name: string): Promise<void> => {
    await page.goto(demo('/sources'));
    const set = page.waitForResponse((r) => r.url().endsWith('/services/suppliers') && r.ok());
    await page.getByLabel('Directory of suppliers').first().selectOption({ label: name });
    await set;
  };
  const list = page.getByRole('table', { name: 'Suppliers in the directory' });

  await page.goto(costing);
  await page.getByRole('button', { name: 'Look in the directory' }).click();
  await expect(list.getByRole('row').nth(1)).toContainText('folding book press');
  await page.getByRole('textbox', { name: 'Words' }).fill('thread');
  await page.getByLabel('Made for').selectOption({ label: 'anything' });
  await expect(list.getByRole('row').nth(1)).toContainText('thread');
  await page.getByRole('textbox', { name: 'Words' }).fill('folding book press');
  await expect(list.getByRole('row').nth(1)).toContainText('folding book press');
  await list
    .getByRole('button', { name: /^Put aside/ })
    .first()
    .click();
  await expect(page.getByRole('button', { name: 'Put aside (1)' })).toBeEnabled();
  await checkAccess(page);

  const rows = await list.getByRole('row').filter({ hasText: 'folding book press' }).count();
  expect(rows).toBeGreaterThan(2);
  for (let i = 0; i < rows; i++) {
    await list
      .getByRole('button', { name: /^Ask .* folding book press$/ })
      .nth(i)
      .click();
    await page.getByRole('textbox', { name: 'Prices for how many pieces' }).fill('400; 1200');
    await page.getByRole('button', { name: 'Ask for the quote' }).click();
    await expect(page.getByRole('button', { name: 'Ask for the quote' })).toBeHidden();
  }
  const asked = page.getByRole('table', { name: 'What suppliers were asked' });
  await expect(asked.getByText('asked today')).toHaveCount(rows);

  await weather('does not answer');
  await page.goto(costing);
  await expect(page.getByRole('alert').first()).toContainText('The directory of suppliers does not answer.');
  await expect(asked.getByText('asked today')).toHaveCount(rows);
  await weather('answers');
  await page.goto(costing);
  await expect(list.getByRole('row').nth(1)).toContainText('folding book press');

  await page.getByRole('button', { name: /^Hob/ }).click();
  await page.getByRole('menuitem', { name: 'On by a week' }).click();
  await expect(asked.getByText(/^quoted/).first()).toBeVisible({ timeout: 60_000 });
  const quotes = page.getByRole('table', { name: 'Quotes, landed' });
  await quotes
    .getByRole('button', { name: /^Reckon with the quote of/ })
    .first()
    .click();
  await expect(
    quotes.getByRole('button', { name: /^Reckon with the quote of/, disabled: false }).first(),
  ).toBeVisible();
  await expect(quotes.getByText('Reckon anew')).toBeVisible();
});
