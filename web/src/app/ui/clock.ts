import { computed, Injectable, type Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { interval, map, startWith } from 'rxjs';

/** The time: everything that asks for it asks here, so that a figure that follows the time is worked out anew when it goes on. */
@Injectable({ providedIn: 'root' })
export class Clock {
  /** Milliseconds since 1970, once a second. */
  readonly second: Signal<number> = toSignal(
    interval(1000).pipe(
      startWith(0),
      map(() => this.now().getTime()),
    ),
    { requireSync: true },
  );
  /** The same, once a minute. */
  readonly minute = computed(() => Math.floor(this.second() / 60_000) * 60_000);
  /** The day in the bench's own time zone, `2026-02-12`. */
  readonly day = computed(() => new Date(this.minute()).toLocaleDateString('sv'));

  now(): Date {
    return new Date();
  }
}
