import { ChangeDetectionStrategy, Component, computed, type ElementRef, inject, signal, viewChild, afterNextRender } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import MiniSearch from 'minisearch';
import { fromStore } from '../storage/from-store';
import { JobList } from '../storage/job-list';
import { ShopRepository } from '../storage/shop-repository';

interface Found {
  readonly id: string;
  readonly kind: 'Job' | 'Card' | 'Stock';
  readonly title: string;
  readonly text: string;
  readonly link: readonly string[];
}

/** Find: one field over jobs, cards and stock. Arrows choose, Enter opens, Escape closes. */
@Component({
  selector: 'app-find',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule],
  template: `
    <label class="field">
      <span>Find a job, owner, serial, card or part</span>
      <input
        #box
        class="fig"
        [ngModel]="words()"
        (ngModelChange)="words.set($event); at.set(0)"
        (keydown)="key($event)"
        autocomplete="off"
        spellcheck="false"
        role="combobox"
        aria-autocomplete="list"
        aria-controls="found"
        [attr.aria-expanded]="hits().length > 0"
        [attr.aria-activedescendant]="hits()[at()] ? 'found-' + at() : null"
      />
    </label>
    <ul id="found" role="listbox" aria-label="Found">
      @for (hit of hits(); track hit.id; let i = $index) {
        <li role="presentation">
          <!-- The field keeps the focus and takes the keys, as a combobox does. -->
          <button
            class="bare"
            role="option"
            tabindex="-1"
            [id]="'found-' + i"
            [attr.aria-selected]="i === at()"
            [class.at]="i === at()"
            (click)="open(hit)"
          >
            <span class="quiet">{{ hit.kind }}</span><b>{{ hit.title }}</b
            ><span class="quiet grow">{{ hit.text }}</span>
          </button>
        </li>
      }
    </ul>
    @if (!hits().length) {
      <p class="quiet none" role="status">{{ words() ? 'Nothing found. Try a number, a name or a serial.' : 'Type a few letters.' }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      min-height: 340px;
      padding: 16px;
    }
    input {
      height: 48px;
      padding: 0 12px;
      border: 0;
      border-radius: 3px;
      background: var(--mat-sys-surface-container-lowest);
      color: inherit;
      box-shadow: inset 0 0 0 2px var(--mat-sys-primary);
    }
    ul {
      margin-top: 8px;
    }
    .none {
      padding: 10px;
    }
    li button {
      display: flex;
      gap: 12px;
      align-items: center;
      width: 100%;
      min-height: 44px;
      padding: 0 10px;
      border-bottom: 1px solid var(--mat-sys-outline-variant);
    }
    li button > :first-child {
      width: 46px;
    }
    .at {
      background: var(--mat-sys-secondary-container);
    }
  `,
})
export class Find {
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialogRef<Find>);
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  protected readonly words = signal('');
  protected readonly at = signal(0);
  private readonly lines = fromStore('the jobs', inject(JobList).lines$(), []);
  private readonly cards = fromStore('the cards', inject(ShopRepository).cards$, []);
  private readonly stock = fromStore('the stock', inject(ShopRepository).stock$, []);

  private readonly all = computed((): Found[] => [
    ...this.lines().map(({ row, set, customer }) => ({
      id: row.id,
      kind: 'Job' as const,
      title: `${row.number} ${set?.maker ?? ''} ${set?.model ?? ''}`,
      text: `${customer?.name ?? ''}: ${row.complaint} ${set?.serial ?? ''}`,
      link: ['/job', row.id],
    })),
    ...this.cards().map((card) => ({
      id: card.id,
      kind: 'Card' as const,
      title: card.chassis,
      text: card.models.map((m) => `${m.maker} ${m.name}`).join(', '),
      link: ['/cards', card.id],
    })),
    ...this.stock().map((item) => ({
      id: `stock ${item.id}`,
      kind: 'Stock' as const,
      title: item.part,
      text: `${item.quantity} in ${item.drawer}`,
      link: ['/stock'],
    })),
  ]);
  private readonly index = computed(() => {
    const index = new MiniSearch<Found>({
      fields: ['title', 'text', 'kind'],
      searchOptions: { prefix: true, fuzzy: 0.15, combineWith: 'AND' },
    });
    index.addAll(this.all());
    return index;
  });
  protected readonly hits = computed(() => {
    const byId = new Map(this.all().map((found) => [found.id, found]));
    return this.index()
      .search(this.words())
      .slice(0, 8)
      .flatMap((hit) => byId.get(hit.id as string) ?? []);
  });

  constructor() {
    afterNextRender(() => this.box().nativeElement.focus());
  }

  protected key(event: KeyboardEvent): void {
    const last = this.hits().length - 1;
    if (event.key === 'ArrowDown') this.at.update((i) => Math.min(last, i + 1));
    else if (event.key === 'ArrowUp') this.at.update((i) => Math.max(0, i - 1));
    else if (event.key === 'Enter') {
      const hit = this.hits()[this.at()];
      if (hit) this.open(hit);
    } else return;
    event.preventDefault();
  }

  protected open(hit: Found): void {
    this.dialog.close();
    void this.router.navigate([...hit.link]);
  }
}
