import { inject, Injectable, signal } from '@angular/core';
import type { HiddenCase, Measured, Told } from '@amber-relay/core/practice';
import { startPracticeHelper } from './practice-helper';

/** How hard cases are, measured beside the page, one after the other, and remembered while the page is open. */
@Injectable({ providedIn: 'root' })
export class CaseMeter {
  private readonly helper = inject(startPracticeHelper);
  private readonly known = signal<ReadonlyMap<string, Measured>>(new Map());
  readonly measured = this.known.asReadonly();
  private readonly asked = new Set<string>();
  private last: Promise<unknown> = Promise.resolve();

  /** Asks for one under a name; what was asked for once is not asked for again. */
  want(name: string, one: HiddenCase, told?: Told): void {
    if (this.asked.has(name)) return;
    this.asked.add(name);
    this.last = this.last
      .then(() => this.helper().measure({ code: one.code, card: one.card, ...(told ? { told } : {}) }))
      .then((measured) => this.known.update((all) => new Map(all).set(name, measured)))
      .catch(() => this.asked.delete(name));
  }
}
