import { Injectable, signal } from '@angular/core';

/** Something to be told that does not belong to one screen. A later notice of the same name takes its place. */
export interface Notice {
  readonly name: string;
  readonly text: string;
  readonly urgent?: boolean;
  readonly act?: { readonly label: string; readonly run: () => void };
  readonly leave?: { readonly label: string; readonly run: () => void };
}

/** What the whole program has to tell: a write that was refused, a disk that fills, a new version. */
@Injectable({ providedIn: 'root' })
export class Notices {
  private readonly list = signal<readonly Notice[]>([]);
  readonly all = this.list.asReadonly();

  tell(notice: Notice): void {
    this.list.update((list) => [...list.filter(({ name }) => name !== notice.name), notice]);
  }

  end(name: string): void {
    if (this.list().some((notice) => notice.name === name)) this.list.update((list) => list.filter((notice) => notice.name !== name));
  }
}
