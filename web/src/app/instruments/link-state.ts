import { Injectable, signal } from '@angular/core';

/** How the last reading over a link went; apart from the link itself, which is loaded when a job is opened. */
@Injectable({ providedIn: 'root' })
export class LinkState {
  readonly now = signal<'idle' | 'reading' | 'away'>('idle');
}
