import { expect, test, type Page } from '@playwright/test';
import { jobIdOf, openDemo } from '../pages/demo';

/** Tabs on until what has the focus is called so; fails when it cannot be reached. */
async function tabTo(page: Page, name: RegExp, most = 160): Promise<void> {
  for (let i = 0; i < most; i++) {
    const focused = await page.evaluate(() => {
      const element = document.activeElement as HTMLElement | null;
      if (!element) return '';
      const label = (element as HTMLInputElement).labels?.[0];
      const labelled =
        element.getAttribute('aria-label') ?? (label?.querySelector('span')?.textContent || label?.textContent || element.textContent);
      return (labelled ?? '').replace(/\s+/g, ' ').trim();
    });
    if (name.test(focused)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`${name} cannot be reached with Tab`);
}
const press = async (page: Page, name: RegExp, key = 'Enter'): Promise<void> => {
  await tabTo(page, name);
  await page.keyboard.press(key);
};
const fill = async (page: Page, name: RegExp, text: string): Promise<void> => {
  await tabTo(page, name);
  await page.keyboard.insertText(text);
};

test('a job goes from booking in to hand-back with the keyboard alone', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('b');
  await expect(page.getByRole('heading', { level: 1, name: 'Book in' })).toBeVisible();
  await fill(page, /^Maker$/, 'Oxbrae');
  await page.keyboard.press('Escape');
  await fill(page, /^Model$/, 'Wren 40');
  await page.keyboard.press('Escape');
  await fill(page, /^Serial$/, 'OB7-90009');
  await fill(page, /^Name$/, 'Brim Fell farm');
  await page.keyboard.press('Escape');
  await fill(page, /^In the owner’s own words$/, 'No sound at all');
  await page.keyboard.press('Control+Home');
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await press(page, /^Book in$/);
  await expect(page.getByRole('heading', { level: 1, name: 'Safety and cold checks' })).toBeVisible();

  await press(page, /^Fuse fitted: right$/);
  await press(page, /^Supply lead polarity: right$/);
  await fill(page, /^Measured, Ω$/, '150');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  await fill(page, /^Measured, A$/, '1.5');
  await page.keyboard.press('Enter');
  for (const name of [/^RF and dummy load: read, and kept to$/, /^Static: read, and kept to$/, /^Solvents: read, and kept to$/])
    await press(page, name);
  await expect(page.getByText('All answered')).toBeVisible();
  await press(page, /^Sign off$/);
  await expect(page.getByRole('button', { name: 'Signed off', exact: true })).toBeVisible();

  await press(page, /^Functions/);
  await expect(page.getByRole('heading', { level: 1, name: 'Functions' })).toBeVisible();
  await tabTo(page, /^Receive AM: not tried$/);
  // One key a result; with Shift it goes on to the next.
  for (const key of ['d', 'w', 'w', 'd', 'w', 'w', 'd']) await page.keyboard.press(`Shift+${key}`);
  await expect(page.getByRole('button', { name: 'Hailer: dead', exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Entry', { exact: true })).toBeFocused();
  for (const line of [
    'start',
    'tp22 receive 0.4v',
    'proof ic5 bad',
    'fit ic5 6 W audio',
    'receive am works',
    'receive fm works',
    'hailer works',
    'tp22 receive 6.8v',
    'pwr am ch19 keyed 3.7w',
    'stop',
    'watch heatsink paste renewed',
  ]) {
    await page.keyboard.insertText(line);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('log')).toContainText('heatsink paste renewed');
  await press(page, /^Trace/);
  await expect(page.getByRole('heading', { level: 1, name: 'Trace' })).toBeVisible();
  await tabTo(page, /, (cleared|unlikely|possible|suspect|prime), /);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-section][aria-pressed="true"]')).toBeFocused();
  await press(page, /^Repair/);
  await expect(page.getByRole('list', { name: 'Re-tests' })).toContainText('passes');
  await press(page, /^Hand back/);
  await expect(page.getByRole('heading', { level: 1, name: 'Hand back' })).toBeVisible();
  await expect(page.getByText('IC5 replaced')).toBeVisible();
  await page.keyboard.press('Tab');
  await tabTo(page, /^Why it goes back all the same$/);
  await page.keyboard.insertText('the soak is done at home');
  await press(page, /^Hand back$/);
  await expect(page.getByRole('button', { name: 'Handed back', exact: true })).toBeVisible();
});

test('letters typed outside a field go to the entry line, and / opens Find', async ({ page }) => {
  await openDemo(page);
  await page.keyboard.press('/');
  await page.getByLabel('Find a job, owner, serial, card or part').fill('409');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('log', { name: 'Entries of the tape' })).toBeVisible();
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.keyboard.type('tp7 3.1v');
  await expect(page.getByLabel('Entry', { exact: true })).toHaveValue('tp7 3.1v');
});

/** What can be reached by Tab, in the order in which it is, each with whether it shows that it has the focus and is in sight. */
async function walked(page: Page): Promise<{ readonly missed: string[]; readonly dull: string[] }> {
  const count = await page.evaluate(() => {
    const all = [...document.querySelectorAll<HTMLElement>('a[href],button,input,select,textarea,[tabindex]')].filter(
      (e) => !(e as HTMLButtonElement).disabled && e.tabIndex >= 0 && e.getClientRects().length > 0,
    );
    all.forEach((e, i) => (e.dataset['walk'] = String(i)));
    (document.activeElement as HTMLElement | null)?.blur();
    return all.length;
  });
  const seen = new Set<string>();
  const dull: string[] = [];
  for (let k = 0; k < count + 40; k++) {
    await page.keyboard.press('Tab');
    const at = await page.evaluate(() => {
      const e = document.activeElement as HTMLElement | null;
      if (!e || e === document.body) return null;
      const { outlineStyle, outlineWidth } = getComputedStyle(e);
      const { top, bottom } = e.getBoundingClientRect();
      const shows = (outlineStyle !== 'none' && parseFloat(outlineWidth) > 0) || e.matches('input,select,textarea');
      const name = (e.getAttribute('aria-label') ?? e.textContent ?? e.tagName).trim().slice(0, 40);
      return { id: e.dataset['walk'] ?? '', name, fine: shows && bottom > 0 && top < innerHeight };
    });
    if (!at && seen.size) break;
    if (!at || seen.has(at.id)) continue;
    seen.add(at.id);
    if (!at.fine) dull.push(at.name);
  }
  const missed = await page.evaluate(
    (ids) =>
      [...document.querySelectorAll<HTMLElement>('[data-walk]')]
        .filter((e) => !ids.includes(e.dataset['walk'] ?? ''))
        .map((e) => (e.getAttribute('aria-label') ?? e.textContent ?? e.tagName).trim().slice(0, 40)),
    [...seen],
  );
  return { missed, dull };
}

for (const [theme, ...screens] of [
  ['bench', '/jobs', '/book-in', '/cards/new', [409, 'trace'], [409, 'repair']],
  ['daylight', '/stock', '/archive', '/instruments', [415, 'safety'], [401, 'hand-back']],
] as const)
  test(`every control is reached by Tab, and shows it, in the theme ${theme}`, async ({ page }) => {
    await openDemo(page);
    await page.evaluate((name) => localStorage.setItem('amber-relay-theme', name), theme);
    for (const screen of screens) {
      await page.goto(typeof screen === 'string' ? screen : `/job/${await jobIdOf(page, screen[0])}/${screen[1]}`);
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
      if (typeof screen !== 'string') await expect(page.getByRole('log', { name: 'Entries of the tape' })).toBeVisible();
      await expect.poll(() => walked(page), { message: String(screen) }).toEqual({ missed: [], dull: [] });
    }
  });
