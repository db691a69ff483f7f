import { Injectable } from '@angular/core';
import { wrap, type Remote } from 'comlink';
import { tellingWhenMissing } from '../../ui/worker-code';
import type { VoltsApi } from './volts.worker';

/** The worker that reckons circuits; it starts when it is first asked. */
@Injectable({ providedIn: 'root' })
export class VoltsService {
  private api: Remote<VoltsApi> | undefined;

  get worker(): Remote<VoltsApi> {
    return (this.api ??= wrap<VoltsApi>(
      tellingWhenMissing(new Worker(new URL('./volts.worker', import.meta.url), { type: 'module' }), () => (this.api = undefined)),
    ) as Remote<VoltsApi>);
  }
}
