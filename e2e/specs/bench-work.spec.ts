import { expect, test } from '@playwright/test';
import { BookInPage } from '../pages/book-in-page';
import { complaints, openDemo, openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';

test('an amplifier that fails on two bands is traced to what those two share', async ({ page }) => {
  await openJob(page, 417, 'trace');
  const job = new JobPage(page);
  await expect(job.section('Band switch, 15 and 10 m contacts')).toHaveAccessibleName(/prime/);
  await expect(job.section('Triode')).toHaveAccessibleName(/cleared/);
  await job.type('proof s1b good');
  await expect(job.section('Tank coil, 15 and 10 m part')).toHaveAccessibleName(/(suspect|prime)/);
  await job.openSection('Triode');
  await expect(page.getByRole('complementary', { name: 'Evidence for the Triode' })).toContainText(/Amplify 20 m works, by .*: speaks for/);
});

test('gain and power of an amplifier are judged with what the wattmeter can tell', async ({ page }) => {
  await openJob(page, 417, 'test');
  const job = new JobPage(page);
  const area = job.area();
  await area.getByRole('button', { name: /^Take: Output, CW/ }).click();
  await expect(job.entry()).toHaveValue('pwr 20m keyed ');
  await job.entry().pressSequentially('560w');
  // 5 % of 560 W reaches below the limit of 550 W.
  await expect(page.getByText(/it can't tell/)).toBeVisible();
  await job.entry().press('Enter');
  await expect(area.getByRole('row').filter({ hasText: 'Output, CW' })).toContainText("can't tell");
});

test('a frequency that the counter cannot judge says which gate would do, on the tape and in the Test stage', async ({ page }) => {
  await openJob(page, 409, 'test');
  const job = new JobPage(page);
  // 560 Hz off, to 10 Hz: with one count and the timebase it may be beyond the limit of 600 Hz; to 1 Hz it is not.
  await job.entry().fill('freq ch19 27.18556M');
  await expect(page.getByText(/Eight-digit counter spans .+ it can't tell\. A gate of 1 s would tell\./)).toBeVisible();
  await job.entry().press('Enter');
  await expect(job.rows().last()).toContainText('A gate of 1 s would tell.');
  const row = job.area().getByRole('row').filter({ hasText: 'Frequency error' });
  await expect(row).toContainText("can't tell");
  await expect(row).toContainText('A gate of 1 s would tell.');
  await job.type('freq ch19 27.185560M');
  await expect(row).toContainText('560 Hz');
  await expect(row).toContainText('in');
  await expect(row).not.toContainText("can't tell");
  // A channel is judged by the plan of the card, whichever it is.
  await job.entry().fill('ch40 27.40612M');
  await expect(page.getByText('Should be 27.4044–27.4056 MHz.')).toBeVisible();
});

test('what an entry would do to the suspicion is shown before it is kept', async ({ page }) => {
  await openJob(page, 419, 'trace');
  const job = new JobPage(page);
  const before = await job.count();
  await job.entry().fill('tp16 dead');
  await expect(page.getByText(/Would lift .+ from \d+ to \d+/)).toBeVisible();
  expect(await job.count()).toBe(before);
});

test('the school of probing changes the order, not the suspicion', async ({ page }) => {
  await openJob(page, 419, 'trace');
  const job = new JobPage(page);
  const first = job.area().locator('article[data-test]').first();
  await expect(first).toBeVisible();
  const chance = await job.section('455 kHz filter').getAttribute('aria-label');
  const offered = new Set<string>();
  for (const order of ['most for the time', 'by halves', 'from the antenna', 'from the speaker']) {
    await page.getByLabel('Order of probes').selectOption({ label: order });
    await page.waitForTimeout(500);
    offered.add((await first.getAttribute('data-test')) ?? '');
    expect(await job.section('455 kHz filter').getAttribute('aria-label')).toBe(chance);
  }
  expect(offered.size).toBeGreaterThan(1);
});

test('a claim that the evidence contradicts is named beside the probes', async ({ page }) => {
  await openJob(page, 411, 'trace');
  await expect(page.getByText(/The evidence speaks against a claim: “Audio chip is new/)).toBeVisible();
});

test('a set that was here before is known by its serial, with its earlier visits', async ({ page }) => {
  const bookIn = new BookInPage(page);
  await openDemo(page);
  await bookIn.fill({ owner: 'Hesta rally marshals', maker: 'Oxbrae', model: 'Wren 40', serial: 'OB7-20417', complaint: 'Third time' });
  await expect(page.getByText('This set has been here before')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Job 401' })).toBeVisible();
  await page
    .getByLabel('Pictures')
    .setInputFiles('docs/screenshots/day.png')
    .catch(() => page.getByLabel('Pictures').setInputFiles('../docs/screenshots/day.png'));
  await expect(page.getByText('day.png')).toBeVisible();
  await bookIn.submit();
  const job = new JobPage(page);
  await job.open('Book in');
  await expect(job.area().getByRole('img', { name: 'day.png' })).toBeVisible();
  await expect(job.area().getByRole('link', { name: 'Job 401' })).toBeVisible();
  await job.area().getByRole('link', { name: 'Job tag' }).click();
  await expect(page.getByRole('img', { name: 'QR code that opens this job' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Tag' })).toContainText('Third time');
});

test('the sheet stands alone for the printer, without the frame', async ({ page }) => {
  const complained = complaints(page);
  await openJob(page, 401, 'hand-back');
  await page.getByRole('link', { name: 'Print' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Hand-back sheet' })).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeHidden();
  await expect(page.getByText('FL2 replaced')).toBeVisible();
  await expect(page.getByText('Leave work inside the set to people qualified for it.')).toBeVisible();
  expect(complained).toEqual([]);
});

test('a first look finds its part or section, and refuses a part the card does not have', async ({ page }) => {
  await openJob(page, 419, 'first-look');
  const job = new JobPage(page);
  const area = job.area();
  await area.getByRole('radio', { name: 'leaking or swollen capacitor' }).click();
  await area.getByLabel(/^Where/).fill('C999');
  await area.getByRole('button', { name: 'Keep the finding' }).click();
  await expect(area.getByRole('alert')).toContainText('There is no part C999 on this card');
  await area.getByLabel(/^Where/).fill('c29');
  await area.getByRole('radio', { name: 'bad', exact: true }).click();
  await area.getByRole('button', { name: 'previous hands' }).click();
  await area.getByRole('button', { name: 'Keep the finding' }).click();
  await expect(area.getByRole('listitem').filter({ hasText: 'C29' })).toContainText('bad, previous hands');
  await job.open('Trace');
  await job.openSection('Squelch gate');
  await expect(page.getByRole('complementary', { name: 'Evidence for the Squelch gate' })).toContainText('previous hands');
});

test('the theme is chosen once and stays', async ({ page }) => {
  await openDemo(page);
  const theme = (): Promise<string | undefined> => page.evaluate(() => document.documentElement.dataset['theme']);
  expect(await theme()).toBe('bench');
  await page.getByRole('button', { name: /^Theme/ }).click();
  await expect.poll(theme).toBe('daylight');
  await page.reload();
  await expect.poll(theme).toBe('daylight');
});

test('what was done away from the clock is told afterwards, several parts in one line, and no word is dropped', async ({ page }) => {
  await openJob(page, 411, 'functions');
  const job = new JobPage(page);
  await expect(page.getByText('0:37:36')).toBeVisible();
  await job.type('worked 05:15-16:21 less 15 min');
  await expect(job.rows().last()).toContainText('Worked 10 h 51 min');
  await expect(page.getByText('11:28:36')).toBeVisible();
  await job.entry().fill('fit c1, c5 1000u kit @0.40');
  await expect(page.getByText('Kept together: also C5.')).toBeVisible();
  await job.entry().press('Enter');
  await expect(job.rows().filter({ hasText: 'fitted: 1000u kit' })).toHaveCount(2);
  for (const [line, named] of [
    ['start now please', '"now" is not understood here.'],
    ['fit c1 1000u 2.10', 'Is 2.10 the price?'],
    ['fit j2 resoldered', '"resoldered" is work, not a part.'],
    ['break soon', 'How long was the break?'],
  ] as const) {
    await job.entry().fill(line);
    await job.entry().press('Enter');
    await expect(page.getByText(named)).toBeVisible();
    await expect(job.entry()).toHaveValue(line);
  }
});

test('people are found with their sets and jobs, and suppliers with what came from them', async ({ page }) => {
  await openDemo(page, '/jobs');
  await page.getByRole('link', { name: 'People' }).click();
  const people = page.getByRole('navigation', { name: 'People' });
  await page.getByLabel('Search people').fill('rally');
  await people.getByRole('link', { name: /Hesta rally marshals/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Hesta rally marshals' })).toBeVisible();
  await page.getByRole('link', { name: '419', exact: true }).click();
  await expect(new JobPage(page).tape()).toBeVisible();
  await page.goBack();
  await page.getByLabel('Search people').fill('');
  await page.getByRole('radio', { name: 'Suppliers' }).click();
  await people.getByRole('link').first().click();
  await expect(page.getByRole('columnheader', { name: 'Drawer' })).toBeVisible();
});
