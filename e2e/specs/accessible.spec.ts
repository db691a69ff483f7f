import { AxeBuilder } from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { complaints, jobIdOf, openDemo } from '../pages/demo';

/** What axe finds in both themes; in the second only the colours are others. */
async function violations(page: Page): Promise<string[]> {
  const found = async (theme: 'bench' | 'daylight'): Promise<string[]> => {
    await page.evaluate((name) => (document.documentElement.dataset['theme'] = name), theme);
    // There is no frame in the program: the mode without a second page for what frames say takes half as long.
    const axe = new AxeBuilder({ page }).setLegacyMode();
    const { violations: list } = await (
      theme === 'bench'
        ? axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
        : axe.withRules(['color-contrast'])
    ).analyze();
    return list.map(
      (v) =>
        `${theme}: ${v.id}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 3)
          .join(' | ')}`,
    );
  };
  const daylight = await found('daylight');
  return [...(await found('bench')), ...daylight];
}

/** Screens by group: a place, or a demo job and its page, and what comes there last where it takes its time. */
const groups: Readonly<Record<string, readonly (string | readonly [job: number, page: string, last?: string])[]>> = {
  places: [
    '/day',
    '/day/hours',
    '/jobs',
    '/book-in',
    '/people',
    '/cards',
    '/cards/new',
    '/cards/murrelo-twin/edit',
    '/cards/murrelo-twin/sheets',
    '/cards/ternhal-n9/manual',
    '/cards/dunvick-post-6/sheets',
    '/stock',
    '/stock/order',
    '/stock/legs',
    '/stock/orders',
    '/people/from Mell & Tarrant Parts',
    '/instruments',
    '/practice',
    '/practice/stories',
    '/practice/lessons',
    '/practice/drills',
    '/practice/progress',
    '/archive',
  ],
  sums: ['/sums', '/sums/pad', '/sums/lock-sweep', '/sums/order-compare', '/sums/iq-analyse', '/sums/capacitor-fit', '/sums/nothing-such'],
  'the stages up to Parts': [
    [409, 'book-in'],
    [409, 'safety'],
    [409, 'first-look'],
    [409, 'functions'],
    [409, 'trace', '[data-section]'],
    [409, 'parts'],
  ],
  'the stages from Repair on': [
    [409, 'repair'],
    [409, 'align'],
    [409, 'test'],
    [409, 'soak'],
    [409, 'hand-back'],
    [409, 'parts/substitute'],
    [401, 'hand-back/settle'],
    [401, 'hand-back/pass-on'],
    [401, 'repair'],
    [401, 'test'],
    [409, 'first-look/apart'],
  ],
  'finished work, print and the amplifier': [
    [401, 'hand-back'],
    [404, 'soak'],
    [415, 'safety'],
    [417, 'trace', '[data-section]'],
    [401, 'tag'],
    [401, 'sheet'],
    [417, 'sheets', 'app-sheet-view[data-drawn]:not([data-drawn=""])'],
    [419, 'sheets?at=Q7', '[data-mark]'],
  ],
};

for (const [group, screens] of Object.entries(groups))
  test(`axe finds nothing on ${group} in either theme, and the page complains of nothing`, async ({ page }) => {
    test.setTimeout(300_000);
    const complained = complaints(page);
    await openDemo(page);
    await expect(page.getByRole('heading', { name: 'Do now, in this order' })).toBeVisible();
    const wrong: Record<string, string[]> = {};
    const look = async (what: string): Promise<void> => {
      const found = await violations(page);
      if (found.length) wrong[what] = found;
    };
    for (const screen of screens) {
      await page.goto(typeof screen === 'string' ? screen : `/job/${await jobIdOf(page, screen[0])}/${screen[1]}`);
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
      if (typeof screen !== 'string' && screen[2]) await expect(page.locator(screen[2]).first()).toBeVisible();
      await page.waitForTimeout(250);
      await look(String(screen));
    }
    if (group === 'places') {
      await openDemo(page);
      await page.keyboard.press('/');
      await page.getByLabel('Find a job, owner, serial, card or part').fill('wren');
      await expect(page.getByRole('listbox', { name: 'Found' }).getByRole('option').first()).toBeVisible();
      await look('Find');
      await page.goto('/instruments');
      await page.getByRole('button', { name: 'Stand-in' }).first().click();
      await page.getByRole('button', { name: 'Try it' }).click();
      await expect(page.locator('[data-said]')).toContainText('Stand-in multimeter');
      await look('the link of an instrument');
    }
    if (group === 'finished work, print and the amplifier') {
      await page.goto(`/job/${await jobIdOf(page, 409)}/trace`);
      for (const line of ['tp7 6.62v', 'tp99', 'tp', 'c5 ']) {
        await page.getByLabel('Entry', { exact: true }).fill(line);
        await page.waitForTimeout(300);
        await look(`entry ${line}`);
      }
    }
    expect(wrong).toEqual({});
    expect(complained).toEqual([]);
  });
