import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { readingText } from '@amber-relay/core/tape';
import { resultNames } from '@amber-relay/core/words';
import { apartOpen, checksBeforePower, isOwed, repairsOf, repairsText, type Retest } from '@amber-relay/core/job';
import { StateMark } from '../../ui/state-mark';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { LineOffer } from '../line-offer';
import { readingStart } from '@amber-relay/core/entry';
import { FoundList } from '../found-list';
import { ProblemList } from '../problem-list';
import { MendForm } from './mend-form';
import { ProofCaution } from './proof-caution';

/** Repair: what was done to the set, and everything that failed before it and so must be tried again. */
@Component({
  selector: 'app-repair-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FoundList, MatButton, MendForm, ProofCaution, RouterLink, StateMark, ProblemList],
  template: `
    <header class="head">
      <h1>Repair</h1>
      <span class="quiet grow">Polarity and place noted before removal; check for shorts before power; current limit on.</span>
      <a mat-stroked-button [routerLink]="['../parts']">{{ repairs().length ? 'Another part' : 'A part' }}</a>
    </header>
    <div class="body stack" tabindex="0" role="group" aria-label="Repairs">
      <app-proof-caution />
      @for (says of apart(); track says) {
        <p class="caution" role="note">{{ says }} <a routerLink="../first-look/apart">Take apart</a></p>
      }
      @if (before().length) {
        <section>
          <h2>Before it gets power</h2>
          <ul class="retests" aria-label="Before it gets power">
            @for (item of before(); track item.check.id) {
              <li [attr.data-check]="item.check.id">
                <app-state-mark [of]="item.done ? 'done' : 'not-begun'" />
                <span class="grow"
                  ><b>{{ item.check.name }}</b
                  ><span class="quiet"> {{ item.check.text }}</span></span
                >
                <button class="chip" (click)="check(item.check.id, 'right')" [attr.aria-label]="item.check.name + ': right'">right</button>
                <button class="chip" (click)="check(item.check.id, 'wrong')" [attr.aria-label]="item.check.name + ': wrong'">wrong</button>
              </li>
            }
          </ul>
        </section>
      }
      <section>
        <h2>Done without a part</h2>
        <app-mend-form />
      </section>
      @if (job.cured(); as cure) {
        <p class="panel ok" role="status" data-cured>Cured: {{ cure }}. All that failed before works since.</p>
      }
      @if (!repairs().length) {
        <p class="panel quiet">
          Nothing has been done to the set yet. Record a part in <a [routerLink]="['../parts']">Parts</a>, or what was done without one
          here; what failed before then comes back as the re-test list.
        </p>
      } @else {
        <section>
          <h2>Done to the set</h2>
          <ol class="retests" aria-label="Done to the set">
            @for (repair of repairs(); track repair.id) {
              <li [attr.data-repair]="repair.id"><app-state-mark of="done" />{{ repair.what }}</li>
            }
          </ol>
        </section>
        <section>
          <h2>To be tried again</h2>
          <ul class="retests" aria-label="Re-tests">
            @for (item of job.retests(); track item.kind + item.id + item.name) {
              <li [attr.data-retest]="item.id">
                <app-state-mark [of]="owed(item) ? 'not-begun' : item.now === 'passes' ? 'done' : 'missing'" />
                <span class="grow"
                  ><b>{{ item.name }}</b
                  ><span class="quiet"> was {{ was(item) }}{{ item.since.length ? '; since then ' + text(item.since) : '' }}</span></span
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
      <section>
        <h2>Found on looking</h2>
        <app-found-list>Nothing was found on looking.</app-found-list>
      </section>
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
  protected readonly repairs = computed(() => repairsOf(this.job.card(), this.job.stood()));
  /** What is off, left over or not renewed, said before power goes on. */
  protected readonly apart = computed(() => apartOpen(this.job.stood()));
  protected readonly before = computed(() => checksBeforePower(this.job.card(), this.job.tape()));
  protected readonly owed = isOwed;
  protected readonly text = repairsText;

  protected was(item: Retest): string {
    if (!item.was) return 'what the owner complained of';
    return item.was.kind === 'function' ? resultNames[item.was.result] : `${readingText(item.was)}, ${item.was.verdict}`;
  }

  protected result(item: Retest, result: 'works' | 'dead'): void {
    const before = item.was?.kind === 'function' ? item.was.result : 'dead';
    void this.writer.keep({ kind: 'function', functionId: item.id, result: result === 'works' ? 'works' : before });
  }

  protected check(check: string, result: 'right' | 'wrong'): void {
    void this.writer.keep({ kind: 'safety', check, result });
  }

  protected read(item: Retest): void {
    if (item.was?.kind !== 'reading') return;
    const word = item.was.subject.what === 'limit' ? (this.job.card()?.limits.find((l) => l.id === item.id)?.word ?? item.id) : item.id;
    this.line.offer(readingStart(word, item.was.condition));
  }
}
