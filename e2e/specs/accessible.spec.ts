import { AxeBuilder } from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { complaints, jobIdOf, openDemo } from '../pages/demo';

const stages = ['book-in', 'safety', 'first-look', 'functions', 'trace', 'parts', 'repair', 'align', 'test', 'soak', 'hand-back'];
const places = ['/day', '/jobs', '/book-in', '/cards', '/stock', '/sums', '/instruments', '/practice', '/archive'];

async function violations(page: Page): Promise<string[]> {
  const { violations: found } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
    .analyze();
  return found.map(
    (v) =>
      `${v.id}: ${v.nodes
        .map((n) => n.target.join(' '))
        .slice(0, 3)
        .join(' | ')}`,
  );
}

for (const theme of ['bench', 'daylight'] as const)
  test(`axe finds nothing on any screen in the ${theme} theme, and the page complains of nothing`, async ({ page }) => {
    test.setTimeout(240_000);
    await page.addInitScript((name) => localStorage.setItem('amber-relay-theme', name), theme);
    const complained = complaints(page);
    await openDemo(page);
    await expect(page.getByRole('heading', { name: 'Do now, in this order' })).toBeVisible();
    const ids = { traced: await jobIdOf(page, 409), finished: await jobIdOf(page, 401), amplifier: await jobIdOf(page, 415) };
    const screens = [
      ...places,
      ...stages.map((stage) => `/job/${ids.traced}/${stage}`),
      ...['test', 'repair', 'hand-back', 'soak'].map((stage) => `/job/${ids.finished}/${stage}`),
      `/job/${ids.amplifier}/safety`,
      `/job/${ids.amplifier}/trace`,
      `/job/${ids.finished}/tag`,
      `/job/${ids.finished}/sheet`,
    ];
    const wrong: Record<string, string[]> = {};
    const look = async (what: string): Promise<void> => {
      const found = await violations(page);
      if (found.length) wrong[`${what} in ${theme}`] = found;
    };
    for (const screen of screens) {
      await page.goto(screen);
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
      if (screen.endsWith('/trace')) await expect(page.locator('[data-section]').first()).toBeVisible();
      await page.waitForTimeout(250);
      expect(await page.evaluate(() => document.documentElement.dataset['theme'])).toBe(theme);
      await look(screen.replace(/[0-9a-f-]{36}/, screen.includes(ids.finished) ? '401' : screen.includes(ids.amplifier) ? '415' : '409'));
    }
    // The dialog of Find, and the entry line with something in it.
    await openDemo(page);
    await page.keyboard.press('/');
    await page.getByLabel('Find a job, owner, serial, card or part').fill('wren');
    await expect(page.getByRole('list', { name: 'Found' }).getByRole('button').first()).toBeVisible();
    await look('Find');
    await page.goto(`/job/${ids.traced}/trace`);
    for (const line of ['tp7 6.62v', 'tp99', 'tp']) {
      await page.getByLabel('Entry', { exact: true }).fill(line);
      await page.waitForTimeout(200);
      await look(`entry ${line}`);
    }
    expect(wrong).toEqual({});
    expect(complained).toEqual([]);
  });
