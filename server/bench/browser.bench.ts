/// <reference lib="dom" />
/**
 * What a person waits for, in Debian's Chromium without a graphics card: the first screen of the demo, and at a million
 * listings the time from letting go of a handle to the new table painted, and how smoothly the table scrolls.
 */
import type { Page } from '@playwright/test';
import { openDatabase } from '../src/ground/db/connection.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';
import { launch, serve, spread, viewport } from './in-browser.ts';
import { largeCatalogue } from './million.ts';

const WANTED = Number(process.env.KETTLE_BENCH_LISTINGS ?? 1_000_000);
const benchUrl = process.env.KETTLE_DATABASE_URL!;
const line = (o: object): void => void process.stdout.write(`${JSON.stringify({ bench: 'browser', ...o })}\n`);
/** Waits until the first rows with their pictures stand there, and says how long after the navigation began. */
const firstRows = (page: Page): Promise<number> =>
  page
    .waitForFunction(() => document.querySelectorAll('tbody tr .title').length > 8 && performance.now(), null, {
      polling: 'raf',
    })
    .then(async (handle) => (await handle.jsonValue()) as number);

const demoDatabase = openDatabase(benchUrl);
await prepareWorkspace(demoDatabase, 'demo', 30_000, () => {});
await demoDatabase.close();
const demo = await serve(benchUrl);
const first: number[] = [];
const again: number[] = [];
for (let i = 0; i < 7; i++) {
  const browser = await launch();
  const page = await browser.newPage({ viewport });
  await page.goto('about:blank');
  // A person's browser is open already: its own start is not counted.
  await new Promise((resolve) => setTimeout(resolve, 3_000));
  await page.goto(`${demo.address}/`, { waitUntil: 'commit' });
  const took = await firstRows(page);
  // The very first browser finds the disk cold.
  if (i > 0) first.push(took);
  await page.goto('about:blank');
  await page.goto(`${demo.address}/`, { waitUntil: 'commit' });
  if (i > 0) again.push(await firstRows(page));
  await browser.close();
}
line({ case: 'first screen of the demo: rows there, a browser that never saw it', n: 30_000, ...spread(first) });
line({ case: 'first screen of the demo, second visit', n: 30_000, ...spread(again) });
await demo.stop();

const { url, database } = await largeCatalogue(benchUrl, WANTED);
await database.close();
const large = await serve(url);
const browser = await launch();
const page = await browser.newPage({ viewport });
// The runner wraps functions by this name; in the page there is none.
await page.addInitScript('globalThis.__name = (f) => f');
await page.goto(
  `${large.address}/quayside/sift?price=15..60&units=60..&revenue=2500..&reviews=..300&rating=3..4.6&weight=..4&sellers=..3&net=7..&months=3..&craft=..90`,
);
await page.locator('tbody tr .title').first().waitFor({ timeout: 180_000 });
const handle = page.getByRole('slider', { name: 'Price to' });
await handle.scrollIntoViewIfNeeded();
const box = (await handle.boundingBox())!;
const middle = box.y + box.height / 2;
const released: number[] = [];
for (let i = 0; i < 24; i++) {
  // From letting go until the frame after the one in which the new count and rows stand there.
  await page.evaluate(() => {
    const count = document.querySelector('[data-testid="sift-count"]')!;
    (window as unknown as { painted: Promise<number | null> }).painted = new Promise((resolve) => {
      window.addEventListener(
        'pointerup',
        () => {
          const from = performance.now();
          const before = count.textContent;
          // Where the list had followed all the way already, letting go changes nothing: that round does not count.
          setTimeout(() => resolve(null), 3_000);
          const look = (): void => {
            const stale = document.querySelector('.dt-scroller')?.classList.contains('is-stale');
            if (count.textContent !== before && !stale) requestAnimationFrame(() => resolve(performance.now() - from));
            else requestAnimationFrame(look);
          };
          look();
        },
        { once: true, capture: true },
      );
    });
  });
  const at = await handle.evaluate((el: HTMLInputElement) => Number(el.value) / Number(el.max));
  const x = (share: number): number => box.x + 7 + (box.width - 14) * share;
  await page.mouse.move(x(at), middle);
  await page.mouse.down();
  const way = i % 2 === 0 ? -0.08 : 0.08;
  await page.mouse.move(x(at + way / 2), middle);
  await page.mouse.move(x(at + way), middle);
  await page.mouse.up();
  const took = await page.evaluate(() => (window as unknown as { painted: Promise<number | null> }).painted);
  if (i >= 4 && took !== null) released.push(took);
}
line({ case: 'from letting go of a handle to the new table painted, ten limits', n: WANTED, ...spread(released) });

await page.mouse.move(600, 650);
const frames = await page.evaluate(async () => {
  const scroller = document.querySelector('.dt-scroller')!;
  const gaps: number[] = [];
  let last = performance.now();
  for (let i = 0; i < 120; i++) {
    scroller.scrollBy(0, 60);
    await new Promise(requestAnimationFrame);
    const now = performance.now();
    gaps.push(now - last);
    last = now;
  }
  return gaps;
});
line({ case: 'a frame while the table scrolls through 160 rows', n: WANTED, ...spread(frames) });
await browser.close();
await large.stop();
