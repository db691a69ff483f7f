import { expect, test, type Locator, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { jobIdOf, openDemo } from '../pages/demo';
import { storedJob } from '../pages/database';

const doNow = (page: Page): Locator => page.getByRole('region', { name: 'Do now' });
/** The numbers of what can be done now, in order, once there is a plan. */
async function order(page: Page): Promise<readonly number[]> {
  await expect(doNow(page)).not.toHaveAttribute('aria-busy', 'true');
  await expect(
    doNow(page)
      .getByText(/^in all/)
      .first(),
  ).toBeVisible();
  return (await doNow(page).locator('[data-job]').all()).reduce(
    async (numbers, row) => [...(await numbers), Number(await row.getAttribute('data-job'))],
    Promise.resolve<number[]>([]),
  );
}
/** The order as it comes to be. */
const comesTo = (page: Page, numbers: readonly number[]): Promise<void> =>
  expect.poll(async () => (await order(page)).slice(0, numbers.length)).toEqual([...numbers]);
const place = async (page: Page, number: number, act: string): Promise<void> => {
  await page.getByRole('button', { name: `Place of ${number} in the plan` }).click();
  await page.getByRole('menuitem', { name: act }).click();
};

test('the plan of the day says why, keeps what is wished and what that costs, and goes out as a calendar', async ({ page }) => {
  await openDemo(page);
  const planned = await order(page);
  expect(planned.length).toBeGreaterThan(3);
  await expect(page.getByRole('group', { name: 'Bench' }).getByRole('link').first()).toBeVisible();
  await expect(page.getByRole('group', { name: 'By itself' }).getByRole('link').filter({ hasText: 'soaks' }).first()).toBeVisible();

  // By the menu, which keys reach, and it is there again when the page is loaded again.
  const [one = 0, two = 0, three = 0] = planned;
  await place(page, three, 'Do it first');
  await comesTo(page, [three]);
  await expect(doNow(page).locator(`[data-job="${three}"]`)).toContainText('As you wished');
  await page.reload();
  await comesTo(page, [three]);
  await place(page, three, 'Take the wish back');
  await comesTo(page, [one, two, three]);

  // By hand: the first is drawn below the second.
  const row = (number: number): Locator => doNow(page).locator(`[data-job="${number}"]`);
  const [from, to] = [await row(one).locator('.n').boundingBox(), await row(two).boundingBox()];
  await page.mouse.move((from?.x ?? 0) + 12, (from?.y ?? 0) + 20);
  await page.mouse.down();
  await page.mouse.move((from?.x ?? 0) + 14, (from?.y ?? 0) + 40, { steps: 4 });
  await page.mouse.move((to?.x ?? 0) + 14, (to?.y ?? 0) + (to?.height ?? 0) - 6, { steps: 12 });
  await page.mouse.up();
  await expect.poll(async () => (await order(page)).indexOf(two) - (await order(page)).indexOf(one)).toBeLessThan(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await comesTo(page, [one, two]);

  // What the technician knows of a job: how long it still takes.
  await place(page, one, 'Not before a day, or hours that are left…');
  const form = page.getByRole('form', { name: `Plan of ${one}` });
  await form.getByLabel('Work that is left').fill('soon');
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(form.getByRole('alert')).toContainText('"soon" is no time');
  await form.getByLabel('Work that is left').fill('9 h 30');
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(form).toHaveCount(0);
  await expect(row(one)).toContainText(/in all [78]½? to \d+½? h/);

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Calendar file' }).click();
  const text = readFileSync(await (await download).path(), 'utf8');
  expect(text).toMatch(/^BEGIN:VCALENDAR/);
  expect(text).toContain(`SUMMARY:${one}: `);
  expect(text.match(/BEGIN:VEVENT/g)?.length).toBeGreaterThan(12);
});

test('what will be late is told with what would save it, and promised anew by one press', async ({ page }) => {
  await openDemo(page);
  await order(page);
  const late = page.locator('[data-late="417"]');
  await expect(late).toContainText('late');
  await late.getByRole('button', { name: /^New date: / }).click();
  await expect(page.getByText(/417 is promised for/)).toBeVisible();
  const { job, tape } = await storedJob(page, await jobIdOf(page, 417));
  expect(tape.at(-1)).toMatchObject({ kind: 'correction', what: 'promised for', now: job['promisedOn'] });
});

test('the plan is laid into the hours of those at the bench', async ({ page }) => {
  await openDemo(page);
  await order(page);
  await page.getByRole('link', { name: 'Hours' }).click();
  const runa = page.getByRole('group', { name: 'Runa' });
  await expect(runa.getByLabel('Monday')).toHaveValue('9:00-13:00, 13:30-17:30');
  await runa.getByLabel('Monday').fill('mornings');
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(runa.getByRole('alert')).toContainText('"mornings" is no span of hours');
  await runa.getByLabel('Monday').fill('8-12');
  await page.getByRole('button', { name: 'Someone else' }).click();
  await page.getByLabel('Name').nth(1).fill('Sten');
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('status')).toHaveText('Kept.');
  await page.getByRole('link', { name: 'Back to the day' }).click();
  const [first = 0] = await order(page);
  await expect(page.getByRole('group', { name: 'Sten' }).getByRole('link').first()).toBeVisible();
  await place(page, first, 'Sten does it');
  await expect(doNow(page).locator(`[data-job="${first}"]`)).toContainText('Sten');
});
