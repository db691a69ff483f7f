import { expect, type Locator, type Page } from '@playwright/test';

/** The Sums place: the list, the form of one sum, its answer and its working. */
export class SumsPage {
  constructor(readonly page: Page) {}

  readonly list = (): Locator => this.page.getByRole('navigation', { name: 'Sums', exact: true });
  readonly search = (): Locator => this.page.getByLabel('Find a sum');
  readonly area = (): Locator => this.page.getByRole('region', { name: 'Sum', exact: true });
  readonly form = (): Locator => this.area().getByRole('form');
  readonly answer = (): Locator => this.area().locator('app-sum-answer');
  readonly steps = (): Locator => this.page.getByRole('complementary', { name: 'Working' }).getByRole('listitem');

  async open(title: string): Promise<void> {
    await this.list().getByRole('link', { name: title, exact: true }).last().click();
    await expect(this.area().getByRole('heading', { level: 1, name: title, exact: true })).toBeVisible();
  }

  /** Puts the example into the form, which opens empty. */
  async example(): Promise<void> {
    await this.area().getByRole('button', { name: 'Example' }).click();
  }

  /** Waits until what was typed last is answered or refused. */
  async settled(): Promise<void> {
    // The question is asked when the screen is drawn.
    await this.page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
    await expect(this.area()).not.toHaveAttribute('aria-busy', 'true');
  }

  /** The working as it stands on the screen, each step in one line as one writes it down. */
  readonly working = (): Promise<string[]> =>
    this.steps().evaluateAll((items) =>
      items.map((item) => {
        const text = (selector: string): string | undefined => item.querySelector(selector)?.textContent?.trim();
        const [what, how, is] = [text('span'), text('small'), text('b')];
        return what + (how === undefined ? '' : `: ${how}`) + (is === undefined ? '' : `${how === undefined ? ': ' : ' = '}${is}`);
      }),
    );

  /** Lets a file fall on the page. */
  async drop(name: string, bytes: Uint8Array, type = ''): Promise<void> {
    const transfer = await this.page.evaluateHandle(
      ([base64, fileName, fileType]) => {
        const made = new DataTransfer();
        made.items.add(new File([Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0))], fileName, { type: fileType }));
        return made;
      },
      [Buffer.from(bytes).toString('base64'), name, type] as const,
    );
    await this.area().dispatchEvent('drop', { dataTransfer: transfer });
  }
}
