import { InjectionToken } from '@angular/core';
import { wrap, type Remote } from 'comlink';
import { tellingWhenMissing } from '../ui/worker-code';
import type { PracticeApi } from './practice.worker';

/** Measures cases and goes over them, beside the page. */
export type PracticeHelper = Pick<Remote<PracticeApi>, 'review' | 'measure' | 'chances'>;

export const startPracticeHelper = new InjectionToken<() => PracticeHelper>('starts a worker for practice', {
  providedIn: 'root',
  factory: () => {
    let helper: PracticeHelper | undefined;
    return () =>
      (helper ??= wrap<PracticeApi>(tellingWhenMissing(new Worker(new URL('./practice.worker', import.meta.url), { type: 'module' }))));
  },
});
