import type { FormRow, Way } from '@amber-relay/core/sums';
import { Injectable, signal, type WritableSignal } from '@angular/core';

const mostRecent = 5;

const kept = (key: string): string[] => {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
    return Array.isArray(read) ? read.filter((id): id is string => typeof id === 'string') : [];
  } catch {
    return [];
  }
};

/** Which sums were used last and which are pinned; remembered in this browser. */
@Injectable({ providedIn: 'root' })
export class SumMemory {
  readonly pinned = signal(kept('amber-relay-pinned-sums'));
  /** What was typed into the forms since the program was opened, by sum. */
  readonly left = new Map<string, { readonly texts: FormRow; readonly way: Way | undefined }>();
  readonly recent = signal(kept('amber-relay-recent-sums'));

  use(id: string): void {
    this.write(this.recent, 'amber-relay-recent-sums', [id, ...this.recent().filter((each) => each !== id)].slice(0, mostRecent));
  }

  pin(id: string): void {
    const now = this.pinned();
    this.write(this.pinned, 'amber-relay-pinned-sums', now.includes(id) ? now.filter((each) => each !== id) : [...now, id]);
  }

  private write(into: WritableSignal<string[]>, key: string, ids: string[]): void {
    into.set(ids);
    localStorage.setItem(key, JSON.stringify(ids));
  }
}
