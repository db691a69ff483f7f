import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Card } from '@amber-relay/core/card';
import { KindChoice } from '../ui/kind-choice';
import { fromStore } from '../storage/from-store';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { notKeptText, wasTold } from '../storage/write-gate';
import { Clock } from '../ui/clock';
import { JobOnBench } from './job-on-bench';

/** Where a stage needs a card and the set has none: say what kind of set it is, and go on. */
@Component({
  selector: 'app-begin-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KindChoice, MatButton, RouterLink],
  template: `
    <p class="attention">This set has no card yet, so {{ lacks() }}. Say what kind of set it is, and go on.</p>
    @if (job.file()?.set; as set) {
      <app-kind-choice
        [maker]="set.maker"
        [model]="set.model"
        [year]="year()"
        [taken]="taken()"
        [s9V]="job.settings()?.s9?.hfV"
        (made)="card.set($event)"
      />
      <div class="acts">
        <button mat-flat-button [disabled]="!card()" (click)="begin()">Begin its card</button>
        <a mat-button routerLink="/cards/new" [queryParams]="{ maker: set.maker, model: set.model }">Make one by hand</a>
      </div>
    }
    @if (trouble(); as text) {
      <p class="wrong" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      max-width: 720px;
      align-content: start;
    }
    .acts {
      display: flex;
      gap: 8px;
    }
  `,
})
export class BeginCard {
  /** What cannot be done without one, in words: `there is nothing to reason on`. */
  readonly lacks = input.required<string>();
  protected readonly job = inject(JobOnBench);
  private readonly changes = inject(ShopChanges);
  private readonly clock = inject(Clock);
  private readonly cards = fromStore('the cards', inject(ShopRepository).cards$, []);
  protected readonly taken = computed(() => this.cards().map(({ id }) => id));
  protected readonly year = computed(() => this.job.file()?.set.madeIn ?? this.clock.now().getFullYear());
  protected readonly card = signal<Card | undefined>(undefined);
  protected readonly trouble = signal('');

  protected async begin(): Promise<void> {
    const card = this.card();
    if (!card) return;
    try {
      // Sets of its model that have no card get it at once, this one among them.
      await this.changes.saveCard(card);
    } catch (error) {
      if (!wasTold(error)) this.trouble.set(notKeptText(error));
    }
  }
}
