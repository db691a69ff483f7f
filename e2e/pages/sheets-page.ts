import { expect, type Download, type Locator, type Page } from '@playwright/test';
import { demoDatabase } from './database';
import { jobIdOf, openJob } from './demo';

export interface StoredSheet {
  readonly title: string;
  readonly kind: string;
  readonly page: number;
  readonly read: string;
  readonly found: readonly { readonly name: string; readonly x: number; readonly y: number }[];
  readonly pinned: readonly { readonly name: string }[];
}

/** The sheets of the job on the bench, or of a card. */
export class SheetsPage {
  constructor(readonly page: Page) {}

  readonly view = (side: 'left' | 'right'): Locator => this.page.locator('app-sheet-view').nth(side === 'left' ? 0 : 1);
  readonly ring = (side: 'left' | 'right'): Locator => this.view(side).locator('.ring');
  readonly mark = (name: string, side: 'left' | 'right' = 'left'): Locator => this.view(side).locator(`[data-mark="${name}"]`).first();
  readonly goTo = (): Locator => this.page.getByLabel('Go to a part or point');
  readonly sheetOf = (side: 'left' | 'right'): Locator => this.page.getByLabel(`Sheet in the ${side} view`);
  readonly intakes = (): Locator => this.page.locator('[data-intake]');

  /** Opens the sheets of a demo job and waits until their text was gone through. */
  async openFor(job: number): Promise<void> {
    await openJob(this.page, job, 'functions');
    await this.whenRead();
    await this.page.goto(`/job/${await jobIdOf(this.page, job)}/sheets`);
    await this.whenDrawn();
  }

  /** The demo shop's sheets come a while after its jobs, and are then read. */
  async whenRead(): Promise<void> {
    await expect(this.page.getByRole('link', { name: /^Sheets/ })).toContainText(/^Sheets\s*\d+ sheets?$/, { timeout: 60_000 });
    await expect
      .poll(async () => (await this.stored()).some((sheet) => sheet.read === 'not-yet' && sheet.kind !== 'none'), { timeout: 60_000 })
      .toBe(false);
  }

  async whenDrawn(): Promise<void> {
    await expect(this.view('left')).toBeVisible();
    await expect
      .poll(
        () => this.page.locator('app-sheet-view').evaluateAll((views) => views.every((v) => v.dataset['drawn'] === v.dataset['sheet'])),
        {
          timeout: 20_000,
        },
      )
      .toBe(true);
  }

  /** What the browser's store holds of the sheets of the card on the bench, or of any card by its id. */
  async stored(cardId?: string): Promise<StoredSheet[]> {
    const jobId = /\/job\/([^/?]+)/.exec(this.page.url())?.[1];
    return this.page.evaluate(
      async ([database, card, job]) => {
        const done = <T>(request: IDBRequest<T>): Promise<T> =>
          new Promise((resolve, reject) => {
            request.onsuccess = () => resolve(request.result);
            request.onerror = () => reject(request.error);
          });
        const db = await done(indexedDB.open(database));
        const all = <T>(table: string): Promise<T[]> => done(db.transaction(table).objectStore(table).getAll()) as Promise<T[]>;
        const set = (await all<{ id: string; setId: string }>('jobs')).find((j) => j.id === job)?.setId;
        const of = card ?? (await all<{ id: string; cardId: string }>('sets')).find((s) => s.id === set)?.cardId;
        const places = new Map((await all<{ id: string; found: never[]; pinned: never[] }>('places')).map((p) => [p.id, p]));
        type Row = { id: string; cardId: string; order: number; title: string; kind: string; page: number; read: string };
        const rows = (await all<Row>('sheets')).filter((s) => s.cardId === of).sort((a, b) => a.order - b.order);
        db.close();
        return rows.map((s) => ({
          title: s.title,
          kind: s.kind,
          page: s.page,
          read: s.read,
          found: places.get(s.id)?.found ?? [],
          pinned: places.get(s.id)?.pinned ?? [],
        }));
      },
      [demoDatabase, cardId, jobId] as const,
    );
  }

  /** Presses the middle of a view, or a point beside it. */
  async pressAt(side: 'left' | 'right', dx = 0, dy = 0): Promise<void> {
    const box = await this.view(side).boundingBox();
    if (!box) throw new Error('The view is not on the screen.');
    await this.page.mouse.click(box.x + box.width / 2 + dx, box.y + box.height / 2 + dy);
  }

  /** Presses a place of the sheet in the left view, which is shown whole: in the units of the sheet. */
  async pressOn(x: number, y: number, size: { readonly width: number; readonly height: number }): Promise<void> {
    const whole = this.page.getByRole('toolbar', { name: 'Tools of the left view' }).getByRole('button', { name: 'The whole sheet' });
    // What was opened or closed beside it has to have made its room, before and after the sheet is fitted in.
    let box = await this.steadyView();
    for (let fitted = ''; fitted !== JSON.stringify(box); box = await this.steadyView()) {
      fitted = JSON.stringify(box);
      await whole.click();
    }
    const k = Math.min(box.width / size.width, box.height / size.height) * 0.98;
    const at = [box.x + (box.width - size.width * k) / 2 + x * k, box.y + (box.height - size.height * k) / 2 + y * k] as const;
    // What was just said at the foot of the page may lie over it for a while.
    await expect
      .poll(() => this.page.evaluate(([px, py]) => document.elementFromPoint(px, py)?.closest('app-sheet-view') !== null, at))
      .toBe(true);
    await this.page.mouse.click(...at);
  }

  /** Where the left view is, once it is no longer moving. */
  private async steadyView(): Promise<{ x: number; y: number; width: number; height: number }> {
    for (let before = ''; ;) {
      const box = await this.view('left').boundingBox();
      if (!box) throw new Error('The view is not on the screen.');
      if (JSON.stringify(box) === before) return box;
      before = JSON.stringify(box);
      await this.page.waitForTimeout(200);
    }
  }

  async more(name: string): Promise<Download> {
    await this.page.getByText('More', { exact: true }).click();
    const waiting = this.page.waitForEvent('download');
    await this.page.getByRole('button', { name }).click();
    return waiting;
  }

  async addFiles(...files: readonly { name: string; mimeType: string; buffer: Buffer }[]): Promise<void> {
    await this.page
      .getByLabel('Add files')
      .first()
      .setInputFiles([...files]);
    await expect(this.intakes()).toHaveCount(files.length, { timeout: 60_000 });
  }
}
