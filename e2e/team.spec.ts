/// <reference lib="dom" />
// Two people at one workspace: joining, roles, seeing each other, answering without seeing each other, two changes of one document.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { BrowserContext, Page } from '@playwright/test';
import { startDatabase } from '../scripts/private-database.mjs';
import { statement } from '../server/test/several/statement.ts';
import { ServerProcess } from '../server/test/several/server-process.ts';
import { checkAccess, expect, test } from './program-fixture.ts';

const PASSWORD = 'four words in a row';
const folder = mkdtempSync(join(tmpdir(), 'kettle team '));
let lookedAtLongAgo: () => Promise<unknown> = async () => {};
let stop: () => Promise<void> = async () => {};
let address = '';
let invitation = '';
test.beforeAll(async () => {
  const database = await startDatabase(folder);
  lookedAtLongAgo = () => statement(database.url, 'update sessions set confirmed_at = confirmed_at - interval 1 hour');
  const server = new ServerProcess({
    KETTLE_DATABASE_URL: database.url,
    KETTLE_WORKSPACE: 'demo',
    KETTLE_LISTINGS: '1000',
    KETTLE_TEAM: '1',
  });
  stop = async () => {
    await server.stop();
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  };
  address = await server.start();
  invitation = (await server.says(/\/join\/(\S+)/))[1]!;
});
test.afterAll(() => stop());

const joins = async (page: Page, link: string, name: string, login: string): Promise<void> => {
  await page.goto(link);
  await page.getByLabel('Your name, as others see it').fill(name);
  await page.getByLabel('User name or email').fill(login);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: `Signed in as ${name}` })).toBeVisible();
};

// Being asked to sign in, or for the password once more, and told that somebody was faster, are answers that the browser tells of as errors.
test.use({ expectedErrors: [/status of (401|403|409)/] });
test('two people work on one candidate, see each other, and give their own answers', async ({ page, browser }) => {
  page.setDefaultTimeout(20_000);
  const olga = page;
  await olga.goto(address);
  await expect(olga.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await checkAccess(olga);
  await joins(olga, `${address}/join/${invitation}`, 'Olga', 'olga');
  await olga.goto(`${address}/people`);
  await expect(olga.getByRole('heading', { name: 'Olga' })).toBeVisible();
  await olga.getByRole('combobox', { name: 'As', exact: true }).selectOption('member');
  await olga.getByRole('button', { name: 'Make a link' }).click();
  const link = await olga.getByRole('textbox', { name: /^Invitation link/ }).inputValue();
  await checkAccess(olga);

  const context: BrowserContext = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB', reducedMotion: 'reduce' }); // prettier-ignore
  const otto = await context.newPage();
  otto.setDefaultTimeout(20_000);
  await joins(otto, link, 'Otto', 'otto');

  // What one puts aside is in their own tray.
  await olga.goto(`${address}/quayside/sift?has=book%20press`);
  await olga
    .getByRole('checkbox', { name: /in the tray$/ })
    .first()
    .click({ force: true });
  await expect(olga.getByTestId('tray-count')).toHaveText('1');
  expect(await olga.evaluate(() => Object.keys(localStorage).filter((k) => k.endsWith('/tray')))).toEqual(['kettle@1/tray']); // prettier-ignore
  // It is there wherever they sign in, and leaves the browser with them.
  await olga.goto(`${address}/quayside/sift?price=20..35`);
  await olga.getByRole('button', { name: 'Signed in as Olga' }).click();
  await olga.getByRole('menuitem', { name: 'Sign out' }).click();
  await expect(olga.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  expect(await olga.evaluate(() => Object.keys(localStorage).filter((k) => k.endsWith('/tray')))).toEqual([]);
  const elsewhere = await (await browser.newContext({ viewport: { width: 820, height: 800 }, locale: 'en-GB' })).newPage(); // prettier-ignore
  for (const who of [elsewhere, olga]) {
    await who.goto(address);
    await who.getByLabel('User name or email').fill('olga');
    await who.getByLabel('Password').fill(PASSWORD);
    await who.keyboard.press('Enter');
    await expect(who.getByRole('button', { name: 'Signed in as Olga' })).toBeVisible();
    await who.goto(`${address}/quayside/sift`);
    await expect(who.getByTestId('tray-count')).toHaveText('1');
    // The sitting that was left, too.
    await expect(who).toHaveURL(/price=20\.\.35/);
  }
  await elsewhere.context().close();
  const made = await olga.request.post(`${address}/api/marketplaces/quayside/candidates`, { data: { anchor: 'QS0049G9', rivals: [] } }); // prettier-ignore
  const { id: candidate } = (await made.json()) as { id: number };
  await olga.goto(`${address}/quayside/candidates/${candidate}`);
  await otto.goto(`${address}/quayside/candidates/${candidate}`);
  await expect(olga.getByText('Otto looks at this, too')).toBeVisible();
  await expect(otto.getByText('Olga looks at this, too')).toBeVisible();

  // What one writes arrives at the other by itself.
  await olga.goto(`${address}/quayside/candidates/${candidate}/log`);
  await otto.goto(`${address}/quayside/candidates/${candidate}/log`);
  await otto.getByRole('textbox', { name: /note/i }).fill('The spindle is the gripe.');
  await otto.getByRole('button', { name: 'Write note' }).click();
  await expect(olga.getByText('The spindle is the gripe.')).toBeVisible();

  // Both answer without seeing each other, by keyboard.
  for (const [who, answer] of [
    [olga, 'passes'],
    [otto, 'fails'],
  ] as const) {
    // prettier-ignore
    await who.goto(`${address}/quayside/candidates/${candidate}/own-answers`);
    const question = who.getByRole('group', { name: /patent/i });
    await question.getByRole('button', { name: answer }).focus();
    await who.keyboard.press('Space');
    await expect(question.getByRole('button', { name: answer })).toHaveAttribute('aria-pressed', 'true');
    if (who === olga) await checkAccess(who);
    await who.getByRole('button', { name: 'Hand in' }).click();
    await expect(who).toHaveURL(/scoresheet$/);
  }
  await expect(otto.getByRole('table', { name: 'Answers of Olga beside yours' })).toContainText('passes');
  await expect(olga.getByRole('table', { name: 'Answers of Otto beside yours' })).toContainText('fails');

  // Two change one draft in different places at the same moment: both stand together, and nobody is asked.
  const of = (who: Page, name: string) => who.getByRole('textbox', { name, exact: true });
  for (const who of [olga, otto]) {
    await who.goto(`${address}/quayside/candidates/${candidate}/page`);
    await expect(of(who, 'Title')).toBeVisible();
  }
  await Promise.all([of(olga, 'Title').fill('Folding book press'), of(otto, 'Description').fill('Beech, oiled.')]);
  for (const who of [olga, otto]) {
    await expect(async () => {
      await who.reload();
      await expect(of(who, 'Title')).toHaveValue('Folding book press', { timeout: 2_000 });
      await expect(of(who, 'Description')).toHaveValue('Beech, oiled.', { timeout: 2_000 });
    }).toPass();
    await expect(who.getByText(/changed in another window/)).toHaveCount(0);
  }
  await context.close();
  await expect(olga.getByText(/looks at this, too/)).toHaveCount(0, { timeout: 60_000 });

  // One lost their password. The browser of the other was left open since: it is asked for the password before it makes a link.
  await lookedAtLongAgo();
  await olga.goto(`${address}/people`);
  await olga.getByRole('button', { name: 'A link for a new password of Otto' }).click();
  await expect(olga.getByRole('textbox', { name: 'Your password' })).toBeFocused();
  await checkAccess(olga);
  await olga.keyboard.type(PASSWORD);
  await olga.keyboard.press('Enter');
  const wayBack = await olga.getByRole('textbox', { name: /^Link for a new password for Otto/ }).inputValue();
  const returning = await (await browser.newContext({ viewport: { width: 820, height: 800 }, locale: 'en-GB', colorScheme: 'dark', reducedMotion: 'reduce' })).newPage(); // prettier-ignore
  await returning.goto(wayBack);
  await expect(returning.getByRole('heading', { name: 'Choose a new password' })).toBeVisible();
  await checkAccess(returning);
  await returning.getByLabel('Password').fill('eleven jars under the stairs');
  await returning.keyboard.press('Enter');
  await expect(returning.getByRole('button', { name: 'Signed in as Otto' })).toBeVisible();
  await returning.context().close();
});
