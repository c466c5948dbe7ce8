// Thousands and decimals as people type them, in each place where a wrong reading once was saved without a word.
import type { Page } from '@playwright/test';
import { checkAccess, demo, expect, test } from './program-fixture.ts';

let candidate: number;
test.beforeAll(async ({ playwright }) => {
  const request = await playwright.request.newContext();
  const made = await request.post(demo('/api/marketplaces/quayside/candidates'), {
    data: { name: 'For typed numbers', anchor: 'QS004AH0', rivals: ['QS003PX0'] },
  });
  candidate = ((await made.json()) as { id: number }).id;
  await request.dispose();
});

interface Costing {
  price: number | null;
  lines: { key: string; amount: { sum: number } | null }[];
}
/** What the costing holds that is saved next. */
const saved = async (page: Page, action: () => Promise<void>): Promise<Costing> => {
  const answer = page.waitForResponse((r) => r.url().endsWith('/costing') && r.request().method() === 'PUT' && r.ok());
  await action();
  return ((await answer).request().postDataJSON() as { document: Costing }).document;
};

test('in a costing thousands are thousands, and what may mean two numbers is asked about', async ({ page }) => {
  await page.goto(demo(`/quayside/candidates/${candidate}/costing`));
  const order = page.getByRole('textbox', { name: 'First order, units' });
  const whole = JSON.stringify(await saved(page, () => order.fill('1,000')));
  expect(whole).toContain('1000');
  await page.reload();
  await expect(order).toHaveValue(/^1,?000$/);

  const advertising = page.getByRole('textbox', { name: /Launch advertising/ });
  const withLaunch = await saved(page, () => advertising.fill('1,500'));
  expect(withLaunch.lines.find((l) => l.amount?.sum === 150_000)).toBeDefined();
  await expect(advertising).toHaveValue(/^1,?500/);
  // A decimal comma contradicts the marketplace's way of writing: nothing is saved until somebody has said what is meant.
  await advertising.fill('12,5');
  await advertising.press('Tab');
  const question = page.getByRole('alert').filter({ hasText: 'Did you mean' });
  await expect(question).toBeVisible();
  await checkAccess(page);
  const chosen = await saved(page, () => question.getByRole('button', { name: '12.5', exact: true }).click());
  expect(chosen.lines.find((l) => l.amount?.sum === 1_250)).toBeDefined();

  // What the launch needs is asked for once one piece's costs are known.
  await page.getByRole('textbox', { name: 'Unit cost USD' }).fill('8.50');
  await page.getByRole('textbox', { name: 'Freight a unit USD' }).fill('1.20');
  const money = page.getByRole('textbox', { name: /^Money you have for it/ });
  await money.fill('5,000');
  await money.press('Tab');
  await expect(money).toHaveValue(/^5,?000$/);
});

test('a price and a limit of Sift take thousands', async ({ page }) => {
  await page.goto(demo('/quayside/sift'));
  const units = page.getByRole('textbox', { name: 'Units a month at least' });
  await units.fill('1,200');
  await units.press('Enter');
  await expect(page).toHaveURL(/=1200\b/);
  await page.goto(demo(`/quayside/candidates/${candidate}/costing`));
  const price = page.getByRole('textbox', { name: /^Price to try/ });
  const document = await saved(page, () => price.fill('1,250'));
  expect(document.price).toBe(125_000);
});
