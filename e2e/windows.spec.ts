import type { Page } from '@playwright/test';
import { checkAccess, demo, expect, test } from './program-fixture.ts';

// A refusal is an answer, which the browser's console counts as an error.
test.use({ expectedErrors: [/status of 409/] });

const MARKET = '/api/marketplaces/quayside';
let candidate: number;
test.beforeAll(async ({ playwright }) => {
  const request = await playwright.request.newContext();
  const made = await request.post(demo(`${MARKET}/candidates`), {
    data: { name: 'For two windows', anchor: 'QS004AH0', rivals: ['QS003PX0'] },
  });
  candidate = ((await made.json()) as { id: number }).id;
  await request.dispose();
});
const at = (tab: string): string => demo(`/quayside/candidates/${candidate}/${tab}`);
const unitCost = (page: Page) => page.getByRole('textbox', { name: 'Unit cost USD' });
const freight = (page: Page) => page.getByRole('textbox', { name: 'Freight a unit USD' });
const kept = (page: Page) =>
  page.waitForResponse((r) => r.url().endsWith('/costing') && r.request().method() === 'PUT' && r.ok());

test('what was typed into a costing is there after going away and back, and nothing of it is sent as unknown', async ({
  page,
}) => {
  await page.goto(at('costing'));
  const first = kept(page);
  await unitCost(page).fill('9.40');
  await first;
  await page.getByRole('link', { name: 'Log' }).click();
  await page.getByRole('link', { name: 'Costing' }).click();
  await expect(unitCost(page)).toHaveValue('9.4');
  const second = kept(page);
  await freight(page).fill('2.10');
  const { document } = (await second).request().postDataJSON() as {
    document: { lines: { key: string; amount: { sum: number } }[] };
  };
  const sumOf = (key: string) => document.lines.find((l) => l.key === key)?.amount.sum;
  expect([sumOf('unit-cost'), sumOf('freight')]).toEqual([940, 210]);
  // Away before the moment has passed after which it is kept.
  const third = kept(page);
  await unitCost(page).fill('9.55');
  await page.getByRole('link', { name: 'Scoresheet' }).click();
  await third;
  await page.getByRole('link', { name: 'Costing' }).click();
  await expect(unitCost(page)).toHaveValue('9.55');
  await page.reload();
  await expect(unitCost(page)).toHaveValue('9.55');
});

test('two windows: the second is told what the first kept, beside what is typed, and chooses', async ({
  page,
  context,
}) => {
  const other = await context.newPage();
  await page.goto(at('costing'));
  await other.goto(at('costing'));
  await expect(unitCost(page)).toHaveValue('9.55');
  await expect(unitCost(other)).toHaveValue('9.55');
  const first = kept(page);
  await unitCost(page).fill('7');
  await first;
  await unitCost(other).fill('8');
  const note = other.getByRole('alert').filter({ hasText: 'changed in another window' });
  await expect(note.getByRole('row', { name: 'Unit cost' })).toContainText('8.00');
  await expect(note.getByRole('row', { name: 'Unit cost' })).toContainText('7.00');
  await expect(unitCost(other)).toHaveValue('8');
  await checkAccess(other);
  await note.getByRole('button', { name: 'Take what was kept there' }).click();
  await expect(unitCost(other)).toHaveValue('7');
  await expect(note).toBeHidden();

  const second = kept(other);
  await unitCost(other).fill('6');
  await second;
  await unitCost(page).fill('5');
  const mine = kept(page);
  await page.getByRole('button', { name: 'Keep what is typed here' }).click();
  await mine;
  await other.reload();
  await expect(unitCost(other)).toHaveValue('5');
});

test('two windows answer the same question: the second sees the first’s answer and nothing is overwritten', async ({
  page,
  context,
}) => {
  const other = await context.newPage();
  await page.goto(at('scoresheet'));
  await other.goto(at('scoresheet'));
  const row = (p: Page) => p.getByRole('group', { name: 'No patent in the way' });
  await expect(row(other)).toBeVisible();
  // What is typed before an answer is chosen waits, too.
  await page.getByRole('textbox', { name: 'Evidence: No patent in the way' }).fill('the register, 3 pages');
  await page.getByRole('link', { name: 'Log' }).click();
  await page.getByRole('link', { name: 'Scoresheet' }).click();
  await expect(page.getByRole('textbox', { name: 'Evidence: No patent in the way' })).toHaveValue(
    'the register, 3 pages',
  );
  await row(page).getByRole('button', { name: 'passes' }).click();
  await expect(row(page).getByRole('button', { name: 'passes' })).toHaveAttribute('aria-pressed', 'true');
  await row(other).getByRole('button', { name: 'fails' }).click();
  const note = other.getByRole('alert').filter({ hasText: 'changed in another window' });
  await expect(note).toContainText('passes the register, 3 pages');
  await note.getByRole('button', { name: 'Take what was kept there' }).click();
  await expect(row(other).getByRole('button', { name: 'passes' })).toHaveAttribute('aria-pressed', 'true');
});

test('a note that is not written yet is found again, and gone once it is written', async ({ page }) => {
  await page.goto(at('log'));
  await page.getByRole('textbox', { name: 'Note' }).fill('The board splinters at the hinge');
  await page.getByRole('link', { name: 'Line-up' }).click();
  await page.goto(at('log'));
  await expect(page.getByRole('textbox', { name: 'Note' })).toHaveValue('The board splinters at the hinge');
  await page.getByRole('button', { name: 'Write note' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'The board splinters at the hinge' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Note' })).toHaveValue('');
});

test('one that is ruled out is put on the shortlist only with a word why', async ({ page }) => {
  await page.goto(at('scoresheet'));
  await page.getByRole('group', { name: 'No patent in the way' }).getByRole('button', { name: 'fails' }).click();
  await expect(page.getByTestId('verdict')).toHaveText('ruled out');
  for (const step of ['Watch it', 'Weigh it']) await page.getByRole('button', { name: step }).click();
  await page.getByRole('button', { name: 'Put on the shortlist' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'It is ruled out: No patent in the way.' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Why you go on with it all the same' }).fill('The patent ran out in June');
  await page.getByRole('button', { name: 'Go on all the same' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'shortlisted' })).toHaveAttribute('aria-current', 'step');
});

test('an address that leads to a listing opens it, and the sitting that was left is kept', async ({ page }) => {
  await page.goto(demo('/quayside/sift?price=25..45'));
  await expect(page.getByTestId('sift-count')).toBeVisible();
  await page.goto(demo('/quayside/sift?open=QS004AH0'));
  await expect(page.getByTestId('units-best')).toBeVisible();
  expect(new URL(page.url()).searchParams.get('open')).toBe('QS004AH0');
  await page.goto(demo('/quayside/sift'));
  await expect(page).toHaveURL(/price=25\.\.45/);
});

test('comparing begins without sieves', async ({ page }) => {
  await page.goto(demo('/quayside/compare'));
  await expect(page.getByRole('button', { name: /in both/ })).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
});
