import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { agreedLimit } from '@amber-relay/core/job';
import { ofKind } from '@amber-relay/core/tape';
import { resultNames } from '@amber-relay/core/words';
import { moneyText } from '@amber-relay/core/money';
import { of, switchMap } from 'rxjs';
import { fromStore } from '../../storage/from-store';
import { JobRepository } from '../../storage/job-repository';
import { readPhoto } from '../../book-in/read-photo';
import { dateText, dayText } from '../../ui/clock-text';
import { Pictures } from '../../pictures/pictures';
import { ClaimList } from '../claim-list';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { ProblemList } from '../problem-list';
import { CorrectForm } from './correct-form';
import { ModificationList } from './modification-list';

/** What was booked in; a correction of it stands on the tape. */
@Component({
  selector: 'app-booked-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ClaimList, CorrectForm, ModificationList, MatButton, MatIcon, RouterLink, ProblemList, Pictures],
  template: `
    @if (job.file(); as file) {
      <header class="head">
        <h1>Book in</h1>
        <span class="grow"></span>
        <button mat-stroked-button (click)="correcting.set(!correcting())" [attr.aria-expanded]="correcting()">Correct</button>
        <a mat-stroked-button [routerLink]="['/job', file.row.id, 'tag']"><mat-icon svgIcon="print" />Job tag</a>
      </header>
      <div class="body stack" tabindex="0" role="group" aria-label="What was booked in">
        @if (correcting()) {
          <app-correct-form (closed)="correcting.set(false)" />
        }
        <blockquote>{{ file.row.complaint }}</blockquote>
        @if (file.row.symptoms.length) {
          <p>
            Symptoms:
            @for (s of symptoms(); track $index; let last = $last) {
              <span>{{ s }}{{ last ? '' : '; ' }}</span>
            }
          </p>
        }
        <app-problem-list />
        <dl>
          <dt>Owner</dt>
          <dd>{{ file.customer.name }}{{ file.customer.phone ? ', ' + file.customer.phone : '' }}</dd>
          <dt>Set</dt>
          <dd>
            {{ file.set.maker }} {{ file.set.model }}, serial <span class="ref">{{ file.set.serial || 'not noted' }}</span>{{
              file.set.madeIn ? ', made in ' + file.set.madeIn : ''
            }}
          </dd>
          <dt>Booked in</dt>
          <dd>
            {{ day(file.row.bookedInAt) }}{{ file.row.promisedOn ? ', promised for ' + day(file.row.promisedOn) : ', no date promised' }}
          </dd>
          <dt>Limit</dt>
          <dd>{{ limit() }}{{ file.row.payer ? ', paid by ' + file.row.payer : '' }}</dd>
          <dt>Came with it</dt>
          <dd>{{ file.row.accessories.length ? file.row.accessories.join(', ') : 'nothing' }}</dd>
          <dt>Outside</dt>
          <dd>{{ file.row.cosmetic || 'not noted' }}</dd>
          @if (file.set.previousOwners.length) {
            <dt>Owned before by</dt>
            <dd>{{ file.set.previousOwners.join(', ') }}</dd>
          }
        </dl>
        <section>
          <h2>Modified by somebody</h2>
          <app-modification-list />
        </section>
        @if (claims().length) {
          <section>
            <h2>Claims, not facts</h2>
            <app-claim-list />
          </section>
        }
        @if (earlier().length) {
          <section>
            <h2>Earlier visits</h2>
            <ul>
              @for (v of earlier(); track v.id) {
                <li>
                  <a [routerLink]="['/job', v.id]">Job {{ v.number }}</a
                  >, {{ day(v.bookedInAt) }}: {{ v.complaint }}
                </li>
              }
            </ul>
          </section>
        }
        @if (file.set.visits?.length) {
          <section>
            <h2>Elsewhere, told by its label</h2>
            <ul>
              @for (v of file.set.visits; track $index) {
                <li>{{ date(v.on) }}, {{ v.shop }}{{ v.job ? ', job ' + v.job : '' }}: {{ v.says }}</li>
              }
            </ul>
          </section>
        }
        <section>
          <div class="acts">
            <h2 class="grow">Pictures</h2>
            <button mat-stroked-button (click)="pick.click()"><mat-icon svgIcon="camera" />Add a picture</button>
            <input #pick hidden type="file" accept="image/*" (change)="add(pick)" />
          </div>
          @if (wrong()) {
            <p class="wrong" role="alert">{{ wrong() }}</p>
          }
          <app-pictures [jobId]="file.row.id" />
        </section>
      </div>
    }
  `,
  styleUrl: './stage.scss',
  styles: `
    blockquote {
      margin: 0;
      padding: 8px 14px;
      font: var(--mat-sys-title-medium);
      font-stretch: var(--ar-stretch-text);
      background: var(--mat-sys-surface-container);
      border-left: 4px solid var(--mat-sys-outline);
    }
    dl {
      display: grid;
      grid-template-columns: 130px 1fr;
      gap: 6px 12px;
    }
    dt {
      color: var(--mat-sys-on-surface-variant);
    }
  `,
})
export class BookedStage {
  protected readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  private readonly jobs = inject(JobRepository);
  protected readonly day = dayText;
  protected readonly date = dateText;
  /** What was agreed when it was booked in, or since. */
  protected readonly limit = computed(() => {
    const booked = this.job.file()?.row;
    const limit = booked && agreedLimit(booked, this.job.stood());
    if (limit === undefined) return 'none agreed';
    return `${moneyText(limit, this.job.currency())}${limit === booked?.spendLimitMinor ? '' : ', agreed since it was booked in'}`;
  });
  protected readonly wrong = signal('');
  protected readonly correcting = signal(false);
  protected readonly claims = computed(() => ofKind(this.job.stood(), 'claim'));
  protected readonly symptoms = computed(() => (this.job.file()?.row.symptoms ?? []).map((s) => `${s.text} ${resultNames[s.result]}`));
  private readonly visits = fromStore(
    'the earlier visits',
    toObservable(computed(() => this.job.file()?.set.id)).pipe(
      switchMap((id): ReturnType<JobRepository['visits$']> => (id ? this.jobs.visits$(id) : of([]))),
    ),
    [],
  );
  protected readonly earlier = computed(() => this.visits().filter((v) => v.id !== this.job.jobId()));

  protected async add(input: HTMLInputElement): Promise<void> {
    this.wrong.set('');
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    const photo = await readPhoto(file);
    if (typeof photo === 'string') this.wrong.set(photo);
    else await this.writer.keepPicture(photo);
  }
}
