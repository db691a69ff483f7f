import { effect, Injectable, signal } from '@angular/core';

export type Theme = 'bench' | 'daylight';
const key = 'amber-relay-theme';

/** Dark bench or light daylight; remembered in this browser. */
@Injectable({ providedIn: 'root' })
export class ThemeChoice {
  readonly theme = signal<Theme>(localStorage.getItem(key) === 'daylight' ? 'daylight' : 'bench');

  constructor() {
    effect(() => {
      document.documentElement.dataset['theme'] = this.theme();
      localStorage.setItem(key, this.theme());
    });
  }

  toggle(): void {
    this.theme.update((now) => (now === 'bench' ? 'daylight' : 'bench'));
  }
}
