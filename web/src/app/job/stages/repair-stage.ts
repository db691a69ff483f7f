import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { ofKind, readingText } from '@amber-relay/core/tape';
import { resultNames } from '@amber-relay/core/words';
import type { Retest } from '@amber-relay/core/job';
import { StateMark } from '../../ui/state-mark';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { LineOffer } from '../line-offer';
import { readingStart } from '@amber-relay/core/entry';
import { ProblemList } from '../problem-list';

/** Repair: what was fitted, and everything that failed before it and so must be tried again. */
@Component({
  selector: 'app-repair-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, RouterLink, StateMark, ProblemList],
  template: `
    <header class="head">
      <h1>Repair</h1>
      <span class="quiet grow">Polarity and place noted before removal; check for shorts before power; current limit on.</span>
      <a mat-stroked-button [routerLink]="['../parts']">Another part</a>
    </header>
    <div class="body stack">
      @if (!fitted()) {
        <p class="panel quiet">
          No part has been fitted yet. Record it in <a [routerLink]="['../parts']">Parts</a>; what failed before then comes back here as the
          re-test list.
        </p>
      } @else {
        <section>
          <h2>To be tried again since {{ fitted() }} was fitted</h2>
          <ul class="retests" aria-label="Re-tests">
            @for (item of job.retests(); track item.kind + item.id + item.name) {
              <li [attr.data-retest]="item.id">
                <app-state-mark [of]="item.now === 'passes' ? 'done' : item.now === 'fails' ? 'missing' : 'not-begun'" />
                <span class="grow"
                  ><b>{{ item.name }}</b
                  ><span class="quiet"> was {{ was(item) }}</span></span
                >
                @if (item.now) {
                  <span [class.ok]="item.now === 'passes'" [class.attn]="item.now === 'fails'">{{ item.now }}</span>
                }
                @if (item.kind === 'function') {
                  <button class="chip" (click)="result(item, 'works')" [attr.aria-label]="item.name + ' works now'">works now</button>
                  <button class="chip" (click)="result(item, 'dead')" [attr.aria-label]="item.name + ' still fails'">still fails</button>
                } @else {
                  <button class="chip" (click)="read(item)" [attr.aria-label]="'Read again: ' + item.name">read again</button>
                }
              </li>
            } @empty {
              <li class="quiet">Nothing had failed before: do the tests of the card.</li>
            }
          </ul>
        </section>
      }
      <app-problem-list />
    </div>
  `,
  styleUrl: './stage.scss',
  styles: `
    .retests li {
      display: flex;
      align-items: center;
      gap: 10px;
      min-height: 48px;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
  `,
})
export class RepairStage {
  protected readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  private readonly line = inject(LineOffer);
  private readonly router = inject(Router);
  protected readonly fitted = computed(() => [...new Set(ofKind(this.job.stood(), 'fit').map((f) => f.designator))].join(', '));

  protected was(item: Retest): string {
    if (!item.was) return 'what the owner complained of';
    return item.was.kind === 'function' ? resultNames[item.was.result] : `${readingText(item.was)}, ${item.was.verdict}`;
  }

  protected result(item: Retest, result: 'works' | 'dead'): void {
    const before = item.was?.kind === 'function' ? item.was.result : 'dead';
    void this.writer.keep({ kind: 'function', functionId: item.id, result: result === 'works' ? 'works' : before });
  }

  protected read(item: Retest): void {
    if (item.was?.kind !== 'reading') return;
    const word = item.was.subject.what === 'limit' ? (this.job.card()?.limits.find((l) => l.id === item.id)?.word ?? item.id) : item.id;
    this.line.offer(readingStart(word, item.was.condition));
  }
}
