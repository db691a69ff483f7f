import { expect, test, type Locator, type Page } from '@playwright/test';
import { madeManuals, type MadeManual } from '../../demo/src/manual';
import { writePdf } from '../../demo/src/sheets/write-pdf';
import { startFree, stopAll } from '../pages/server';

test.afterEach(stopAll);

/** An empty shop with one set in it that nobody has a card for, and its manual added to the card that it began with; its job’s address. */
async function withManual(page: Page, { truth, file, drawings }: MadeManual, kind: string): Promise<string> {
  const { at } = await startFree();
  await page.goto(`${at}/book-in`);
  for (const [label, text] of [
    ['Maker', truth.maker],
    ['Model', truth.model],
    ['Name', 'Hesta ferry'],
    ['In the owner’s own words', 'Deaf'],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(text);
    await page.keyboard.press('Escape');
  }
  await page.getByLabel('Which kind of set is it?').selectOption({ label: kind });
  await page.getByRole('button', { name: 'Book in' }).click();
  await expect(page.getByRole('heading', { level: 1, name: /Safety/ })).toBeVisible();
  const job = page.url();
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Cards' }).click();
  await page.getByRole('link', { name: 'Sheets', exact: true }).click();
  const pdf = await writePdf(drawings, truth.model, new Date('2026-01-01T00:00:00Z'));
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: file, mimeType: 'application/pdf', buffer: Buffer.from(pdf) });
  await expect(page.getByText(`${drawings.length} sheets added.`)).toBeVisible();
  await page.getByRole('link', { name: 'Read into the card' }).click();
  await expect(page.getByText(/nothing goes onto the card before you tick it/)).toBeVisible();
  return job;
}

/** What and says of each line of a list. */
async function lines(page: Page, list: string): Promise<string[]> {
  const tab = page.getByRole('tab', { name: new RegExp(`^${list}`) });
  await tab.click();
  await expect(tab).toHaveAttribute('aria-selected', 'true');
  await expect(page.locator('tbody tr')).toHaveCount(Number(/\d+/.exec(await tab.innerText())?.[0]));
  return page.locator('tbody tr').evaluateAll((rows) =>
    rows.map((row) =>
      [...row.querySelectorAll('td')]
        .slice(1, 3)
        .map((cell) => cell.textContent?.replace(/\s+/g, ' ').trim())
        .join(': '),
    ),
  );
}
const box = (page: Page, name: string): Locator => page.getByRole('checkbox', { name });

test('a service manual is read page by page, held against what was drawn, and taken over only where it was ticked', async ({ page }) => {
  const [manual] = madeManuals();
  if (!manual) throw new Error('no manual');
  const job = await withManual(page, manual, 'CB, AM and FM, PLL');
  const { truth } = manual;

  const points = await lines(page, 'Points');
  const figure = (volts: number): string =>
    Math.abs(volts) < 1 && volts !== 0 ? `${Math.round(volts * 1000)} mV` : String(Number(volts.toFixed(3)));
  const found = truth.points.filter(({ point, name, condition, low = 0 }) =>
    points.some(
      (line) =>
        line.startsWith(`${point}: ${name}, ${condition.join(', ')}: `) && line.replace('−', '-').includes(figure(low).replace(' mV', '')),
    ),
  );
  expect(found.length / truth.points.length).toBeGreaterThanOrEqual(0.95);
  const steps = await lines(page, 'Alignment');
  const stepsFound = truth.steps.filter((step) =>
    steps.includes(`${step.name}: ${step.adjust.join(', ')} · at ${step.at} · ${step.expect}`),
  );
  expect(stepsFound.length / truth.steps.length).toBeGreaterThanOrEqual(0.9);
  const limits = await lines(page, 'Limits');
  expect(limits).toContain('Sensitivity, FM: FM, receive: max 0.4 µV');
  expect(
    limits.filter((line) => truth.limits.some(({ label }) => line.startsWith(`${label}: `))).length / truth.limits.length,
  ).toBeGreaterThanOrEqual(0.9);

  // Nothing is on the card yet; one limit is ticked, and only that goes over.
  await expect(page.getByRole('button', { name: 'Take over', exact: true })).toBeDisabled();
  await box(page, 'Sensitivity, FM: FM, receive: max 0.4 µV').check();
  // What was ticked waits where one looks something up in between.
  await page.reload();
  await page.getByRole('tab', { name: /^Limits/ }).click();
  await expect(box(page, 'Sensitivity, FM: FM, receive: max 0.4 µV')).toBeChecked();
  await page.getByRole('button', { name: 'Take over 1' }).click();
  await expect(page.getByText('1 line is on the card now.')).toBeVisible();
  await expect(page.getByRole('tab', { name: /^Limits/ })).toContainText(String(limits.length - 1));
  await page.getByRole('link', { name: 'The card', exact: true }).click();
  const test_ = (name: string): Locator => page.getByRole('row', { name: new RegExp(name) });
  await expect(test_('Sensitivity for 12 dB SINAD').filter({ hasText: 'FM' })).toContainText('max 0.4 µV');
  await expect(test_('Sensitivity for 12 dB SINAD').filter({ hasText: 'FM' })).not.toContainText('typical');
  await expect(test_('Audio output')).toContainText('typical');
  await expect(page.getByRole('list', { name: 'History of the card' })).toContainText('1 limit from tarn-40-service.pdf');

  // A point whose words name no stage is asked for its section, and its page is one press away.
  await page.getByRole('link', { name: 'Read the sheets into it' }).click();
  await page.getByRole('tab', { name: /^Points/ }).click();
  await expect(box(page, 'TP3: receive line, receive: 7.5–8.3 V')).toBeDisabled();
  await page.getByLabel('Section of TP3').selectOption({ label: 'PTT switch' });
  await box(page, 'TP3: receive line, receive: 7.5–8.3 V').check();
  await page.getByRole('button', { name: 'Take over 1' }).click();
  await expect(box(page, 'TP3: receive line, receive: 7.5–8.3 V')).toHaveCount(0);
  await page.getByRole('row', { name: /TP5/ }).first().getByRole('link').click();
  await expect(page.getByLabel('Sheet in the left view')).toHaveValue(/.+/);
  await expect(page.locator('app-sheet-pane').first()).toContainText('Voltage chart');

  // The job that is on the bench is judged by what the manual says.
  await page.goto(job);
  const entry = page.getByLabel('Entry', { exact: true });
  await entry.fill('tp3 receive 7.9v');
  await entry.press('Enter');
  await expect(page.locator('app-tape')).toContainText(/TP3 receive line.*7\.9 V.*in$/);
});

test('what was taken over is taken back with one press', async ({ page }) => {
  const manual = madeManuals()[1];
  if (!manual) throw new Error('no manual');
  await withManual(page, manual, 'Land mobile, narrow band');
  const steps = await lines(page, 'Alignment');
  expect(steps.length).toBe(manual.truth.steps.length);
  await page.getByRole('button', { name: `Tick the ${steps.length} that lack nothing` }).click();
  await page.getByRole('button', { name: `Take over ${steps.length}` }).click();
  await expect(page.getByRole('tab', { name: /^Alignment/ })).toContainText('0');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('tab', { name: /^Alignment/ })).toContainText(String(steps.length));

  // Later it is taken back from the history of the card; what is taken back can be had again.
  await page.getByRole('tab', { name: /^Limits/ }).click();
  await box(page, 'RF power: keyed: 22–28 W').check();
  await page.getByRole('button', { name: 'Take over 1' }).click();
  await page.getByRole('link', { name: 'The card', exact: true }).click();
  const power = page.getByRole('row', { name: /^Power VHF|^Power / }).first();
  const history = page.getByRole('list', { name: 'History of the card' });
  await expect(power).toContainText('22–28 W');
  await history.getByRole('button', { name: /^Back to before: 1 limit/ }).click();
  await expect(power).toContainText('typical');
  await expect(history).toContainText('back to before “1 limit from moor-2-service.pdf”');
  await history.getByRole('button', { name: /^Back to before: back to/ }).click();
  await expect(power).toContainText('22–28 W');

  // A copy is a card of its own.
  const cards = page.getByRole('navigation', { name: 'Cards' }).getByRole('link');
  const before = await cards.count();
  await page.getByRole('button', { name: 'Copy' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Change Veskay Moor 2 copy' })).toBeVisible();
  await page.getByLabel('Chassis').fill('Veskay Moor 2 marine');
  await page.getByRole('button', { name: 'Keep card' }).click();
  await expect(cards).toHaveCount(before + 1);
  await expect(history).toContainText('begun as a copy of Veskay Moor 2');
});
