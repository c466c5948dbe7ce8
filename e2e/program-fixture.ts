/// <reference lib="dom" />
import { test as base, expect, type Page } from '@playwright/test';
import { AxeBuilder } from '@axe-core/playwright';

/** The addresses of the two running programs. */
export const demo = (path: string): string => `${process.env.KETTLE_DEMO}${path}`;
export const own = (path: string): string => `${process.env.KETTLE_OWN}${path}`;

/** A test that fails on any error of the page's console, unless it says which it expects. */
export const test = base.extend<{ expectedErrors: RegExp[]; quietConsole: void }>({
  expectedErrors: [[], { option: true }],
  quietConsole: [
    async ({ page, expectedErrors }, use) => {
      const errors: string[] = [];
      page.on('pageerror', (e) => errors.push(e.message));
      page.on('console', (m) => m.type() === 'error' && errors.push(m.text()));
      await use();
      expect(errors.filter((e) => !expectedErrors.some((x) => x.test(e)))).toEqual([]);
    },
    { auto: true },
  ],
});

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
/** All that a theme can change. */
const OF_COLOUR = ['color-contrast', 'link-in-text-block'];

/** No violation of WCAG 2.2 AA that axe can find; in the dark theme, of colours, all else being the same. */
export const checkAccess = async (page: Page): Promise<void> => {
  for (const mode of ['light', 'dark'] as const) {
    await page.evaluate((m) => {
      // A control that is half scrolled out of sight would count as too small.
      for (const scroller of document.querySelectorAll('*')) if (scroller.scrollTop > 0) scroller.scrollTop = 0;
      document.documentElement.classList.toggle('dark', m === 'dark');
      document.documentElement.style.colorScheme = m;
    }, mode);
    // There are no frames, so that no page of its own is needed to gather what they say; rows of a list are drawn alike.
    const axe = new AxeBuilder({ page }).setLegacyMode(true).exclude('tbody tr:nth-of-type(n + 11)');
    const { violations } = await (mode === 'light' ? axe.withTags(WCAG) : axe.withRules(OF_COLOUR)).analyze();
    expect(
      violations.map(
        (v) =>
          `${mode}: ${v.id}: ${v.nodes
            .slice(0, 3)
            .map((n) => `${n.target.join(' ')} ${n.failureSummary?.split('\n')[1] ?? ''}`)
            .join(' | ')}`,
      ),
    ).toEqual([]);
  }
  await page.evaluate(() => document.documentElement.classList.remove('dark'));
};

export { expect };
