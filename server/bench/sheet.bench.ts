/// <reference lib="dom" />
/**
 * The listing sheet in Debian's Chromium: from pressing a row to its units standing there, with 400 days and with two
 * years of daily readings, until its charts are drawn as well; and a key held down through rows.
 */
import type { Page } from '@playwright/test';
import { addDays } from '@kettle/core/measures/day';
import { bulkLoad } from '../src/ground/db/bulk.ts';
import { openDatabase } from '../src/ground/db/connection.ts';
import { refreshEstimates } from '../src/ground/estimates/estimates.ts';
import { READING_COLUMNS, readingCells } from '../src/ground/estimates/readings.ts';
import { prepareWorkspace } from '../src/roof/prepare.ts';
import { marketOf } from '../src/ground/marketplaces/marketplaces.ts';
import { simulatedFeed } from '../src/roof/stand-ins/feed.ts';
import { launch, serve, spread, viewport } from './in-browser.ts';

const DAYS = 731;
const ROUNDS = 22;
const PRESSES = 60;
/** A held-down key repeats about thirty times a second. */
const EVERY_MS = 33;
const benchUrl = process.env.KETTLE_DATABASE_URL!;
const line = (o: object): void => console.log(JSON.stringify({ bench: 'sheet', ...o }));

const database = openDatabase(benchUrl);
await prepareWorkspace(database, 'demo', 30_000, () => {});
const { db, pool } = database;
const market = await marketOf(db, 'quayside');
// The first listings of a sift that are older than two years, given a reading for each day of both.
const SIFT = 'units=20..&months=26..';
const server = await serve(benchUrl);
const { rows } = (await (await fetch(`${server.address}/api/marketplaces/quayside/sift?${SIFT}`)).json()) as {
  rows: { code: string; id: number }[];
};
// Estimates follow the readings, so their order may change: more than will be opened.
const old = rows.slice(0, 2 * ROUNDS);
const feed = simulatedFeed(db, market.id);
for (const { id, code } of old) {
  const days = (await feed.readings([code], addDays(market.today, 1 - DAYS), DAYS)).get(code)!;
  await bulkLoad(pool, 'readings', READING_COLUMNS, () => days.map((f) => readingCells(id, f)));
}
await refreshEstimates(
  database,
  market,
  old.map((l) => l.id),
);
await database.close();

const browser = await launch();
const page = await browser.newPage({ viewport });
await page.addInitScript('globalThis.__name = (f) => f');

interface Opened {
  units: number;
  charts: number;
}
/** From pressing the first row, or the key for the next, until the frame after its sheet, and its first chart, stand there. */
const open = (on: Page): Promise<Opened> =>
  on.evaluate(
    () =>
      new Promise<Opened>((resolve, reject) => {
        const sheet = (): HTMLElement | null => document.querySelector('[data-sheet]');
        const before = sheet()?.dataset.sheet;
        const from = performance.now();
        let units: number | null = null;
        const look = (): void => {
          const now = performance.now() - from;
          const there = sheet()?.dataset.sheet !== before ? sheet() : null;
          if (units === null && there?.querySelector('[data-testid="units-best"]'))
            requestAnimationFrame(() => (units = performance.now() - from));
          if (units !== null && there?.querySelector('.recharts-line-curve'))
            requestAnimationFrame(() => resolve({ units: units!, charts: performance.now() - from }));
          else if (now > 10_000) reject(new Error('No other sheet within ten seconds.'));
          else requestAnimationFrame(look);
        };
        if (before === undefined) document.querySelector<HTMLElement>('tbody tr .title')!.click();
        else document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'j', bubbles: true }));
        look();
      }),
  );

/** Opens sheet after sheet from one list, as a person does who looks through it. */
const opened = async (): Promise<Opened[]> => {
  const times: Opened[] = [];
  await page.goto(`${server.address}/quayside/sift?${SIFT}`);
  await page.locator('tbody tr .title').first().waitFor();
  await page.waitForLoadState('networkidle');
  for (let i = 0; i < ROUNDS; i++) {
    times.push(await open(page));
    await page.waitForLoadState('networkidle');
  }
  return times;
};

const report = (name: string, times: readonly Opened[]): void => {
  // The first sheet brings its code along.
  const warm = times.slice(2);
  line({ case: `${name}: its units stand there`, ...spread(warm.map((t) => t.units)), goal_ms: 200 });
  line({ case: `${name}: its charts are drawn`, ...spread(warm.map((t) => t.charts)) });
};
report(`a sheet with ${DAYS} days of readings`, await opened());

await page.goto(`${server.address}/quayside/sift?${SIFT}`);
await page.locator('tbody tr .title').first().waitFor();
await page.locator('tbody tr .title').first().click();
await page.locator('[data-sheet]').waitFor();
await page
  .locator('tbody tr')
  .first()
  .focus()
  .catch(() => {});
const held = await page.evaluate(
  ({ presses, every }) =>
    new Promise<{ moves: number[]; frames: number[]; rest: number }>((resolve) => {
      const moves: number[] = [];
      const frames: number[] = [];
      let last = performance.now();
      let running = true;
      const frame = (): void => {
        const now = performance.now();
        frames.push(now - last);
        last = now;
        if (running) requestAnimationFrame(frame);
      };
      requestAnimationFrame(frame);
      const shown = (): string =>
        document.querySelector<HTMLElement>('[data-quick]')?.dataset.quick ??
        document.querySelector<HTMLElement>('[data-sheet]')?.dataset.sheet ??
        '';
      let pressed = 0;
      const press = (): void => {
        const from = performance.now();
        const before = shown();
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'j', bubbles: true }));
        const moved = (): void => {
          if (shown() !== before) moves.push(performance.now() - from);
          else if (performance.now() - from < 2000) requestAnimationFrame(moved);
        };
        requestAnimationFrame(moved);
        if (++pressed < presses) setTimeout(press, every);
        else {
          const end = performance.now();
          const rest = (): void => {
            const code = document.querySelector<HTMLElement>('[data-sheet]')?.dataset.sheet;
            if (code && code === new URLSearchParams(location.search).get('open') && performance.now() - end > 60) {
              running = false;
              resolve({ moves, frames, rest: performance.now() - end });
            } else requestAnimationFrame(rest);
          };
          requestAnimationFrame(rest);
        }
      };
      press();
    }),
  { presses: PRESSES, every: EVERY_MS },
);
line({
  case: `a key held through ${PRESSES} rows, ${EVERY_MS} ms each: a row's head in the sheet`,
  ...spread(held.moves),
  followed: held.moves.length,
});
line({ case: 'the same: a frame meanwhile', ...spread(held.frames) });
line({ case: 'the same: the whole sheet of the last row after letting go', ms: Math.round(held.rest) });
await browser.close();
await server.stop();
