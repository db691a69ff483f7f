import { expect, test, type Page } from '@playwright/test';
import { openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';
import { pdfText } from '../pages/pdf-text';
import { startFree, stopAll } from '../pages/server';

test.afterEach(stopAll);

/** A shop of one's own, with nothing in it: each browser begins one. */
const emptyShop = async (): Promise<string> => (await startFree()).at;

/** Books in a set of which nobody says what kind it is. */
async function bookInSkiff(page: Page): Promise<void> {
  for (const [label, text] of [
    ['Maker', 'Zellen'],
    ['Model', 'Skiff'],
    ['Name', 'Hesta ferry'],
    ['In the owner’s own words', 'Deaf'],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(text);
    await page.keyboard.press('Escape');
  }
  await page.getByRole('button', { name: 'Book in' }).click();
}

/** Whoever sits before the screen, and what it costs: each press, choice and line that is typed is one act. */
class Hands {
  acts = 0;
  constructor(private readonly page: Page) {}
  async press(name: string | RegExp, role: 'button' | 'link' = 'button'): Promise<void> {
    this.acts += 1;
    await this.page
      .getByRole(role, { name, exact: typeof name === 'string' })
      .first()
      .click();
  }
  async fill(label: string, text: string): Promise<void> {
    this.acts += 1;
    await this.page.getByLabel(label, { exact: true }).fill(text);
    await this.page.keyboard.press('Escape');
  }
  async choose(label: string, option: string): Promise<void> {
    this.acts += 1;
    await this.page.getByLabel(label, { exact: true }).selectOption({ label: option });
  }
  async line(job: JobPage, text: string): Promise<void> {
    this.acts += 1;
    await job.type(text);
  }
}

test('an empty shop and a set that nobody has a card for: a reading judged in 25 acts, a fault found, and a card that has learned', async ({
  page,
}) => {
  const at = await emptyShop();
  const hands = new Hands(page);
  const job = new JobPage(page);
  await page.goto(`${at}/day`);
  await hands.press('Instruments', 'link');
  for (const kind of ['Multimeter, 4½ digits', 'Through-line wattmeter, average']) {
    await hands.press('Add an instrument');
    await hands.choose('Begin with', kind);
    await hands.press('Keep it');
    await expect(page.getByRole('button', { name: `Change ${kind}` })).toBeVisible();
  }
  await hands.press('Jobs', 'link');
  await hands.press(/Book in/, 'link');
  await hands.fill('Maker', 'Zellen');
  await hands.fill('Model', 'Coble 12');
  await hands.fill('Name', 'Tam of the quay');
  await hands.fill('In the owner’s own words', 'Neither hears nor sends');
  await hands.choose('Which kind of set is it?', 'VHF or UHF FM, one band');
  await hands.press('Book in');
  await expect(job.heading('Safety and cold checks')).toBeVisible();
  await hands.line(job, 'receive dead');
  await hands.line(job, 'pwr keyed 0.2w');
  await expect(job.rows().last()).toContainText('low');
  expect(hands.acts).toBeLessThanOrEqual(25);

  // The fault: the rail that both need.
  await job.type('display works');
  await job.type('sup1 13.7v');
  await job.type('rail1 0.4v');
  await job.type('tp31 13.6v');
  await job.open('Trace');
  await expect.poll(async () => (await job.section('8 V regulator').getAttribute('aria-label')) ?? '').toMatch(/prime|suspect/);
  await job.type('proof ic2 bad nothing comes out');
  await job.tape().getByLabel('Section of IC2').selectOption({ label: '8 V regulator' });
  await job.tape().getByLabel('Section of TP31').selectOption({ label: 'Supply input' });
  await expect(job.tape().getByLabel('Section of TP31')).toHaveCount(0);
  await expect(job.section('8 V regulator')).toHaveAttribute('aria-label', /prime/);
  for (const line of ['fit ic2 8 V regulator @1.20', 'rail1 8.02v', 'receive works', 'pwr keyed 44w']) await job.type(line);
  await job
    .tape()
    .getByRole('button', { name: /^Into the card: 8 V rail/ })
    .last()
    .click();
  await job.open('Hand back');
  await expect(job.area()).toContainText('IC2: 8 V regulator fitted');
  await expect(job.area()).toContainText('in, by what is typical');

  // What the first job taught stands on the card, and serves the second.
  await page.goto(`${at}/cards`);
  const learned = page.getByRole('list', { name: 'History of the card' });
  for (const what of ['IC2 belongs to 8 V regulator', 'TP31 is at Supply input', 'RAIL1 is 8.02 V', 'job 1'])
    await expect(learned).toContainText(what);
  await expect(page.getByRole('note')).toContainText('figures are this chassis’ own');
  await page.goto(`${at}/book-in`);
  for (const [label, text] of [
    ['Maker', 'Zellen'],
    ['Model', 'Coble 12'],
    ['Name', 'Hesta ferry'],
    ['In the owner’s own words', 'Deaf'],
  ] as const)
    await hands.fill(label, text);
  await expect(page.getByText('There is a card for it: Zellen Coble 12.')).toBeVisible();
  await page.getByRole('button', { name: 'Book in' }).click();
  await expect(job.heading('Safety and cold checks')).toBeVisible();
  await job.type('tp31 13.6v');
  await job.type('rail1 8.0v');
  await expect(job.rows().last()).toContainText('in');
  await expect(job.tape().getByLabel('Section of TP31')).toHaveCount(0);
});

test('stock is added, pasted, changed, and counted down by a part that is fitted from it by line', async ({ page }) => {
  const at = await emptyShop();
  await page.goto(`${at}/stock`);
  await page.getByRole('button', { name: 'Add a part' }).click();
  await page.getByLabel('Part', { exact: true }).fill('8 V regulator');
  await page.getByLabel('How many').fill('some');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('"some" is not how many')).toBeVisible();
  await page.getByLabel('How many').fill('3');
  await page.getByLabel('Price each').fill('1.20');
  await page.getByLabel('Drawer', { exact: true }).fill('E2');
  await page.getByRole('button', { name: 'Keep it' }).click();
  const row = page.getByRole('row').filter({ hasText: '8 V regulator' });
  await expect(row).toContainText('1.20');
  await page.getByRole('button', { name: 'Paste a list' }).click();
  const list = page.getByLabel('From a spreadsheet or a CSV file');
  await list.fill('220 µF 25 V\telectrolytic\tfew');
  await expect(page.getByText('Line 1: "few" is not how many')).toBeVisible();
  await list.fill('220 µF 25 V\telectrolytic\t14\t0.35\tB2\n8 V regulator\t\t2\t1.20\tE2');
  await page.getByRole('button', { name: 'Take 2 parts in' }).click();
  await expect(row).toContainText('5');
  await page.goto(`${at}/book-in`);
  await bookInSkiff(page);
  const job = new JobPage(page);
  await job.type('fit ic2 from E2');
  await expect(job.rows().last()).toContainText('8 V regulator, from stock, E2');
  await page.goto(`${at}/stock`);
  await expect(row).toContainText('4');
});

test('what was booked in wrongly is corrected, and the tape keeps what stood there', async ({ page }) => {
  await openJob(page, 419, 'book-in');
  const job = new JobPage(page);
  const area = job.area();
  await area.getByRole('button', { name: 'Correct', exact: true }).click();
  const form = area.getByRole('form', { name: 'Correct what was booked in' });
  await form.getByLabel('Serial').fill('OB7-20439');
  await form.getByLabel('Promised for').fill('2026-02-30');
  await form.getByRole('button', { name: 'Correct it' }).click();
  await expect(form.getByText('Write the day like 2026-02-13.')).toBeVisible();
  await form.getByLabel('Promised for').fill('2026-12-04');
  await form.getByLabel('Spending limit').fill('');
  await form.getByRole('button', { name: 'Correct it' }).click();
  await expect(form).toHaveCount(0);
  await expect(area).toContainText('OB7-20439');
  await expect(area).toContainText('none agreed');
  await expect(job.tape()).toContainText('Corrected, serial: OB7-20430 to OB7-20439');
  await expect(job.tape()).toContainText('Corrected, spending limit: 60.00 to nothing');
  // What holds in the job is not taken off its tape.
  await expect(
    job
      .rows()
      .last()
      .getByRole('button', { name: /^Strike/ }),
  ).toHaveCount(0);
  await page.reload();
  await expect(area).toContainText('OB7-20439');
});

test('a set that was booked in without a card gets one on the job, where it is missed', async ({ page }) => {
  const at = await emptyShop();
  await page.goto(`${at}/book-in`);
  await bookInSkiff(page);
  const job = new JobPage(page);
  await expect(job.heading('Safety and cold checks')).toBeVisible();
  for (const [stage, words] of [
    ['Functions', 'its functions are not known'],
    ['Test', 'there are no limits to test against'],
    ['Trace', 'there is nothing to reason on'],
  ] as const) {
    await job.open(stage);
    await expect(job.area()).toContainText(words);
  }
  // What names a section is refused with the reason, and stays in the line.
  await job.entry().fill('unload regulator stays');
  await job.entry().press('Enter');
  await expect(page.getByText('This set has no card yet, so "regulator" is no section that is known.')).toBeVisible();
  await expect(job.entry()).toHaveValue('unload regulator stays');
  await page.getByLabel('Which kind of set is it?').selectOption({ label: 'CB, AM and FM, PLL' });
  await job.area().getByRole('button', { name: 'FM', exact: true }).click();
  await job.area().getByRole('button', { name: 'Begin its card' }).click();
  await expect(job.section('RF amplifier')).toBeVisible();
  await job.type('receive am dead');
  await job.type('pwr am keyed 3.6w');
  await expect(job.rows().last()).toContainText('in');
  // A test is evidence of what it measures, and the way from a suspect to what fails is told.
  const trace = job.area();
  await expect(trace.locator('[data-chain]')).toContainText('→ Receive AM dead');
  await job.openSection('Power amplifier');
  await expect(trace.getByRole('button', { name: /^Transmit AM works, by .*3\.6 W/ })).toBeVisible();
  await job.type('claim pll chip was changed');
  await expect(job.rows().last()).toContainText('not weighed: what somebody says is held against the evidence');
  await job.type('unload regulator stays');
  await job.open('Functions');
  await expect(job.area().getByRole('button', { name: 'Receive AM: dead' })).toBeVisible();
  await expect(job.area().getByRole('button', { name: /Receive FM/ })).toHaveCount(0);
});

test('a modification of one set is listed, shown in Trace and on the sheet, and rolled back', async ({ page }) => {
  await openJob(page, 419, 'book-in');
  const job = new JobPage(page);
  const area = job.area();
  const form = area.getByRole('form', { name: 'One more modification' });
  await form.getByLabel('What was changed').fill('Extra channels');
  await form.getByLabel('Part').fill('R99');
  await form.getByLabel('Is now').fill('cut');
  await form.getByRole('button', { name: 'Add it' }).click();
  await expect(form.getByText('R99 is not on the card, so it cannot be taken off it.')).toBeVisible();
  await form.getByLabel('Is now').fill('4k7');
  await form.getByLabel('Where is it').selectOption({ label: 'VCO' });
  await form.getByRole('button', { name: 'Add it' }).click();
  const list = area.getByRole('list', { name: 'Modifications of this set' });
  await expect(list).toContainText('Extra channels: R99 added, 4k7');
  await expect(list).toContainText('may be forbidden where the set is used');
  await expect(job.tape()).toContainText('Modified: Extra channels');
  await job.type('r99 4.7k');
  await job.open('Trace');
  await expect(job.area()).toContainText('This set was modified: Extra channels: R99 added, 4k7.');
  await job.open('Hand back');
  expect(await pdfText(await (await job.download('Sheet as PDF')).path())).toContain('Extra channels: R99 added, 4k7');
  await job.open('Book in');
  await list.getByRole('button', { name: 'rolled back' }).click();
  await job.open('Hand back');
  await expect(job.area()).not.toContainText('Extra channels');
  // By one line as well, wherever one is.
  await job.type('modified microphone socket wired otherwise');
  await expect(job.area()).toContainText('microphone socket wired otherwise');
  await job.open('Book in');
  await expect(list).toContainText('microphone socket wired otherwise');
});
