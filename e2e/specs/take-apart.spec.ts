import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { BookInPage } from '../pages/book-in-page';
import { openDemo, openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';

const picture = readFileSync(fileURLToPath(new URL('../../docs/screenshots/day.png', import.meta.url)));

test('a set that nobody has a card for is taken apart in twelve steps, and played backwards with a screw missing', async ({ page }) => {
  await openDemo(page, '/day');
  const booking = new BookInPage(page);
  await booking.fill({ owner: 'Hesta ferry', maker: 'Zellen', model: 'Skiff', serial: '7', complaint: 'Hums' });
  await booking.submit();
  const job = new JobPage(page);
  const area = job.area();
  await job.open('First look');
  await area.getByRole('link', { name: 'Take apart' }).click();

  // The first step on the screen, with its picture: each screw where it was.
  const step = area.getByRole('form', { name: 'Step' });
  await step.getByLabel(/^What comes off/).fill('top cover');
  await area.getByLabel('Picture from a file').setInputFiles({ name: 'cover.png', mimeType: 'image/png', buffer: picture });
  const shown = area.getByRole('img', { name: 'Picture of this step' });
  await expect(shown).toBeVisible();
  const plate = area.getByRole('button', { name: 'Where one of the screws was' });
  for (const [x, y] of [
    [0.2, 0.2],
    [0.8, 0.2],
    [0.2, 0.8],
    [0.8, 0.8],
  ] as const) {
    const box = await plate.boundingBox();
    await plate.click({ position: { x: x * (box?.width ?? 0), y: y * (box?.height ?? 0) } });
  }
  await expect(area.getByRole('group', { name: 'How many screws' })).toContainText('4');
  await step.getByRole('button', { name: 'One more of the screws' }).click();
  await step.getByLabel('Which screws').fill('M3 × 8');
  await step.getByRole('radio', { name: 'C clips' }).click();
  await step.getByRole('button', { name: 'One more of the clips' }).click();
  await expect(step).toContainText('5 screws (M3 × 8), 1 clip');
  // What was begun stays while one looks at another stage.
  await job.open('Safety');
  await job.open('First look');
  await area.getByRole('link', { name: 'Take apart' }).click();
  await expect(shown).toBeVisible();
  await expect(step).toContainText('5 screws (M3 × 8), 1 clip');
  await page.keyboard.press('F7');
  const steps = area.getByRole('region', { name: 'Steps' }).getByRole('listitem');
  await expect(steps).toHaveCount(1);
  // The others as they are typed while the hands are at it.
  for (const line of [
    'apart bottom cover 6 screws',
    'apart speaker 4 nuts, 1 plug (P9)',
    'apart front panel 4 knobs 2 clips',
    'apart dial lamp 2 wires',
    'apart heat sink 2 hidden screws renew thermal paste',
    'apart shield of the loop 3 joints',
    'apart filter board 4 screws 2 plugs',
    'apart relay 5 joints',
    'apart coil pack 2 screws note the red dot points to the front',
    'apart bracket 2 screws',
  ])
    await job.type(line);
  // One that nobody named, with nothing but a press.
  await step.getByRole('button', { name: /^Keep the step/ }).click();
  await expect(steps).toHaveCount(12);
  await expect(steps.last()).toContainText('step 12');

  // Backwards: the last to come off first.
  await area.getByRole('radio', { name: 'Together again' }).click();
  const back = area.getByRole('form', { name: 'Back on' });
  for (const name of ['step 12', 'bracket', 'coil pack', 'relay', 'filter board', 'shield of the loop']) {
    await expect(back).toContainText(`Back on: ${name}`);
    if (name === 'coil pack') await expect(back).toContainText('the red dot points to the front');
    await back.getByRole('button', { name: 'Back on' }).click();
  }
  // Paste is asked for, and a plain press forgets it.
  await expect(back).toContainText('Back on: heat sink');
  await expect(back.getByRole('checkbox', { name: 'thermal paste renewed' })).not.toBeChecked();
  await back.getByRole('button', { name: 'Back on' }).click();
  await expect(back).toContainText('Back on: dial lamp');
  await job.type('together dial lamp');
  await expect(back).toContainText('Back on: front panel');
  await back.getByRole('button', { name: 'Back on' }).click();
  await expect(back).toContainText('Back on: speaker');
  await back.getByRole('button', { name: 'Back on' }).click();
  await expect(back).toContainText('Back on: bottom cover');
  await back.getByLabel('How many screws go in').fill('4');
  await expect(back).toContainText('Left over: 2 screws');
  await back.getByRole('button', { name: 'Back on' }).click();
  await expect(back).toContainText('Back on: top cover');
  // Each is pressed as it goes in, and one stays out.
  for (const n of [1, 2, 3]) await area.getByRole('button', { name: `screw ${n}`, exact: true }).click();
  await expect(back).toContainText('Left over: 1 screw (M3 × 8)');
  await back.getByRole('button', { name: 'Back on' }).click();
  await expect(area).toContainText('Nothing is off any more.');
  await expect(area).toContainText('Left over from top cover: 1 screw (M3 × 8).');

  // It is said before power, and before the set goes back.
  await job.open('Repair');
  await expect(area).toContainText('Left over from bottom cover: 2 screws.');
  await expect(area).toContainText('Not said to be renewed at heat sink: thermal paste.');
  await job.open('Hand back');
  await expect(area).toContainText('Left over from top cover: 1 screw (M3 × 8).');
  // The screw was under the bench.
  await job.open('First look');
  await area.getByRole('link', { name: 'Take apart' }).click();
  await area.getByRole('button', { name: 'All in and renewed now: top cover' }).click();
  await expect(area).not.toContainText('Left over from top cover');
  await expect(area).toContainText('Left over from bottom cover: 2 screws.');
});

test('a step is taken by the camera over the bench with the foot key, and learned into the card', async ({ page }) => {
  await page.addInitScript(() => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [320, 240];
    const paint = canvas.getContext('2d');
    let n = 0;
    setInterval(() => {
      if (!paint) return;
      paint.fillStyle = (n += 1) % 2 ? '#887744' : '#887745';
      paint.fillRect(0, 0, 320, 240);
    }, 50);
    navigator.mediaDevices.getUserMedia = () => Promise.resolve(canvas.captureStream(10));
  });
  await openJob(page, 409, 'first-look/apart');
  const job = new JobPage(page);
  const area = job.area();
  await area.getByRole('button', { name: 'Camera', exact: true }).click();
  await expect(area.getByLabel('What the camera sees')).toBeVisible();
  await page.waitForFunction(() => (document.querySelector('video')?.videoWidth ?? 0) > 0);
  await page.keyboard.press('F7');
  await expect(area.getByRole('img', { name: 'Picture of this step' })).toBeVisible();
  await area.getByLabel(/^What comes off/).fill('speaker grille');
  await page.keyboard.press('F7');
  await expect(area.getByLabel('What the camera sees')).toBeVisible();
  const steps = area.getByRole('region', { name: 'Steps' }).getByRole('listitem');
  await expect(steps).toHaveText([/speaker grille/]);
  await area.getByRole('button', { name: 'Onto the card: speaker grille' }).click();
  await expect(page.getByText(/The card of .* knows it: \d+ min\./)).toBeVisible();
  await expect(area.getByRole('button', { name: 'Onto the card: speaker grille' })).toHaveCount(0);
});
