import { Injectable, signal } from '@angular/core';
import { helps, type Help } from '@amber-relay/core/practice';

const key = 'amber-relay-practice-help';

/** How much Trace says in the cases that are begun from here on. */
@Injectable({ providedIn: 'root' })
export class HelpMemory {
  readonly help = signal<Help>(helps.find((each) => each === localStorage.getItem(key)) ?? 'off');

  set(help: Help): void {
    localStorage.setItem(key, help);
    this.help.set(help);
  }
}
