import { DestroyRef, inject, Injectable } from '@angular/core';
import type { FoundPlaces, Pair, Picture } from '@amber-relay/core/overlay';
import { wrap, type Remote } from 'comlink';
import { tellingWhenMissing } from '../../ui/worker-code';
import type { Laid, OverApi } from './over.worker';

/** Lays pictures over each other beside the screen. */
@Injectable()
export class OverLayer {
  private worker: Worker | undefined;
  private api: Remote<OverApi> | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.worker?.terminate());
  }

  private remote(): Remote<OverApi> {
    this.worker ??= tellingWhenMissing(new Worker(new URL('./over.worker', import.meta.url), { type: 'module' }));
    return (this.api ??= wrap<OverApi>(this.worker));
  }

  find(first: Picture, second: Picture): Promise<FoundPlaces | undefined> {
    return this.remote().find(first, second);
  }

  lay(first: Picture, second: Picture, by: readonly Pair[] | FoundPlaces): Promise<Laid> {
    return this.remote().lay(first, second, by as Pair[] | FoundPlaces);
  }
}
