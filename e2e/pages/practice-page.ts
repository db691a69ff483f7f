import { expect, type Page } from '@playwright/test';
import { JobPage } from './job-page';

/** Practice: where cases are begun, and the bench on which they are played. */
export class PracticePage {
  readonly job: JobPage;
  constructor(
    readonly page: Page,
    /** Where the shop is served. */
    private readonly at = '',
  ) {
    this.job = new JobPage(page);
  }

  async open(tab = ''): Promise<void> {
    await this.page.goto(`${this.at}/practice${tab}`);
    await expect(this.page.getByRole('tablist', { name: 'Practice' })).toBeVisible();
  }

  readonly strip = () => this.page.getByRole('region', { name: 'Practice bench' });

  /** Begins a story of the program, and waits until its set is on the bench. */
  async beginStory(id: string, help: 'Trace off' | 'Hints' | 'Trace on' = 'Trace off'): Promise<void> {
    await this.open('/stories');
    await this.page.getByRole('radio', { name: help }).click();
    await this.page.locator(`[data-story="${id}"]`).getByRole('link', { name: 'Begin' }).click();
    await this.onBench();
  }

  async onBench(): Promise<void> {
    await expect(this.strip()).toBeVisible({ timeout: 30_000 });
    await expect(this.page.locator('[data-practice-clock]')).toBeVisible();
  }

  /** Asks the set by a line, by keys alone; the answer is on the tape afterwards, unless the line does something to the bench alone. */
  async ask(line: string): Promise<void> {
    const [before, clock] = [await this.job.count(), await this.clock()];
    await this.page.keyboard.press('Escape');
    await expect(this.job.entry()).toBeFocused();
    await this.page.keyboard.type(line);
    await this.page.keyboard.press('Enter');
    await expect(this.job.entry()).toHaveValue('');
    await expect.poll(async () => (await this.job.count()) > before || (await this.clock()) !== clock).toBeTruthy();
  }

  clock(): Promise<string> {
    return this.page.locator('[data-practice-clock]').innerText();
  }

  /** The last line of the tape. */
  readonly last = () => this.job.rows().last();

  /** Ends the case with what one says of it, and waits until it has been gone over. */
  async end(says: 'It is mended' | 'Nothing is wrong inside' | 'I give up'): Promise<void> {
    const end = this.page.getByRole('button', { name: 'End the case' });
    await end.focus();
    await end.press('Enter');
    const claim = this.page.getByRole('button', { name: says });
    await claim.focus();
    await claim.press('Enter');
    await this.page.waitForURL(/practice\/review/, { timeout: 60_000 });
    await expect(this.page.locator('[data-truth]').first()).toBeVisible({ timeout: 60_000 });
  }

  readonly result = () => this.page.locator('[data-end]');
}
