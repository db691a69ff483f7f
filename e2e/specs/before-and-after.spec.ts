import { expect, test, type Page } from '@playwright/test';
import { BookInPage } from '../pages/book-in-page';
import { openDemo } from '../pages/demo';
import { JobPage } from '../pages/job-page';

/** A board as it is photographed: made-up parts by a seed, turned a little, and one more part where it is said. */
async function boardPicture(page: Page, seed: number, turn: number, more?: { readonly x: number; readonly y: number }): Promise<Buffer> {
  const url = await page.evaluate(
    ([start, degrees, extra]) => {
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [800, 600];
      const ink = canvas.getContext('2d');
      if (!ink) return '';
      let state = start;
      const next = (): number => (state = (state * 48271) % 2147483647) / 2147483647;
      ink.fillStyle = '#1d5c3c';
      ink.fillRect(0, 0, 800, 600);
      ink.translate(400, 300);
      ink.rotate((degrees * Math.PI) / 180);
      ink.translate(-400, -300);
      for (let k = 0; k < 220; k += 1) {
        ink.fillStyle = `hsl(${Math.round(next() * 360)} ${Math.round(next() * 60)}% ${Math.round(15 + next() * 70)}%)`;
        ink.fillRect(next() * 800, next() * 600, 8 + next() * 40, 8 + next() * 30);
      }
      if (extra) {
        ink.fillStyle = '#f2ead2';
        ink.fillRect(extra.x, extra.y, 46, 46);
        ink.fillStyle = '#15161a';
        ink.fillRect(extra.x + 10, extra.y + 10, 26, 26);
      }
      return canvas.toDataURL('image/png');
    },
    [seed, turn, more] as const,
  );
  return Buffer.from(url.replace(/^.*,/, ''), 'base64');
}

test('two pictures of a board lie over each other, by what is found and by hand, and what differs is ringed', async ({ page }) => {
  await openDemo(page, '/day');
  const booking = new BookInPage(page);
  await booking.fill({ owner: 'Hesta ferry', maker: 'Zellen', model: 'Skiff', serial: '7', complaint: 'Hums' });
  await booking.submit();
  const job = new JobPage(page);
  const area = job.area();
  await job.open('First look');
  await area.getByRole('link', { name: 'Before and after' }).click();
  await expect(area.getByText('Two pictures of the same board')).toBeVisible();
  const add = (name: string, buffer: Buffer) =>
    area.getByLabel('Add a picture from a file').setInputFiles({ name, mimeType: 'image/png', buffer });
  const [before, after] = [area.getByLabel('Before', { exact: true }), area.getByLabel('After', { exact: true })];
  await add('before.png', await boardPicture(page, 5, 0));
  await expect(job.tape().getByText('before.png')).toBeVisible();
  await add('after.png', await boardPicture(page, 5, 6, { x: 420, y: 180 }));
  await expect(after).toContainText('after.png');
  await before.selectOption('before.png');
  await after.selectOption('after.png');
  await area.getByRole('button', { name: 'Find the same places' }).click();
  await expect(area.getByText('One place differs')).toBeVisible({ timeout: 60_000 });
  const seen = area.getByRole('img', { name: 'The second picture, 1 rings' });
  await expect(seen).toBeVisible();
  await page.keyboard.press('F7');
  await expect(area.getByRole('img', { name: 'The first picture, 1 rings' })).toBeVisible();
  await area.getByLabel('What is seen on it').fill('X1 added');
  // It stays while one looks elsewhere.
  await area.getByRole('link', { name: 'Findings' }).click();
  await area.getByRole('link', { name: 'Before and after' }).click();
  await expect(area.getByText('One place differs')).toBeVisible({ timeout: 60_000 });
  await expect(area.getByLabel('What is seen on it')).toHaveValue('X1 added');
  await area.getByRole('button', { name: 'Keep this picture' }).click();
  await expect(job.tape().getByText(/before and after 3\.jpg, X1 added/)).toBeVisible();

  // Another board is not forced upon this one; by hand it is laid where one says.
  await add('other.png', await boardPicture(page, 77, 0));
  await after.selectOption('other.png');
  await area.getByRole('button', { name: 'Find the same places' }).click();
  await expect(area.getByRole('alert')).toContainText('Too few places of the two look alike.', { timeout: 60_000 });
  for (const name of ['A place on the picture before', 'The same place on the picture after']) {
    const plate = area.getByRole('button', { name });
    const box = await plate.boundingBox();
    for (const [x, y] of [
      [0.1, 0.1],
      [0.9, 0.1],
      [0.9, 0.9],
      [0.1, 0.9],
    ] as const)
      await plate.click({ position: { x: x * (box?.width ?? 0), y: y * (box?.height ?? 0) } });
  }
  await expect(area.getByText(/^Nearly all of it differs: these are two boards/)).toBeVisible({ timeout: 60_000 });
  await area.getByRole('button', { name: 'Mark them anew' }).click();
  await expect(area.getByText('Next, place 1 on the picture before.')).toBeVisible();
});
