import { expect, test } from '@playwright/test';
import { BookInPage } from '../pages/book-in-page';
import { openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';
import { pdfText } from '../pages/pdf-text';

test('contacts that were cleaned stand on the sheet as cleaned, with the figures before and after', async ({ page }) => {
  await openJob(page, 412, 'test');
  const job = new JobPage(page);
  const area = job.area();
  await job.type('note the set is on the bench');
  const row = area.locator('[data-test]').first();
  const word = async (): Promise<string> => {
    await row.getByRole('button').click();
    await expect(job.entry()).toHaveValue(/ $/);
    return job.entry().inputValue();
  };
  const line = await word();
  await job.type(`${line}1.2`);
  await expect(row).toContainText('1.2');
  await job.open('Repair');
  await area.getByRole('radio', { name: 'cleaned' }).click();
  await expect(area.getByRole('note')).toContainText('does not burn');
  await area.getByLabel('To what: a part, a section, or words').fill('contacts of the aerial relay');
  await area.getByRole('button', { name: 'Record it' }).click();
  await expect(area.getByRole('list', { name: 'Done to the set' })).toContainText('contacts of the aerial relay cleaned');
  await job.open('Test');
  await expect(row).toContainText('not done');
  await job.type(`${line}2.5`);
  // A further repair: what was read in between stays, and is to be taken again.
  await job.type('done lead re-terminated');
  await expect(row).toContainText('before: lead re-terminated. Take it again.');
  await job.type(`${line}3.7`);
  await expect(row).toContainText('in between');
  await job.open('Hand back');
  const text = await pdfText(await (await job.download('Sheet as PDF')).path());
  expect(text).toContain('contacts of the aerial relay cleaned');
  expect(text).toContain('lead re-terminated');
  expect(text).not.toContain('replaced');
  expect(text).toMatch(/1\.2 .*3\.7 .*in between 2\.5/);
});

test('a result between two parts that were fitted stays on the sheet', async ({ page }) => {
  await openJob(page, 419, 'functions');
  const job = new JobPage(page);
  for (const line of [
    'pwr am ch19 keyed 1.20w',
    'fit q14 new driver @1.20',
    'pwr am ch19 keyed 2.50w',
    'fit q15 new final @4.80',
    'pwr am ch19 keyed 3.70w',
  ])
    await job.type(line);
  await job.open('Hand back');
  const text = await pdfText(await (await job.download('Sheet as PDF')).path());
  for (const words of ['1.20 W low', '3.70 W in', 'in between 2.50 W low', 'Q14', 'Q15']) expect(text).toContain(words);
});

test('a shorted high-voltage line cannot be signed off, moves Trace, and keeps the power off', async ({ page }) => {
  await openJob(page, 415, 'safety');
  const job = new JobPage(page);
  const area = job.area();
  const line = area.locator('[data-check="shorts"]');
  await line.getByRole('textbox').fill('2');
  await line.getByRole('button', { name: /keep the value/ }).click();
  await expect(line).toContainText('should be min 100 kΩ');
  await expect(area.getByRole('button', { name: 'Sign off' })).toBeDisabled();
  await job.open('Trace');
  await expect(area.locator('[data-wrong]')).toContainText('Plate line to chassis');
  await expect(job.section('HV capacitors and bleeders')).toHaveAccessibleName(/(prime|suspect), /);
  for (const id of await area.locator('[data-test]').evaluateAll((all) => all.map((one) => (one as HTMLElement).dataset['test'] ?? '')))
    expect(id).toMatch(/^(inspect|proof|reading TP\d+)/);
});

test('a new final is not recorded as fitted while its bias lies outside its window', async ({ page }) => {
  const job = new JobPage(page);
  await new BookInPage(page).fill({
    owner: 'Eldin Marrow',
    maker: 'Oxbrae',
    model: 'Fulmar SSB',
    serial: 'OB12-77',
    complaint: 'No power on transmit',
  });
  await page.getByRole('button', { name: 'Book in' }).click();
  await expect(job.heading('Safety and cold checks')).toBeVisible();
  await job.type('tp28 keyed am 0.9v');
  await job.entry().fill('fit q36 new final');
  await expect(page.getByText('The bias at TP28 (bias of the final) was last read 900 mV, high')).toBeVisible();
  await job.open('Parts');
  const area = job.area();
  await area.getByLabel('Designator').fill('q36');
  await area.getByLabel('New part').fill('new final');
  await expect(area.locator('[data-bias]')).toContainText('a new part would go the same way');
  await area.getByRole('button', { name: 'Record the part' }).click();
  await expect(area.getByText('Mend the bias first')).toBeVisible();
  await job.type('tp28 keyed am 0.66v');
  await expect(area.locator('[data-bias]')).toHaveCount(0);
  await area.getByRole('button', { name: 'Record the part' }).click();
  await expect(job.heading('Repair')).toBeVisible();
  await expect(area.getByRole('list', { name: 'Before it gets power' })).toContainText('Bias at its minimum');
});

test('a state of the bench stays until it is taken off, and its figures are never those of the card', async ({ page }) => {
  await openJob(page, 419, 'test');
  const job = new JobPage(page);
  const area = job.area();
  await job.type('pwr am ch19 keyed 3.70w');
  const chip = page.getByRole('button', { name: 'low power', exact: true });
  await job.entry().fill('low power');
  await job.entry().press('Enter');
  await expect(chip).toBeVisible();
  await job.type('pwr 1.20w');
  await page.reload();
  await expect(chip).toHaveAttribute('aria-pressed', 'true');
  const row = area.locator('[data-test="power-am"]');
  await expect(row).toContainText('3.70 W');
  await expect(row).not.toContainText('1.20 W');
  await chip.click();
  await expect(chip).toHaveCount(0);
  await job.type('yesterday claim Q14 was changed');
  await job.open('Book in');
  await area
    .getByRole('group', { name: 'How it was found to be: Q14 was changed' })
    .getByRole('button', { name: 'found otherwise' })
    .click();
  await job.open('Hand back');
  const text = await pdfText(await (await job.download('Sheet as PDF')).path());
  for (const words of ['3.70 W', 'low power: 1.20 W', 'Q14 was changed (so says: earlier repairer; found otherwise)'])
    expect(text).toContain(words);
});
