import { ChangeDetectionStrategy, Component, computed, inject, resource, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { Router } from '@angular/router';
import { CoreError } from '@amber-relay/core/errors';
import { catchError, of } from 'rxjs';
import { ArchiveService, isFailure, saveFile, type ImportFailure, type ImportPlan } from '../storage/archive-service';
import { ShopRepository } from '../storage/shop-repository';
import { SettingsForm } from './settings-form';

const megabytes = (bytes: number): string => (bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${(bytes / 1e6).toFixed(1)} MB`);

/** Archive: the shop as a file, files taken in, how much room is left, and the shop's own particulars. */
@Component({
  selector: 'app-archive-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatIcon, SettingsForm],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Archive">
      <header><h1>Archive</h1></header>
      <div class="cols">
        <section class="panel">
          <h2>Carry the shop away</h2>
          <p [class.attn]="stale()">{{ lastArchive() }}</p>
          <button mat-flat-button (click)="exportShop()" [disabled]="busy() !== ''"><mat-icon svgIcon="download" />Shop as a file</button>
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
          @if (notPacked(); as f) {
            <p class="attention" role="alert">{{ f.message }} {{ f.remedy }}</p>
          }
          <h2>Room</h2>
          <p>{{ room() }}</p>
          <p class="quiet">{{ kept() }}</p>
        </section>
        <section class="panel">
          <h2>Take a file in</h2>
          <p class="quiet">
            A job, cards with their sheets, or a whole shop. All of it is checked first; you are told what would change; then it is done
            whole or not at all.
          </p>
          <button mat-stroked-button (click)="pick.click()" [disabled]="busy() !== ''"><mat-icon svgIcon="upload" />Choose a file</button>
          <input #pick hidden type="file" accept=".zip,application/zip" (change)="open(pick)" aria-label="Archive file" />
          @if (failure(); as f) {
            <div class="attention" role="alert">
              <b>{{ name() }}: {{ f.path }}</b>
              <p>{{ f.message }} {{ f.remedy }}</p>
            </div>
          }
          @if (plan(); as p) {
            <div class="plan" role="status">
              <b>{{ name() }} would change this:</b>
              <ul>
                @for (line of p.says; track $index) {
                  <li>{{ line }}</li>
                }
              </ul>
              <div class="row">
                <button mat-flat-button (click)="carryOut(p)" [disabled]="busy() !== ''">Import</button
                ><button mat-button (click)="plan.set(null)">Leave it</button>
              </div>
            </div>
          }
          @if (done()) {
            <p class="ok" role="status">{{ done() }}</p>
          }
        </section>
        <app-settings-form class="panel wide" />
      </div>
    </div>
  `,
  styles: `
    .cols {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 16px;
      align-items: start;
    }
    .panel {
      display: flex;
      flex-direction: column;
      gap: 10px;
      align-items: flex-start;
    }
    .wide {
      grid-column: 1 / -1;
    }
    .plan li {
      padding-left: 14px;
    }
  `,
})
export class ArchivePage {
  protected readonly archives = inject(ArchiveService);
  private readonly shop = inject(ShopRepository);
  private readonly router = inject(Router);
  private readonly settings = toSignal(this.shop.settings$.pipe(catchError(() => of(undefined))));
  private readonly storage = resource({ loader: () => this.shop.storageState() });
  protected readonly busy = signal('');
  protected readonly name = signal('');
  protected readonly plan = signal<ImportPlan | null>(null);
  protected readonly failure = signal<ImportFailure | null>(null);
  /** Why the shop could not be carried away. */
  protected readonly notPacked = signal<ImportFailure | null>(null);
  protected readonly done = signal('');

  private readonly daysSince = computed(() => {
    const at = this.settings()?.lastArchiveAt;
    return at === undefined ? undefined : Math.floor((Date.now() - Date.parse(at)) / 86_400_000);
  });
  protected readonly stale = computed(() => (this.daysSince() ?? 99) > 7);
  protected readonly lastArchive = computed(() => {
    const days = this.daysSince();
    if (days === undefined) return 'No archive of this shop has been made yet. Make one, and keep it on another machine.';
    return days === 0 ? 'The last archive was made today.' : `The last archive was made ${days} ${days === 1 ? 'day' : 'days'} ago.`;
  });
  protected readonly room = computed(() => {
    const state = this.storage.value();
    return state
      ? `${megabytes(state.usedBytes)} used, about ${megabytes(Math.max(0, state.quotaBytes - state.usedBytes))} left in this browser.`
      : 'Working it out…';
  });
  protected readonly kept = computed(() =>
    this.storage.value()?.persistent
      ? 'The browser has agreed to keep it.'
      : 'The browser may clear it when the disk runs short: make archives often, or install the program.',
  );

  protected async exportShop(): Promise<void> {
    this.busy.set('Packing the shop…');
    this.notPacked.set(null);
    try {
      const { name, zip } = await this.archives.exportShop();
      saveFile(name, zip);
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      this.notPacked.set(error);
    } finally {
      this.busy.set('');
    }
  }

  protected async open(input: HTMLInputElement): Promise<void> {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    this.plan.set(null);
    this.failure.set(null);
    this.done.set('');
    this.name.set(file.name);
    this.busy.set('Checking the file…');
    try {
      const plan = await this.archives.plan(file);
      if (isFailure(plan)) this.failure.set(plan);
      else this.plan.set(plan);
    } catch (error) {
      this.failure.set({
        path: 'the file',
        message: error instanceof Error ? error.message : String(error),
        remedy: 'Nothing was changed.',
      });
    } finally {
      this.busy.set('');
    }
  }

  protected async carryOut(plan: ImportPlan): Promise<void> {
    this.busy.set('Importing…');
    try {
      const jobId = await plan.carryOut();
      this.plan.set(null);
      this.done.set('Imported.');
      if (jobId) await this.router.navigate(['/job', jobId, 'book-in']);
    } catch (error) {
      this.failure.set({
        path: 'writing',
        message: error instanceof Error ? error.message : String(error),
        remedy: 'Nothing was changed; make room and try again.',
      });
    } finally {
      this.busy.set('');
    }
  }
}
