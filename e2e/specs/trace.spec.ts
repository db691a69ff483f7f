import { expect, test, type Page } from '@playwright/test';
import { BookInPage } from '../pages/book-in-page';
import { openDemo, openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';
import { StandInBench } from '../pages/stand-in-bench';

/** Notes every stretch in which the screen could not answer. */
async function watchLongTasks(page: Page): Promise<() => Promise<number>> {
  await page.addInitScript(() => {
    const kept = globalThis as unknown as { blocked: { start: number; ms: number }[] };
    kept.blocked = [];
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) kept.blocked.push({ start: entry.startTime, ms: entry.duration });
    }).observe({ type: 'longtask', buffered: true });
  });
  return () => page.evaluate(() => Math.max(0, ...(globalThis as unknown as { blocked: { ms: number }[] }).blocked.map((b) => b.ms)));
}

const forgetLongTasks = (page: Page): Promise<void> =>
  page.evaluate(() => void ((globalThis as unknown as { blocked: unknown[] }).blocked.length = 0));

for (const { name, maker, model, cardId, fault, complaint, symptom, section } of [
  {
    name: 'a dead filter of a CB set',
    maker: 'Oxbrae',
    model: 'Wren 40',
    cardId: 'oxbrae-ob7',
    fault: { section: 'filter-455', way: 'weak', part: 'FL2', seed: 3 },
    complaint: 'Hears only strong stations',
    symptom: 'receive-am',
    section: '455 kHz filter',
  },
  {
    name: 'a power module of a dual-band set',
    maker: 'Murrelo',
    model: 'Twin',
    cardId: 'murrelo-twin',
    fault: { section: 'uhf-pa', way: 'dead', part: 'IC13', seed: 4 },
    complaint: 'No transmit on the upper band',
    symptom: 'transmit-uhf',
    section: 'UHF power module',
  },
  {
    name: 'a front end killed on a mast',
    maker: 'Dunvick',
    model: 'Post 6',
    cardId: 'dunvick-post-6',
    fault: { section: 'rf-amp', way: 'dead', part: 'Q11', seed: 5 },
    complaint: 'Deaf since the storm',
    symptom: 'receive',
    section: 'RF amplifier',
  },
] as const)
  test(`${name} is found from booking in to re-test`, { tag: '@alone' }, async ({ page }) => {
    const blocked = await watchLongTasks(page);
    const bench = new StandInBench(page, cardId, fault);
    const { job } = bench;
    const bookIn = new BookInPage(page);
    await bookIn.fill({ owner: 'Hesta rally marshals', maker, model, serial: `T-${fault.seed}`, complaint });
    await page.getByLabel('Symptom').selectOption(symptom);
    await page.getByRole('button', { name: 'Add symptom' }).click();
    await bookIn.submit();
    await job.open('Trace');
    await expect(page.locator('article.probe').first()).toBeVisible();
    await forgetLongTasks(page);
    let probes = 0;
    while (probes < 30 && (await bench.step())) probes++;
    await expect(page.getByText(/Prove the part, then change it/)).toBeVisible();
    await expect(job.section(section)).toHaveAccessibleName(/prime/);
    const longest = await blocked();
    test.info().annotations.push({ type: 'trace', description: `${probes} probes; longest task ${longest.toFixed(0)} ms` });
    process.stdout.write(`${name}: ${probes} probes, longest task while Trace worked ${longest.toFixed(0)} ms\n`);
    // The part is renewed, and what failed comes back to be tried again.
    await job.type(`fit ${fault.part.toLowerCase()} new anyway its bias is read with it in`);
    bench.set.repair(fault.section);
    await job.open('Repair');
    const fn = bench.card.functions.find((f) => f.id === symptom)?.name ?? '';
    const again = job.area().locator(`[data-retest="${symptom}"]`);
    await expect(again).toBeVisible();
    expect(bench.set.tryFunction(symptom)).toBe('works');
    await job.type(`${fn.toLowerCase()} works`);
    await job.open('Trace');
    await expect(job.section(section)).not.toHaveAccessibleName(/prime/);
  });

test('a card for a new model is made from nothing and used in a job', async ({ page }) => {
  const job = new JobPage(page);
  const bookIn = new BookInPage(page);
  await bookIn.fill({ owner: 'Brim Fell farm', maker: 'Larkholm', model: 'Two', serial: 'L2-1', complaint: 'Deaf' });
  await bookIn.submit();
  const at = page.url();
  await job.open('Trace');
  await page.getByRole('link', { name: 'Make one by hand' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'New card' })).toBeVisible();
  await expect(page.getByLabel('Maker', { exact: true })).toHaveValue('Larkholm');
  await page.getByLabel('Modes', { exact: true }).fill('AM');
  const lines = (area: string) => page.getByRole('textbox', { name: area, exact: true });
  await lines('sections').fill(
    'Supply input\n8 V regulator < Supply input\nAntenna filter\nRF amplifier < 8 V regulator\nMixer < 8 V regulator, Oscillator\nOscillator < 8 V regulator\nDetector\nAudio stage < Supply input',
  );
  await page.getByRole('tab', { name: /^functions/ }).click();
  await lines('functions').fill('Receive AM (receive, AM): Antenna filter > RF amplifier > Mixer > Nowhere');
  await expect(page.getByRole('status', { name: 'What does not add up' })).toContainText('"Nowhere" is no section.');
  await lines('functions').fill('Receive AM (receive, AM): Antenna filter > RF amplifier');
  // The rest of the route is picked in the diagram.
  for (const section of ['Mixer', 'Detector', 'Audio stage']) await page.getByRole('button', { name: section, exact: true }).click();
  await expect(lines('functions')).toHaveValue('Receive AM (receive, AM): Antenna filter > RF amplifier > Mixer > Detector > Audio stage');
  await page.getByRole('tab', { name: /^points/ }).click();
  await lines('points').fill('TP1\t8 V rail\t8 V regulator\town\tV\t\t8\nTP2\tdetected audio\tDetector\tsignal\tV');
  // What is typed outlives the page.
  await page.reload();
  await expect(page.getByRole('tab', { name: 'sections 8' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep card' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Larkholm Two' })).toBeVisible();
  await page.goto(at);
  await job.open('Trace');
  await job.type('receive am dead');
  await job.type('tp1 8.02v');
  await expect(job.section('8 V regulator')).toHaveAccessibleName(/(unlikely|cleared)/);
  await expect(page.locator('article.probe').first()).toBeVisible();
  // What is right at the second point was not known: the bench tells, and the card learns it.
  await job.type('tp2 0.11v');
  await page.getByRole('button', { name: /^Into the card: detected audio/ }).click();
  await expect(page.getByText('In the card of Larkholm Two now.')).toBeVisible();
  await job.type('tp2 0.02v');
  await expect(job.rows().last()).toContainText('low');
});

test('an entry that fits with nothing is pointed at and withdrawn', async ({ page }) => {
  await openJob(page, 419, 'trace');
  const job = new JobPage(page);
  await expect(job.section('455 kHz filter')).toBeVisible();
  await expect(job.section('Driver')).toHaveAccessibleName(/cleared/);
  const before = await job.section('Driver').getAttribute('aria-label');
  // Both transmit functions work, and yet nothing at the driver?
  await job.type('tp24 am ch19 keyed dead');
  const doubt = page.locator('[data-doubt]');
  await expect(doubt).toContainText('TP24');
  await doubt.getByRole('button', { name: 'Withdraw it' }).click();
  await expect(doubt).toHaveCount(0);
  await expect(job.rows().filter({ hasText: 'struck: withdrawn from the evidence' })).toHaveCount(1);
  await expect(job.section('Driver')).toHaveAccessibleName(before ?? '');
});

test('an outcome can be looked at before it is measured, and an entry counted half', async ({ page }) => {
  await openJob(page, 409, 'trace');
  const job = new JobPage(page);
  await expect(page.locator('article.probe').first()).toBeVisible();
  const worst = page.getByRole('listitem', { name: /^What if: / }).last();
  await worst.focus();
  await expect(page.getByText(/^If “.+” comes out .+$/)).toBeVisible();
  await worst.blur();
  await expect(page.getByText(/^If “/)).toHaveCount(0);
  await job.openSection('VCO');
  const evidence = page.getByRole('complementary', { name: 'Evidence for the VCO' });
  await evidence.getByRole('button', { name: /core chipped/ }).click();
  await evidence.getByRole('button', { name: 'Count half' }).click();
  await expect(evidence.getByText(/counts half/)).toBeVisible();
  await expect(job.tape()).toContainText('doubted: counts half');
});

test('the demo shop has a card of every kind, and each can be opened and changed', async ({ page }) => {
  await openDemo(page, '/cards');
  await expect(page.getByRole('navigation', { name: 'Cards' }).getByRole('link')).toHaveCount(9);
  await page.getByRole('link', { name: /Ternhal N9/ }).click();
  await page.getByRole('link', { name: 'Change' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Change Ternhal N9' })).toBeVisible();
  await expect(page.getByRole('tab', { name: 'sections 56' })).toBeVisible();
  await expect(page.getByRole('status', { name: 'What does not add up' })).not.toContainText('is no section');
});
