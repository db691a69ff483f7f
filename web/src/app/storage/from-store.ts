import { inject, Injectable, type Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { finalize, retry, tap, timer, type Observable } from 'rxjs';
import { Notices } from '../ui/notices';

/** Names what cannot be read, in one notice for the whole program. */
@Injectable({ providedIn: 'root' })
class UnreadNotice {
  private readonly notices = inject(Notices);
  private readonly unread = new Set<string>();

  failed(what: string): void {
    if (this.unread.has(what)) return;
    this.unread.add(what);
    this.tell();
  }
  readAgain(what: string): void {
    if (this.unread.delete(what)) this.tell();
  }

  private tell(): void {
    const names = [...this.unread];
    if (!names.length) return this.notices.end('unread');
    const listed = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)}` : names.join('');
    this.notices.tell({
      name: 'unread',
      urgent: true,
      text: `Not read just now: ${listed}. Nothing is lost by it; what was kept is safe, and it is read again by itself. Until then the screen shows what it had.`,
      act: { label: 'Load again', run: () => location.reload() },
    });
  }
}

const firstWaitMs = 500;
const longestWaitMs = 20_000;

/**
 * What a screen shows of the store: undefined (or `until`) until it was read for the first time, and from then on the last that was
 * read. A read that fails is never taken for nothing: it is told in the strip and tried again. To be called where an instance is made.
 * @param what how the notice names it, such as `the stock`
 * @param until what stands there until it was read; only where nothing is said of there being none
 */
export function fromStore<T>(what: string, stream: Observable<T>): Signal<T | undefined>;
export function fromStore<T>(what: string, stream: Observable<T>, until: NoInfer<T>): Signal<T>;
export function fromStore<T>(what: string, stream: Observable<T>, until?: T): Signal<T | undefined> {
  const unread = inject(UnreadNotice);
  const read = stream.pipe(
    tap(() => unread.readAgain(what)),
    retry({
      delay: (_error, times) => {
        unread.failed(what);
        return timer(Math.min(longestWaitMs, firstWaitMs * 2 ** (times - 1)));
      },
      resetOnSuccess: true,
    }),
    finalize(() => unread.readAgain(what)),
  );
  return toSignal<T | undefined, T | undefined>(read, { initialValue: until });
}
