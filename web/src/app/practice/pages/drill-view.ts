import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { afterAnswer, drillKinds, drillNames, drillQuestion, nextDrill, type DrillKind } from '@amber-relay/core/practice';
import { fromStore } from '../../storage/from-store';
import { ShopChanges } from '../../storage/shop-changes';
import { ShopRepository } from '../../storage/shop-repository';
import { dayText, timeOfDay } from '../../ui/clock-text';

/** Drills of ten seconds: one question after the other; what was missed comes back sooner. */
@Component({
  selector: 'app-drill-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Drills">
      <header>
        <h1>Drills</h1>
        <span class="grow quiet">Ten seconds each. A figure answers; Enter goes on.</span>
      </header>
      <div class="columns">
        <section class="panel ask" tabindex="0" aria-label="The question" data-keys (keydown)="key($event)" [attr.data-kind]="kind()">
          <h2>{{ names[kind()] }}</h2>
          <p class="text">{{ question().text }}</p>
          <div class="answers">
            @for (text of question().answers; track text; let i = $index) {
              <button
                class="chip"
                [class.right]="given() !== null && i === question().right"
                [class.wrong-one]="given() === i && i !== question().right"
                [attr.aria-pressed]="given() === i"
                [attr.data-right]="i === question().right"
                [disabled]="given() !== null && given() !== i"
                (click)="answer(i)"
              >
                <kbd>{{ i + 1 }}</kbd> {{ text }}
              </button>
            }
          </div>
          @if (given() !== null) {
            <p aria-live="polite">
              <b>{{ given() === question().right ? 'Right.' : 'No: ' + question().answers[question().right] + '.' }}</b>
              {{ question().why }}
            </p>
            <button class="chip main" data-next (click)="next()">Next <kbd>Enter</kbd></button>
          }
        </section>
        <section>
          <h2>How they stand</h2>
          <table class="plain">
            <thead>
              <tr>
                <th>Drill</th>
                <th>Right</th>
                <th>Missed</th>
                <th>Again</th>
              </tr>
            </thead>
            <tbody>
              @for (row of standings(); track row.kind) {
                <tr>
                  <td>
                    <button class="bare link" (click)="choose(row.kind)">{{ row.name }}</button>
                  </td>
                  <td class="fig">{{ row.right }}</td>
                  <td class="fig">{{ row.wrong }}</td>
                  <td>{{ row.again }}</td>
                </tr>
              }
            </tbody>
          </table>
        </section>
      </div>
    </div>
  `,
  styles: `
    .columns {
      display: grid;
      grid-template-columns: minmax(0, 3fr) minmax(300px, 2fr);
      gap: 20px;
    }
    .ask {
      display: flex;
      flex-direction: column;
      gap: 14px;
      min-height: 340px;
    }
    .text {
      font: var(--mat-sys-title-large);
      font-stretch: var(--ar-stretch-text);
    }
    .answers {
      display: grid;
      gap: 8px;
    }
    .answers .chip {
      min-height: 48px;
      font: var(--mat-sys-body-large);
      font-stretch: var(--ar-stretch-text);
      white-space: normal;
      text-align: left;
    }
    .right {
      box-shadow: inset 0 0 0 3px var(--ar-works);
    }
    .wrong-one {
      box-shadow: inset 0 0 0 3px var(--ar-attention-fill);
    }
    .link {
      min-height: 40px;
      text-decoration: underline;
    }
    @media (max-width: 900px) {
      .columns {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class DrillView {
  private readonly changes = inject(ShopChanges);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly settings = fromStore('the settings of the shop', inject(ShopRepository).settings$);
  private readonly drills = computed(() => this.settings()?.drills ?? {});
  protected readonly names = drillNames;
  private readonly chosen = signal<{ readonly kind: DrillKind; readonly seed: number } | null>(null);
  private readonly first = Math.floor(Math.random() * 1e6);
  protected readonly kind = computed(() => this.chosen()?.kind ?? nextDrill(this.drills(), new Date()));
  protected readonly question = computed(() => drillQuestion(this.kind(), this.chosen()?.seed ?? this.first));
  protected readonly given = signal<number | null>(null);
  protected readonly standings = computed(() =>
    drillKinds.map((kind) => {
      const { right = 0, wrong = 0, dueAt } = this.drills()[kind] ?? {};
      const due = dueAt === undefined || dueAt <= new Date().toISOString();
      return { kind, name: drillNames[kind], right, wrong, again: due ? 'now' : `${dayText(dueAt)}, ${timeOfDay(dueAt)}` };
    }),
  );

  protected async answer(at: number): Promise<void> {
    if (this.given() !== null) return;
    const kind = this.kind();
    // The question stays until one goes on.
    this.chosen.update((chosen) => chosen ?? { kind, seed: this.first });
    this.given.set(at);
    const isRight = at === this.question().right;
    await this.changes.noteDrill(kind, (was) => afterAnswer(was, isRight, new Date()));
  }

  protected next(): void {
    this.choose(nextDrill(this.drills(), new Date()));
  }

  protected choose(kind: DrillKind): void {
    this.given.set(null);
    this.chosen.set({ kind, seed: Math.floor(Math.random() * 1e6) });
    this.element.nativeElement.querySelector<HTMLElement>('.answers button')?.focus();
  }

  protected key(event: KeyboardEvent): void {
    const at = Number(event.key) - 1;
    if (this.given() === null && at >= 0 && at < this.question().answers.length) {
      event.preventDefault();
      void this.answer(at);
    } else if (this.given() !== null && event.key === 'Enter') {
      event.preventDefault();
      this.next();
    }
  }
}
