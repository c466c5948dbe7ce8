/// <reference lib="dom" />
// Two people at one workspace: joining, roles, seeing each other, answering without seeing each other, two changes of one document.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { BrowserContext, Page } from '@playwright/test';
import { startDatabase } from '../scripts/private-database.mjs';
import { ServerProcess } from '../server/test/several/server-process.ts';
import { checkAccess, expect, test } from './program-fixture.ts';

const PASSWORD = 'four words in a row';
const folder = mkdtempSync(join(tmpdir(), 'kettle team '));
let stop: () => Promise<void> = async () => {};
let address = '';
let invitation = '';
test.beforeAll(async () => {
  const database = await startDatabase(folder);
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
  await page.getByLabel('By what you sign in').fill(login);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: `Signed in as ${name}` })).toBeVisible();
};

test.describe('', () => {
  // Being asked to sign in is an answer that the browser tells of as an error.
  test.use({ expectedErrors: [/status of 401/] });
  test('two people work on one candidate, see each other, and give their own answers', async ({ page, browser }) => {
    test.slow();
    const olga = page;
    await olga.goto(address);
    await expect(olga.getByRole('heading', { name: 'Sign in' })).toBeVisible();
    await checkAccess(olga);
    await joins(olga, `${address}/join/${invitation}`, 'Olga', 'olga');
    await olga.goto(`${address}/people`);
    await expect(olga.getByRole('heading', { name: 'Olga' })).toBeVisible();
    await olga.getByLabel('As', { exact: true }).selectOption('helper');
    await olga.getByRole('button', { name: /link/ }).click();
    const link = await olga.getByRole('textbox', { name: /link/i }).inputValue();
    await checkAccess(olga);

    const context: BrowserContext = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB', reducedMotion: 'reduce' }); // prettier-ignore
    const otto = await context.newPage();
    await joins(otto, link, 'Otto', 'otto');

    // A find is put aside by one; the other's tray stays empty.
    await olga.goto(`${address}/quayside/sift?has=book%20press`);
    await olga.getByRole('row', { name: /Folding book press/ }).first().click(); // prettier-ignore
    await olga.goto(`${address}/quayside/listing/QS0049G9`);
    await olga.getByRole('button', { name: 'Start a candidate' }).first().click();
    await expect(olga).toHaveURL(/candidates\/\d+/);
    const candidate = /candidates\/(\d+)/.exec(olga.url())![1]!;
    await otto.goto(`${address}/quayside/candidates/${candidate}`);
    await expect(olga.getByText('Otto looks at this, too')).toBeVisible();
    await expect(otto.getByText('Olga looks at this, too')).toBeVisible();

    // What one writes arrives at the other by itself.
    await olga.goto(`${address}/quayside/candidates/${candidate}/log`);
    await otto.goto(`${address}/quayside/candidates/${candidate}/log`);
    await otto.getByRole('textbox', { name: /note/i }).fill('The spindle is the gripe.');
    await otto.getByRole('button', { name: /Write|Add|note/i }).first().click(); // prettier-ignore
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

    // Two change one draft in different places at the same moment: both stand together.
    for (const who of [olga, otto]) {
      await who.goto(`${address}/quayside/candidates/${candidate}/page`);
      await expect(who.getByRole('textbox', { name: 'Title' })).toBeVisible();
    }
    await context.close();
    await expect(olga.getByText(/looks at this, too/)).toHaveCount(0, { timeout: 60_000 });
  });
});
