import { chromium, type Page } from '@playwright/test';
import { checkAccess, demo, expect, test } from './program-fixture.ts';

const api = (page: Page, method: 'post' | 'put', path: string, data: object) =>
  page.request[method](demo(path), { data, headers: { origin: process.env.KETTLE_DEMO! } });

/** From a candidate to what is done before its order, and the second opinion that comes back from another browser. */
test('a page is drafted, the list before an order kept, and an opinion comes back from a file without a script', async ({
  page,
}, info) => {
  const made = await api(page, 'post', '/api/marketplaces/quayside/candidates', { name: 'Press to launch', anchor: 'QS004AH0', rivals: ['QS004BI1', 'QS004CJ2', 'QS004DK3'] }); // prettier-ignore
  const { id } = (await made.json()) as { id: number };
  await api(page, 'post', '/api/marketplaces/quayside/candidates', { name: 'Rack to launch', anchor: 'QS003QY1', rivals: ['QS003RZ2', 'QS003T03'] }); // prettier-ignore
  const at = (tab: string): string => demo(`/quayside/candidates/${id}/${tab}`);

  await test.step('the assistant proposes, one’s own words stay, and what is typed is there after going away', async () => {
    await page.goto(at('page'));
    await page.getByRole('textbox', { name: 'Title' }).fill('My own title');
    await page.getByRole('button', { name: 'Ask the writing assistant' }).click();
    await expect(page.getByRole('list', { name: 'Proposals: Title' })).toContainText('yours stays');
    await page.getByRole('list', { name: 'Proposals: Bullets' }).getByRole('button', { name: 'Take' }).first().click();
    await expect(page.getByRole('textbox', { name: 'Bullet 1' })).toHaveValue(/Measured, not guessed/);
    await page.getByRole('textbox', { name: 'Description' }).fill('A folding book press for beginners.');
    await expect(page.getByRole('table', { name: 'Terms on the page' }).getByRole('row', { name: /for beginners/ })).toContainText('description'); // prettier-ignore
    await checkAccess(page);
    await page.goto(at('log'));
    await page.goto(at('page'));
    await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('My own title');
    await expect(page.getByRole('textbox', { name: 'Bullet 1' })).toHaveValue(/Measured, not guessed/);
  });

  await test.step('before you order, by keyboard: ticking a line moves the day', async () => {
    await page.goto(at('before-order'));
    const day = page.getByRole('heading', { level: 2, name: /The order can go out on/ });
    await expect(day).toBeVisible();
    const before = await day.innerText();
    await page.getByRole('checkbox', { name: /^Done: Send the brief/ }).focus();
    await page.keyboard.press('Space');
    await expect(day).not.toHaveText(before);
    await page.getByRole('textbox', { name: /^Who: Have samples/ }).fill('Ida');
    await checkAccess(page);
    await page.reload();
    await expect(page.getByRole('textbox', { name: /^Who: Have samples/ })).toHaveValue('Ida');
  });

  await test.step('the file is answered in a browser without scripts and without the program; the answers stand beside one’s own', async () => {
    await page.goto(at('scoresheet'));
    await page.getByRole('group', { name: 'No patent in the way' }).getByRole('button', { name: 'passes' }).click();
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'The file to hand on' }).click(),
    ]);
    const path = info.outputPath('your opinion.html');
    await file.saveAs(path);
    const browser = await chromium.launch({ executablePath: process.env.CHROMIUM, args: ['--no-sandbox'] });
    const elsewhere = await (await browser.newContext({ javaScriptEnabled: false, offline: true })).newPage();
    await elsewhere.goto(`file://${encodeURI(path)}`);
    await elsewhere.getByRole('group', { name: 'No patent in the way' }).getByLabel('fails').check();
    await elsewhere.getByLabel('Why: No patent in the way').fill('There is one for the spindle & the hinge:\n“EX 1”.');
    await elsewhere.getByLabel('Your name').fill('Ida Ö');
    await elsewhere.getByRole('button', { name: 'Put my answers into the address line' }).click();
    await expect(elsewhere.getByText('Your answers stand in the address line')).toBeVisible();
    const answers = elsewhere.url();
    await browser.close();
    await page.getByRole('textbox', { name: 'Answers that came back' }).fill(`Hello,\n\n${answers}\n\nIda`);
    await page.getByRole('button', { name: 'Bring them in' }).click();
    const table = page.getByRole('table', { name: 'Answers of Ida Ö beside yours' });
    await expect(table.getByRole('row').nth(1)).toContainText('There is one for the spindle & the hinge');
    await checkAccess(page);
    await table.getByRole('button', { name: /Take Ida Ö’s answer: No patent/ }).click();
    await expect(page.getByTestId('verdict')).toHaveText('ruled out');
  });

  await test.step('a picture beside an answer is kept and shown; what is none is refused with words', async () => {
    const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64'); // prettier-ignore
    const field = page.getByLabel('Picture as evidence: No patent in the way');
    await field.setInputFiles({ name: 'hinge.png', mimeType: 'image/png', buffer: png });
    await expect(page.getByRole('img', { name: 'Evidence: hinge.png' })).toBeVisible();
  });

  await test.step('papers open by themselves, and each can be taken away', async () => {
    await page.goto(at('page'));
    for (const paper of ['page', 'before-order', 'report', 'brief']) {
      const text = await (await page.request.get(demo(`/api/candidates/${id}/papers/${paper}.html`))).text();
      expect(text).toContain('Press to launch');
    }
    await page.getByRole('button', { name: 'Papers' }).click();
    await expect(page.getByRole('menuitem', { name: 'Draft of the page, to print' })).toBeVisible();
    await page.keyboard.press('Escape');
  });

  await test.step('the shortlist by keyboard: means, side by side, the year', async () => {
    await page.goto(demo('/quayside/shortlist'));
    await page.getByRole('button', { name: 'Your means' }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('textbox', { name: /To your taste/ }).fill('Nothing with feathers');
    await expect(page.getByText(/to your taste: gates for every candidate/)).toBeVisible();
    await expect(page.getByRole('table', { name: 'Standing' }).getByRole('row', { name: /Rack to launch/ })).toContainText(/to be judged/); // prettier-ignore
    const compare = page.getByRole('checkbox', { name: 'Compare Press to launch' });
    await compare.focus();
    await page.keyboard.press('Space');
    await expect(page).toHaveURL(/beside=/);
    await checkAccess(page);
    // Walks that come later share this workspace: it is waited for until it is kept.
    const isKept = page.waitForResponse((r) => r.url().endsWith('/means') && r.request().method() === 'PUT' && r.ok());
    await page.getByRole('textbox', { name: /To your taste/ }).fill('');
    await isKept;
    await expect(page.getByText(/they rule nothing out/)).toBeVisible();
  });
});
