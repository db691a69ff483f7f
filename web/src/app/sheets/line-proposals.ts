import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { Card } from '@amber-relay/core/card';
import { CoreError } from '@amber-relay/core/errors';
import { proposals, withProposals, type CardNet, type CardNets, type Proposal } from '@amber-relay/core/nets';
import { ShopChanges } from '../storage/shop-changes';

const byNames: Readonly<Record<string, string>> = {
  supply: 'takes its supply from',
  injection: 'takes its injection from',
  bias: 'takes its bias from',
  switching: 'is switched by',
  control: 'is controlled by',
};

/** What the lines of the drawings show that the card does not say: ticked by who knows the set, and then put into the card. */
@Component({
  selector: 'app-line-proposals',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatCheckbox],
  template: `
    <div class="head">
      <b class="grow">What the lines say that the card does not</b>
      <button mat-flat-button [disabled]="!ticked().size" (click)="intoCard()">
        {{ ticked().size ? 'Put ' + ticked().size + ' into the card' : 'Put into the card' }}
      </button>
      <button class="chip" (click)="closed.emit()">Close</button>
    </div>
    @if (going()) {
      <p class="quiet" role="status">The sheets are being gone through.</p>
    }
    <ul aria-label="What the lines say">
      @for (p of said(); track p.text) {
        <li>
          <mat-checkbox [checked]="ticked().has(p.text)" (change)="tick(p.text, $event.checked)">{{ p.text }}</mat-checkbox>
          <button class="chip" [attr.aria-label]="'Show the line: ' + p.text" (click)="shown.emit(p.proposal.net)">
            {{ p.proposal.net.name }}
          </button>
        </li>
      } @empty {
        @if (!going()) {
          <li class="quiet">
            Nothing: the card says all that can be made out. What has no section on the card, and lines without a name, say nothing here.
          </li>
        }
      }
    </ul>
  `,
  styles: `
    :host {
      display: block;
      padding: 6px 12px 8px;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    .head,
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 10px;
      min-height: 44px;
    }
    ul {
      max-height: 200px;
      overflow-y: auto;
    }
  `,
})
export class LineProposals {
  readonly card = input.required<Card>();
  readonly nets = input.required<CardNets>();
  /** Whether sheets are still being read. */
  readonly going = input(false);
  readonly shown = output<CardNet>();
  readonly closed = output();
  private readonly changes = inject(ShopChanges);
  private readonly snack = inject(MatSnackBar);
  /** What is ticked, by its words: the lines are read anew when something is settled. */
  protected readonly ticked = signal<ReadonlySet<string>>(new Set());
  protected readonly said = computed(() =>
    proposals(this.nets(), this.card()).map((proposal) => ({ proposal, text: this.text(proposal) })),
  );

  private text(one: Proposal): string {
    const name = (id: string): string => this.card().sections.find((s) => s.id === id)?.name ?? id;
    if (one.kind === 'need') return `${name(one.section)} ${byNames[one.by] ?? 'needs'} ${name(one.needs)}`;
    const fn = this.card().functions.find(({ id }) => id === one.fn)?.name ?? one.fn;
    return `${name(one.section)} comes after ${name(one.after)} on the way of “${fn}”`;
  }

  protected tick(text: string, on: boolean): void {
    this.ticked.update((all) => {
      const now = new Set(all);
      if (on) now.add(text);
      else now.delete(text);
      return now;
    });
  }

  protected async intoCard(): Promise<void> {
    const chosen = this.said().filter(({ text }) => this.ticked().has(text));
    const own = this.card().id;
    try {
      const done = await this.changes.changeCard(own, (card) =>
        withProposals(
          card,
          chosen.map(({ proposal }) => proposal),
        ),
      );
      if (!done) return;
      this.ticked.set(new Set());
      this.snack
        .open(`Into the card: ${chosen.map(({ text }) => text).join('; ')}.`, 'Undo', { duration: 8000 })
        .onAction()
        .subscribe(() => void this.changes.saveCard(done.was));
    } catch (error) {
      const { message, remedy } = error instanceof CoreError ? error : { message: String(error), remedy: '' };
      this.snack.open(`Nothing was changed: ${message} ${remedy}`, 'Close');
    }
  }
}
