import { expect, type Page } from '@playwright/test';
import { openDemo } from './demo';

export interface Booking {
  readonly owner: string;
  readonly maker: string;
  readonly model: string;
  readonly serial: string;
  readonly complaint: string;
}

/** The book-in form. */
export class BookInPage {
  constructor(readonly page: Page) {}

  async fill(booking: Booking): Promise<void> {
    await openDemo(this.page, '/book-in');
    for (const [label, value] of [
      ['Maker', booking.maker],
      ['Model', booking.model],
      ['Serial', booking.serial],
      ['Name', booking.owner],
      ['In the owner’s own words', booking.complaint],
    ] as const) {
      await this.page.getByLabel(label, { exact: true }).fill(value);
      await this.page.keyboard.press('Escape');
    }
  }

  async submit(): Promise<void> {
    await this.page.getByRole('button', { name: 'Book in' }).click();
    await expect(this.page.getByRole('heading', { level: 1, name: 'Safety and cold checks' })).toBeVisible();
  }
}
