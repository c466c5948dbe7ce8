import { chromium } from '@playwright/test';
const [path, out, w, h, theme, ...steps] = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const context = await browser.newContext({ viewport: { width: +w, height: +h }, colorScheme: theme });
const page = await context.newPage();
page.on('console', (m) => {
  if (m.type() === 'error') console.log('console:', m.text());
});
page.on('pageerror', (e) => console.log('pageerror:', e.message));
const base = process.env.BASE ?? 'http://127.0.0.1:4700';
await page.goto(base + path);
await page.waitForLoadState('networkidle');
for (const s of steps) {
  const at = s.indexOf(':');
  const kind = s.slice(0, at),
    rest = s.slice(at + 1);
  if (kind === 'click') await page.getByRole('button', { name: rest }).first().click();
  else if (kind === 'text') await page.getByText(rest).first().click();
  else if (kind === 'css') await page.locator(rest).first().click();
  else if (kind === 'key') await page.keyboard.press(rest);
  else if (kind === 'type') await page.keyboard.type(rest);
  else if (kind === 'fill') {
    const [l, t] = rest.split('=');
    await page.getByLabel(l).first().fill(t.replaceAll('\\n', '\n').replaceAll('\\t', '\t'));
  } else if (kind === 'select') {
    const [l, t] = rest.split('=');
    await page.getByLabel(l).first().selectOption(t);
  } else if (kind === 'wait') await page.waitForTimeout(+rest);
  else if (kind === 'scroll') await page.mouse.wheel(0, +rest);
  else if (kind === 'to') await page.getByText(rest).first().scrollIntoViewIfNeeded();
  else if (kind === 'html') console.log(await page.locator(rest).first().innerText());
}
await page.waitForTimeout(500);
await page.screenshot({ path: out, fullPage: process.env.FULL === '1' });
await browser.close();
