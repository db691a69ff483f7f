import { inject, Injectable, signal } from '@angular/core';
import { StoreKeeper } from './store-keeper';

/** A copy that is being put back: while it is, and why it was not. The page is loaded again when it is here. */
@Injectable()
export class BringingBack {
  private readonly keeper = inject(StoreKeeper);
  readonly busy = signal(false);
  readonly failed = signal('');

  async bring(shop: string): Promise<void> {
    this.busy.set(true);
    this.failed.set('');
    try {
      await this.keeper.bringBack(shop);
    } catch (error) {
      console.error(error);
      this.failed.set(
        'It could not be brought back: the store did not take it. Nothing was changed; make room on the disk, load the page again, and try once more.',
      );
      this.busy.set(false);
    }
  }
}
