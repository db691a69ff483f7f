import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { partOf } from '@amber-relay/core/card';
import { oscillatorAdvice } from '@amber-relay/core/feed';
import { alignRun, backedOff, nextStep, readAt, type AlignStep, type StepState } from '@amber-relay/core/run';
import type { StageState } from '@amber-relay/core/job';
import { isDesignator } from '@amber-relay/core/line';
import { ofKind } from '@amber-relay/core/tape';
import { StateMark } from '../../ui/state-mark';
import { BeginCard } from '../begin-card';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { TapeWriter } from '../tape-writer';
import { LiveBarView } from './live-bar';

const marks: Readonly<Record<StepState, StageState>> = {
  open: 'not-begun',
  done: 'done',
  off: 'missing',
  'no-peak': 'missing',
  again: 'missing',
};

/** Align: the card's steps in their order, each with what was read before and after, what it waits for, and what has disturbed it since. */
@Component({
  selector: 'app-align-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BeginCard, LiveBarView, MatButton, RouterLink, StateMark],
  template: `
    <header class="head">
      <h1>Align</h1>
      <span class="quiet grow">{{ steps().length ? done() + ' of ' + steps().length + ' done' : '' }}</span>
      <button mat-flat-button (click)="take(next())" [disabled]="!next()">Next step</button>
    </header>
    <div class="body stack" tabindex="0" role="group" aria-label="Steps of alignment">
      @if (!job.card()) {
        <app-begin-card lacks="its steps of alignment are not known: what is turned still goes on the tape" />
      } @else if (!steps().length) {
        <p class="attention">
          Its card names no steps yet. <a [routerLink]="['/cards', job.card()?.id, 'edit']">Put them into the card</a>, or turn what has to
          be turned, such as <span class="ref">peak l7 -60dBm &gt; -52dBm</span>: each can go into the card from the tape.
        </p>
      } @else {
        @if (!job.signed()) {
          <p class="caution" role="note">
            Safety is not signed off. Do the cold checks before first power, and key only into a suitable dummy load.
          </p>
        }
        @if (typical()) {
          <p class="quiet">This order is usual for the kind of set: the manual of this one comes first.</p>
        }
        @if (highVoltage()) {
          <p class="caution" role="note">High voltage stands beside the adjusters: one hand, an insulated tool, and no one alone.</p>
        }
        @if (generator(); as level) {
          <p class="advice" role="status">
            What is read rose by {{ level.rise }} dB: turn the generator back, so that the AGC stays out of it.
            <button class="chip" (click)="line.offer('gen ' + level.typed + ' ')">to {{ level.text }}</button>
          </p>
        }
        @for (one of advice(); track one.name) {
          <p class="advice" role="status">
            {{ one.says }}.
            @for (name of one.adjust; track name) {
              <button class="chip" (click)="line.offer('set ' + name.toLowerCase() + ' ')">{{ name }}</button>
            }
          </p>
        }
        @if (next(); as step) {
          <app-live-bar class="live" [start]="step.start" [name]="step.name" [aim]="step.aim" />
        }
        <ol>
          @for (step of steps(); track step.id; let i = $index) {
            <li [class.now]="step.id === next()?.id">
              <app-state-mark [of]="step.mark" />
              <span class="number fig">{{ i + 1 }}</span>
              <div class="what">
                <p>
                  <b>{{ step.name }}</b>
                  @for (name of step.adjust; track name) {
                    @if (isPart(name)) {
                      <a class="ref" routerLink="../sheets" [queryParams]="{ at: name }" [attr.aria-label]="name + ' on the sheets'">{{
                        name
                      }}</a>
                    } @else {
                      <span class="ref">{{ name }}</span>
                    }
                  }
                  @if (step.where) {
                    <span class="quiet">at {{ step.where }}</span>
                  }
                </p>
                <p>
                  <span>{{ step.expect }}</span>
                  @if (step.says) {
                    <span [class.bad]="step.mark === 'missing'">{{ step.told }}</span>
                  } @else if (step.waits.length && step.mark !== 'done') {
                    <span class="quiet">after {{ step.waits.join(', ') }}</span>
                  }
                </p>
              </div>
              <span class="figures fig">
                @if (step.before) {
                  <small>before {{ step.before }}</small>
                }
                @if (step.after) {
                  <b>{{ step.after }}</b>
                }
              </span>
              <span class="acts">
                @if (step.sealed) {
                  <span class="quiet">sealed</span>
                } @else if (step.mark === 'done') {
                  <button class="chip" (click)="seal(step)" [attr.aria-label]="'Seal it: ' + step.name">seal it</button>
                }
                <button mat-stroked-button (click)="take(step)" [attr.aria-label]="step.take + ': ' + step.name">{{ step.take }}</button>
              </span>
            </li>
          }
        </ol>
        <p class="quiet">
          Use a trimming tool that fits, and never force a core. What was turned is typed with what was read before and after:
          <span class="ref">{{ example() }}</span>; a peak that is none: <span class="ref">peak t2 none</span>.
        </p>
      }
    </div>
  `,
  styleUrl: './stage.scss',
  styles: `
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: grid;
      grid-template-columns: 28px 24px minmax(0, 1fr) auto auto;
      gap: 4px 10px;
      align-items: center;
      min-height: 60px;
      padding: 4px 0;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    li.now {
      background: var(--mat-sys-surface-container);
      box-shadow: -8px 0 0 var(--mat-sys-surface-container);
    }
    .number {
      text-align: right;
    }
    .what p {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 2px 10px;
      margin: 0;
    }
    .bad {
      color: var(--mat-sys-tertiary);
    }
    .acts {
      display: flex;
      gap: 8px;
      align-items: center;
      justify-content: flex-end;
    }
    .figures {
      display: flex;
      flex-direction: column;
      align-items: flex-end;
    }
    .advice {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 12px;
      margin: 0;
    }
  `,
})
export class AlignStage {
  protected readonly job = inject(JobOnBench);
  protected readonly line = inject(LineOffer);
  private readonly writer = inject(TapeWriter);

  private readonly run = computed((): readonly AlignStep[] => {
    const card = this.job.card();
    return card ? alignRun(card, this.job.stood()) : [];
  });
  protected readonly next = computed(() => nextStep(this.run()));
  protected readonly done = computed(() => this.run().filter(({ state }) => state === 'done').length);
  protected readonly steps = computed(() => {
    const card = this.job.card();
    return this.run().map((step) => ({
      ...step,
      mark: marks[step.state],
      told: step.state === 'again' || step.state === 'off' ? `${step.state}: ${step.says}` : step.says,
      where: card ? readAt(card, step) : '',
      take: step.state === 'open' ? 'Take' : 'Once more',
    }));
  });
  /** Oscillators that are off by what was counted, with what is turned for each. */
  protected readonly advice = computed(() => {
    const card = this.job.card();
    return card ? oscillatorAdvice({ card, stood: this.job.stood(), condition: this.line.condition() }) : [];
  });
  protected readonly typical = computed(() => this.job.card()?.begunFrom !== undefined);
  protected readonly highVoltage = computed(() => this.job.card()?.hazards.some(({ kind }) => kind === 'high-voltage') ?? false);
  protected readonly example = computed(() => {
    const start = this.next()?.start ?? this.run()[0]?.start ?? '';
    return start.startsWith('peak') || start.startsWith('dip') ? `${start}-60dBm > -52dBm` : `${start}3.6V > 3.1V`;
  });
  /** What the generator goes back to after the last turn, as long as it is set as it was. */
  protected readonly generator = computed(() => {
    const last = ofKind(this.job.stood(), 'adjustment').at(-1);
    const step = last && this.run().find(({ riseDb, adjust }) => riseDb !== undefined && adjust.includes(last.adjuster));
    const text = backedOff(this.line.condition().generator, step?.riseDb);
    if (step?.riseDb === undefined || text === undefined) return undefined;
    return { rise: step.riseDb.toFixed(0), text, typed: text.replace('−', '-').replace(' ', '').replace('µ', 'u') };
  });

  protected readonly isPart = isDesignator;

  /** All that a step turns is sealed with one press. */
  protected seal({ id, adjust }: Pick<AlignStep, 'id' | 'adjust'>): void {
    const card = this.job.card();
    const parts = adjust.filter(isDesignator);
    void this.writer.keepAll(
      parts.length
        ? parts.map((adjuster) => {
            const section = card && partOf(card, adjuster)?.section;
            return { kind: 'adjustment' as const, how: 'seal' as const, adjuster, ...(section ? { section } : {}) };
          })
        : [{ kind: 'adjustment', how: 'seal', adjuster: adjust.join(', '), step: id }],
    );
  }

  protected take(step: { readonly start: string } | undefined): void {
    if (step) this.line.offer(step.start);
  }
}
