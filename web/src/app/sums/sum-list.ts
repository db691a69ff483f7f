import { afterRenderEffect, ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatIcon } from '@angular/material/icon';
import { Router, RouterLink } from '@angular/router';
import { allSums, sumById, topics, type Sum } from '@amber-relay/core/sums';
import { SumMemory } from './sum-memory';
import { findSums } from './sum-search';

/** All sums on their shelves, found by typing what one wants to know. */
@Component({
  selector: 'app-sum-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatIcon, RouterLink],
  template: `
    <div class="search">
      <mat-icon svgIcon="search" aria-hidden="true" />
      <input
        class="box"
        aria-label="Find a sum"
        placeholder="Name or type it"
        [ngModel]="words()"
        (ngModelChange)="words.set($event)"
        (keydown.enter)="openFirst()"
        (keydown.escape)="words.set('')"
        autocomplete="off"
        spellcheck="false"
      />
    </div>
    <nav aria-label="Sums">
      @for (shelf of shelves(); track shelf.title) {
        <h2>{{ shelf.title }}</h2>
        @for (sum of shelf.sums; track sum.id) {
          <a [routerLink]="['/sums', sum.id]" [attr.aria-current]="sum.id === chosen() ? 'true' : null">{{ sum.title }}</a>
        }
      } @empty {
        <p class="quiet">Nothing answers to that. Try a word for what you want to know, such as attenuator or microvolts.</p>
      }
    </nav>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-height: 0;
      border-right: 1px solid var(--mat-sys-outline-variant);
    }
    .search {
      position: relative;
      padding: 8px 10px;
    }
    .search mat-icon {
      position: absolute;
      left: 18px;
      top: 18px;
      pointer-events: none;
    }
    .search input {
      padding-left: 38px;
    }
    nav {
      flex: 1;
      min-height: 0;
      overflow-y: auto;
      padding-bottom: 12px;
    }
    h2 {
      padding: 10px 12px 4px;
      font: var(--mat-sys-body-medium);
      font-stretch: var(--ar-stretch-text);
      color: var(--mat-sys-on-surface-variant);
    }
    a {
      display: flex;
      align-items: center;
      min-height: 40px;
      padding: 4px 12px;
      color: inherit;
      text-decoration: none;
      font: var(--mat-sys-body-large);
      font-stretch: var(--ar-stretch-text);
      border-right: 3px solid transparent;
    }
    a:hover {
      background: var(--mat-sys-surface-container-high);
    }
    a[aria-current] {
      background: var(--mat-sys-surface-container-high);
      border-right-color: var(--mat-sys-primary);
      font-weight: 600;
    }
    a:focus-visible {
      outline-offset: -3px;
    }
    p {
      padding: 8px 12px;
    }
  `,
})
export class SumList {
  readonly chosen = input<string>();
  protected readonly words = signal('');
  private readonly memory = inject(SumMemory);
  private readonly router = inject(Router);

  protected readonly shelves = computed((): { title: string; sums: Sum[] }[] => {
    const words = this.words().trim();
    const known = (ids: readonly string[]): Sum[] => ids.flatMap((id) => sumById(id) ?? []);
    const shelves = words
      ? [{ title: 'Found', sums: findSums(words) }]
      : [
          { title: 'Pinned', sums: known(this.memory.pinned()) },
          { title: 'Last used', sums: known(this.memory.recent().filter((id) => !this.memory.pinned().includes(id))) },
          ...Object.entries(topics).map(([topic, title]) => ({ title, sums: allSums.filter((sum) => sum.topic === topic) })),
        ];
    return shelves.filter((shelf) => shelf.sums.length > 0);
  });

  constructor() {
    const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
    // The sum that is open is in sight, wherever it was opened from.
    afterRenderEffect(() => {
      if (this.chosen()) nativeElement.querySelector('a[aria-current]')?.scrollIntoView({ block: 'nearest' });
    });
  }

  protected openFirst(): void {
    const first = this.shelves()[0]?.sums[0];
    if (first) void this.router.navigate(['/sums', first.id]);
  }
}
