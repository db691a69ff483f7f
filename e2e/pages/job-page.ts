import { expect, type Download, type Locator, type Page } from '@playwright/test';

/** The job screen: its stages, its tape and its entry line. */
export class JobPage {
  constructor(readonly page: Page) {}

  readonly entry = (): Locator => this.page.getByLabel('Entry', { exact: true });
  readonly tape = (): Locator => this.page.getByRole('log', { name: 'Entries of the tape' });
  readonly rows = (): Locator => this.tape().getByRole('listitem');
  readonly stage = (name: string): Locator =>
    this.page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name: new RegExp(`^${name}`) });
  /** The middle of the screen, where the open stage stands. */
  readonly area = (): Locator => this.page.getByRole('region', { name: 'Stage' });
  readonly heading = (name: string): Locator => this.page.getByRole('heading', { level: 1, name });
  /** A section of the block diagram, or the stub that it is folded into: either says how suspect it is. */
  readonly section = (name: string): Locator =>
    this.page.getByRole('button', {
      name: new RegExp(`^${name}, (cleared|unlikely|possible|suspect|prime), |^\\d+ sections?.*(: |; )${name}(;|$)`),
    });

  /** Shows why a section is suspect, out of its stub where it is folded. */
  async openSection(name: string): Promise<void> {
    await this.section(name).click();
    const inStub = this.page.getByRole('menuitem', { name: new RegExp(`^${name} (<1|\\d+)$`) });
    if (/^\d+ section/.test((await this.section(name).getAttribute('aria-label')) ?? '')) await inStub.click();
    await expect(inStub).toHaveCount(0);
  }

  async open(stage: string, heading = stage): Promise<void> {
    await this.stage(stage).click();
    await expect(this.heading(heading)).toBeVisible();
  }

  /** Types a line and waits until its entry is on the tape. */
  async type(line: string): Promise<void> {
    const before = await this.count();
    await this.entry().fill(line);
    await this.entry().press('Enter');
    await expect.poll(() => this.count()).toBeGreaterThan(before);
  }

  /** How many entries the tape says it holds. */
  async count(): Promise<number> {
    return Number.parseInt(await this.page.getByText(/^\d+ entr(y|ies)$/).innerText(), 10);
  }

  /** Answers every safety check and signs off. */
  async signSafety(): Promise<void> {
    await this.open('Safety', 'Safety and cold checks');
    const area = this.area();
    for (const name of ['Fuse fitted: right', 'Supply lead polarity: right']) await area.getByRole('button', { name }).click();
    await area.getByRole('listitem').filter({ hasText: 'Resistance across the supply' }).getByRole('textbox').fill('180');
    await area.getByRole('button', { name: 'Resistance across the supply, switched on: keep the value' }).click();
    await area.getByRole('listitem').filter({ hasText: 'Bench supply current limit' }).getByRole('textbox').fill('1.5A');
    await area.getByRole('button', { name: 'Bench supply current limit set: keep the value' }).click();
    for (const button of await area.getByRole('button', { name: 'read, and kept to' }).all()) await button.click();
    await area.getByRole('button', { name: 'Sign off' }).click();
    await expect(area.getByRole('button', { name: 'Signed off' })).toBeVisible();
  }

  /** Gives one function its result with the key for it. */
  async function(name: string, key: string): Promise<void> {
    const cell = this.area().getByRole('button', { name: new RegExp(`^${name}: `) });
    await cell.focus();
    await cell.press(key);
  }

  async download(button: string): Promise<Download> {
    const waiting = this.page.waitForEvent('download');
    await this.area().getByRole('button', { name: button }).click();
    return waiting;
  }
}
