import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { attempt } from '@amber-relay/core/errors';
import { openSafetyChecks, safetyAnswers, safetyChecks, staleProofs, type SafetyCheck } from '@amber-relay/core/job';
import { limitsText, verdict } from '@amber-relay/core/measure';
import type { EntryOf } from '@amber-relay/core/tape';
import { parseQuantity, quantityText } from '@amber-relay/core/quantity';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';

/** Safety and cold checks: each answered, those with a figure measured, and the whole signed off on the tape. */
@Component({
  selector: 'app-safety-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatButton],
  template: `
    <header class="head">
      <h1>Safety and cold checks</h1>
      <span class="grow quiet">{{ leftText() }}</span>
      <button mat-flat-button (click)="sign()" [disabled]="left() > 0 || job.signed()">
        {{ job.signed() ? 'Signed off' : 'Sign off' }}
      </button>
    </header>
    <div class="body" tabindex="0" role="group" aria-label="Checks">
      <p class="quiet">
        Set switched off and unplugged until these are answered. Mains wiring only by those licensed for it where you are.
      </p>
      <ul>
        @for (check of checks(); track check.id) {
          <li [class.hot]="check.hazard" [attr.data-check]="check.id">
            <div class="grow">
              <b>{{ check.name }}</b>
              <p [class.hazard]="check.hazard">{{ check.text }}</p>
              @if (answers().get(check.id); as answer) {
                <p class="quiet">{{ said(answer) }}</p>
                @if (answer.result === 'wrong') {
                  <div class="go-on" role="note">
                    <p class="attention">Mend it and answer again. While it stands, nothing is offered that needs power.</p>
                    <label class="field grow"
                      ><span>Or why it is gone on with</span>
                      <input
                        class="box"
                        [attr.name]="'reason-' + check.id"
                        [ngModel]="values()['reason-' + check.id] ?? ''"
                        (ngModelChange)="setValue('reason-' + check.id, $event)"
                        (keydown.enter)="goOn(check, answer)"
                        autocomplete="off"
                      />
                    </label>
                    <button
                      class="chip"
                      (click)="goOn(check, answer)"
                      [disabled]="!values()['reason-' + check.id]?.trim()"
                      [attr.aria-label]="check.name + ': go on with it'"
                    >
                      Go on with it
                    </button>
                  </div>
                }
              }
              @if (stale().has(check.id)) {
                <p class="attention" data-stale>It has had power since: prove it gone again before hands go back in.</p>
              }
              @if (wrong() === check.id) {
                <p class="wrong" role="alert">{{ message() }}</p>
              }
            </div>
            @if (check.asks === 'name') {
              <label class="field value"
                ><span>Name</span>
                <input
                  class="box"
                  [attr.name]="check.id"
                  [ngModel]="values()[check.id] ?? ''"
                  (ngModelChange)="setValue(check.id, $event)"
                  (keydown.enter)="name(check)"
                  autocomplete="off"
                />
              </label>
              <button
                class="chip"
                (click)="name(check)"
                [disabled]="!values()[check.id]?.trim()"
                [attr.aria-label]="check.name + ': keep the name'"
              >
                Keep
              </button>
            } @else if (check.unit) {
              <label class="field value"
                ><span>{{ check.hazard ? 'Meter says' : 'Measured' }}, {{ check.unit === 'ohm' ? 'Ω' : check.unit }}</span>
                <input
                  class="box fig"
                  [attr.name]="check.id"
                  [ngModel]="values()[check.id] ?? ''"
                  (ngModelChange)="setValue(check.id, $event)"
                  (keydown.enter)="measure(check)"
                  autocomplete="off"
                />
              </label>
              <button class="chip" (click)="measure(check)" [attr.aria-label]="check.name + ': keep the value'">Keep</button>
            } @else {
              <button
                class="chip"
                [attr.aria-pressed]="answers().get(check.id)?.result === 'right'"
                (click)="answer(check, 'right')"
                [attr.aria-label]="check.name + ': ' + (check.hazard ? 'read, and kept to' : 'right')"
              >
                {{ check.hazard ? 'Read, kept to' : 'Right' }}
              </button>
              @if (!check.hazard) {
                <button
                  class="chip"
                  [attr.aria-pressed]="answers().get(check.id)?.result === 'wrong'"
                  (click)="answer(check, 'wrong')"
                  [attr.aria-label]="check.name + ': wrong'"
                >
                  Wrong
                </button>
              }
            }
            @if (!check.hazard && !check.asks) {
              <button
                class="chip"
                [attr.aria-pressed]="answers().get(check.id)?.result === 'not-needed'"
                (click)="answer(check, 'not-needed')"
                [attr.aria-label]="check.name + ': not needed'"
              >
                Not needed
              </button>
            }
          </li>
        }
      </ul>
    </div>
  `,
  styleUrl: './stage.scss',
  styles: `
    li {
      display: flex;
      align-items: center;
      gap: 8px;
      min-height: 56px;
      padding: 6px 0;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    .hot {
      border-left: 6px solid var(--mat-sys-error);
      padding-left: 10px;
    }
    .value {
      width: 150px;
    }
    .go-on {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: flex-end;
    }
  `,
})
export class SafetyStage {
  protected readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  protected readonly values = signal<Readonly<Record<string, string>>>({});
  protected readonly wrong = signal('');
  protected readonly message = signal('');

  protected readonly checks = computed(() => safetyChecks(this.job.card()));
  protected readonly answers = computed(() => safetyAnswers(this.job.tape()));
  protected readonly stale = computed(() => new Set(staleProofs(this.job.card(), this.job.tape()).map(({ id }) => id)));
  private readonly open = computed(() => openSafetyChecks(this.job.card(), this.job.tape()));
  protected readonly left = computed(() => this.open().length);
  /** What is still to be done before it can be signed. */
  protected readonly leftText = computed(() => {
    const wrong = this.open().filter(({ id }) => this.answers().has(id)).length;
    const unanswered = this.left() - wrong;
    const texts = [unanswered ? `${unanswered} left` : '', wrong ? `${wrong} wrong: mend it, then answer again` : ''];
    return texts.filter(Boolean).join(', ') || 'All answered';
  });

  protected said(answer: EntryOf<'safety'>): string {
    const value = answer.value === undefined ? '' : `${quantityText(answer.value, answer.unit ?? '')}, `;
    const result = { right: 'right', wrong: 'wrong', 'not-needed': 'not needed', accepted: 'wrong, gone on with' }[answer.result];
    return `${value}${result}${answer.text ? `: ${answer.text}` : ''}`;
  }

  protected setValue(id: string, text: string): void {
    this.values.update((all) => ({ ...all, [id]: text }));
  }

  protected answer(check: SafetyCheck, result: EntryOf<'safety'>['result']): void {
    void this.writer.keep({ kind: 'safety', check: check.id, result });
  }

  /** Who stands by. */
  protected name({ id }: SafetyCheck): void {
    const text = (this.values()[id] ?? '').trim();
    if (text) void this.writer.keep({ kind: 'safety', check: id, result: 'right', text });
  }

  /** Something wrong that is not mended but known, with the reason under it. */
  protected goOn({ id }: SafetyCheck, { value, unit }: EntryOf<'safety'>): void {
    const text = (this.values()[`reason-${id}`] ?? '').trim();
    if (!text) return;
    const figure = value === undefined ? {} : { value, ...(unit ? { unit } : {}) };
    void this.writer.keep({ kind: 'safety', check: id, result: 'accepted', text, ...figure });
  }

  /** A check with a figure: the figure is judged, and a dangerous one is never taken for done. */
  protected measure(check: SafetyCheck): void {
    const unit = check.unit ?? '';
    const outcome = attempt(() => parseQuantity(this.values()[check.id] ?? '', check.unit ? { unit: check.unit } : {}));
    if (!outcome.ok) {
      this.wrong.set(check.id);
      this.message.set(`${outcome.failure.message} ${outcome.failure.remedy}`);
      return;
    }
    this.wrong.set('');
    const { value } = outcome.value;
    const judged = verdict(Math.abs(value), 0, { low: check.low, high: check.high }, 'none').verdict;
    const within = judged === 'in';
    if (!within && check.hazard) {
      this.wrong.set(check.id);
      this.message.set(`${quantityText(value, unit)} is still there. Discharge through a resistor, keep clear, and measure again.`);
      void this.writer.keep({ kind: 'note', text: `${check.name}: ${quantityText(value, unit)} still on it, not yet safe` });
      return;
    }
    void this.writer.keep({
      kind: 'safety',
      check: check.id,
      result: within ? 'right' : 'wrong',
      value,
      ...(unit ? { unit } : {}),
      ...(within ? {} : { text: `should be ${limitsText(check.low, check.high, unit)}` }),
    });
  }

  protected sign(): void {
    void this.writer.keep({ kind: 'sign-off', stage: 'safety' });
  }
}
