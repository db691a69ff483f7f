import { expect, test } from '@playwright/test';
import { openDemo, openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';

test('a card is told its models and options; one is fitted to a set, rolled back and put in again', async ({ page }) => {
  await openDemo(page, '/cards/oxbrae-ob7/edit');
  await page.getByRole('tab', { name: /^options/ }).click();
  const options = page.getByRole('textbox', { name: 'options' });
  await options.fill('Lamp kit | R14 = 15k; no hovercraft');
  const flaws = page.getByRole('status', { name: 'What does not add up' });
  await expect(flaws).toContainText('options, line 1: Nothing on this card is called "hovercraft".');
  await expect(page.getByRole('button', { name: 'Keep card' })).toBeDisabled();
  await options.fill('Lamp kit | R14 = 15k');
  await page.getByRole('tab', { name: /^models/ }).click();
  const models = page.getByRole('textbox', { name: 'models' });
  await expect(models).toHaveValue(/Skarrow Marine\tTeal 40\tno Hailer; F1 = 3 A quick/);
  await models.fill(`${await models.inputValue()}\nOxbrae | Wren 40 Base | F1 = 1 A; no hailer | mains supply in the cabinet`);
  await page.getByRole('button', { name: 'Keep card' }).click();
  await expect(page.getByText('Oxbrae Wren 40 Base (F1 = 1 A; no Hailer)')).toBeVisible();
  await expect(page.getByText('May be fitted: Lamp kit')).toBeVisible();

  await openJob(page, 419, 'book-in');
  const job = new JobPage(page);
  await page.getByRole('button', { name: 'Lamp kit', exact: true }).click();
  const list = page.getByRole('list', { name: 'Modifications of this set' });
  await expect(list).toContainText('Lamp kit fitted: R14 is 15k');
  await expect(job.rows().last()).toContainText('Lamp kit fitted');
  await expect(page.getByRole('button', { name: 'Lamp kit', exact: true })).toHaveCount(0);
  await list.getByRole('button', { name: 'rolled back' }).click();
  await expect(page.getByRole('button', { name: 'Lamp kit', exact: true })).toBeVisible();
});

test('what was turned and what was put in is offered to the card as it happens, and then counts', async ({ page }) => {
  await openJob(page, 419, 'trace');
  const job = new JobPage(page);
  await job.type('inject vco-buffer 16.49M -20dBm works');
  await expect(job.rows().last()).toContainText('16.49 MHz');
  const teach = job.tape().getByRole('button', { name: /^Into the card: 16\.49 MHz/ });
  await expect(teach).toContainText('so that Trace counts it');
  await teach.click();
  await expect(teach).toHaveCount(0);
  await job.type('peak L1 at tp8');
  const step = job.tape().getByRole('button', { name: /^Into the card: .*at tp8$/ });
  await step.click();
  await expect(step).toHaveCount(0);
  await page.goto('/cards/oxbrae-ob7');
  const history = page.getByRole('list', { name: 'History of the card' });
  await expect(history).toContainText('16.49 MHz into');
  await expect(history).toContainText('L1 to peak at TP8');
  await expect(history).toContainText('job 419');
});
