import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { Router } from '@angular/router';
import type { JoinSide, ShopQuestion } from '@amber-relay/core/archive';
import { CoreError } from '@amber-relay/core/errors';
import { ArchiveService, isFailure, type ImportFailure } from '../storage/archive-service';
import type { Answers, ImportPlan } from '../storage/import-plans';
import { wasTold } from '../storage/write-gate';
import { Choice } from '../ui/choice';

/** A file taken in: checked whole, told, asked about where it and the shop differ, then done whole or not at all. */
@Component({
  selector: 'app-import-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, MatButton, MatIcon],
  template: `
    <h2>Take a file in</h2>
    <p class="quiet">
      A job, cards with their sheets, or a whole shop: that of another bench is joined with this one. All of it is checked first; you are
      told what would change; then it is done whole or not at all.
    </p>
    <button mat-stroked-button (click)="pick.click()" [disabled]="busy() !== ''"><mat-icon svgIcon="upload" />Choose a file</button>
    <input #pick hidden type="file" accept=".zip,application/zip" (change)="open(pick)" aria-label="Archive file" />
    @if (busy()) {
      <p role="status">{{ busy() }}</p>
      @if (archives.percent() !== null) {
        <div class="row">
          <progress [value]="archives.percent()" max="100" aria-label="How far it is"></progress>
          <span class="fig">{{ archives.percent() }} %</span>
          <button class="chip" (click)="archives.stop()">Stop</button>
        </div>
      }
    }
    @if (failure(); as f) {
      <div class="attention" role="alert">
        <b>{{ name() }}: {{ f.path }}</b>
        <p>{{ f.message }} {{ f.remedy }}</p>
      </div>
    }
    @if (plan()?.join) {
      <app-choice label="What becomes of the shop here" [options]="ways" [(value)]="way" />
    }
    @if (chosen(); as p) {
      <div class="plan" role="status">
        <b>{{ name() }} would change this:</b>
        <ul>
          @for (line of p.says; track $index) {
            <li>{{ line }}</li>
          }
        </ul>
        @for (ask of p.asks; track ask.of) {
          <fieldset>
            <legend>{{ ask.title }} differs. Which holds?</legend>
            <table class="plain">
              <thead>
                <tr>
                  <th></th>
                  <th scope="col">
                    <label
                      ><input type="radio" [name]="ask.of" [checked]="side(ask) === 'here'" (change)="answer(ask, 'here')" />As it is
                      here</label
                    >
                  </th>
                  <th scope="col">
                    <label
                      ><input type="radio" [name]="ask.of" [checked]="side(ask) === 'file'" (change)="answer(ask, 'file')" />As in the
                      file</label
                    >
                  </th>
                </tr>
              </thead>
              <tbody>
                @for (d of ask.differs; track d.field) {
                  <tr>
                    <th scope="row">{{ d.field }}</th>
                    <td [class.held]="side(ask) === 'here'">{{ d.here }}</td>
                    <td [class.held]="side(ask) === 'file'">{{ d.file }}</td>
                  </tr>
                }
              </tbody>
            </table>
          </fieldset>
        }
        <div class="row">
          <button mat-flat-button (click)="carryOut(p)" [disabled]="busy() !== ''">
            {{ plan()?.join && way() === 'join' ? 'Join' : 'Import' }}</button><button mat-button (click)="plan.set(null)">Leave it</button>
        </div>
      </div>
    }
    @if (done()) {
      <p class="ok" role="status">{{ done() }}</p>
    }
  `,
  styles: `
    .plan li {
      padding-left: 14px;
    }
    fieldset {
      margin: 12px 0;
      padding: 0;
      border: 0;
    }
    legend {
      font: var(--mat-sys-title-medium);
      font-stretch: var(--ar-stretch-text);
    }
    label {
      display: flex;
      align-items: center;
      gap: 8px;
      min-height: 44px;
    }
    td,
    th {
      white-space: normal;
      text-align: left;
      vertical-align: top;
    }
    .held {
      font-weight: 700;
    }
  `,
})
export class ImportPanel {
  protected readonly archives = inject(ArchiveService);
  private readonly router = inject(Router);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly busy = signal('');
  protected readonly name = signal('');
  protected readonly plan = signal<ImportPlan | null>(null);
  protected readonly failure = signal<ImportFailure | null>(null);
  protected readonly done = signal('');
  private readonly answers = signal<Answers>({});

  /** Of a whole shop: whether it is joined with the one here or takes its place. */
  protected readonly way = signal<'join' | 'replace'>('join');
  protected readonly ways = [
    { value: 'join', name: 'Join it with what is here' },
    { value: 'replace', name: 'Put it in the place of all that is here' },
  ] as const;
  protected readonly chosen = computed(() => (this.way() === 'join' ? (this.plan()?.join ?? this.plan()) : this.plan()));

  protected side({ of }: ShopQuestion): JoinSide {
    return this.answers()[of] ?? 'here';
  }

  protected answer({ of }: ShopQuestion, side: JoinSide): void {
    this.answers.update((before) => ({ ...before, [of]: side }));
  }

  protected async open(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    this.begin(file.name);
    await this.during('Checking the file…', async () => {
      const plan = await this.archives.plan(file);
      if (isFailure(plan)) this.failure.set(plan);
      else this.plan.set(plan);
    });
  }

  private begin(name: string): void {
    this.plan.set(null);
    this.failure.set(null);
    this.done.set('');
    this.answers.set({});
    this.way.set('join');
    this.name.set(name);
  }

  /** Shows what a file that was checked elsewhere would change, to be answered here. */
  show(name: string, plan: ImportPlan): void {
    this.begin(name);
    this.plan.set(plan);
    this.host.scrollIntoView({ block: 'start' });
  }

  protected async carryOut(plan: ImportPlan): Promise<void> {
    const before = this.plan();
    await this.during('Importing…', async () => {
      const jobId = await plan.carryOut(this.answers());
      this.plan.set(null);
      this.done.set(plan === before?.join ? 'Joined. Give the other bench an archive of this one, and it has all of it too.' : 'Imported.');
      if (jobId) await this.router.navigate(['/job', jobId, 'book-in']);
    });
  }

  private async during(says: string, act: () => Promise<void>): Promise<void> {
    this.busy.set(says);
    try {
      await act();
    } catch (error) {
      // A write that the store refused has been told already.
      if (wasTold(error)) return;
      if (!(error instanceof CoreError)) console.error(error);
      this.failure.set(
        error instanceof CoreError
          ? error
          : { path: 'the file', message: 'It could not be taken in.', remedy: 'Nothing was changed; choose another copy of the file.' },
      );
    } finally {
      this.busy.set('');
    }
  }
}
