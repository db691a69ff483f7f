import { Injectable, signal } from '@angular/core';

/** Whether the demo shop is still being filled, on a first visit; screens then wait instead of calling it empty. */
@Injectable({ providedIn: 'root' })
export class ShopFilling {
  readonly busy = signal(false);
}
