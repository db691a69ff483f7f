import { DestroyRef, inject, Injectable } from '@angular/core';
import type { DayInput, Saving } from '@amber-relay/core/day';
import { wrap, type Remote } from 'comlink';
import { tellingWhenMissing } from '../ui/worker-code';
import type { DayApi, Planned } from './plan.worker';

/** Makes the plan beside the screen. */
@Injectable()
export class DayPlanner {
  private worker: Worker | undefined;
  private api: Remote<DayApi> | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.worker?.terminate());
  }

  private remote(): Remote<DayApi> {
    this.worker ??= tellingWhenMissing(new Worker(new URL('./plan.worker', import.meta.url), { type: 'module' }));
    return (this.api ??= wrap<DayApi>(this.worker));
  }

  plan(input: DayInput): Promise<Planned> {
    return this.remote().plan(input);
  }

  /** What would save each of the jobs. */
  ways(input: DayInput, jobIds: readonly string[]): Promise<readonly (readonly Saving[])[]> {
    return this.remote().ways(input, jobIds);
  }
}
