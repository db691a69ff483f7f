import { afterNextRender, ChangeDetectionStrategy, Component, computed, inject, resource, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { ActivatedRoute } from '@angular/router';
import { CoreError } from '@amber-relay/core/errors';
import { formatVersion, programVersion } from '@amber-relay/core/format';
import { fromStore } from '../storage/from-store';
import { ArchiveService, type ImportFailure } from '../storage/archive-service';
import { Clock } from '../ui/clock';
import { StoreKeeper } from '../storage/store-keeper';
import { ShopRepository } from '../storage/shop-repository';
import { wasTold } from '../storage/write-gate';
import { CopyPanel } from './copy-panel';
import { ImportPanel } from './import-panel';
import { SettingsForm } from './settings-form';
import { SharedPanel } from './shared-panel';
import { SheetForm } from './sheet-form';
import { saveFile } from '../ui/save-file';

const megabytes = (bytes: number): string => (bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${(bytes / 1e6).toFixed(1)} MB`);

/** Archive: the shop as a file, files taken in, how much room is left, and the shop's own particulars. */
@Component({
  selector: 'app-archive-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CopyPanel, ImportPanel, MatButton, MatIcon, SettingsForm, SharedPanel, SheetForm],
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
        <app-import-panel #importing class="panel" />
        <app-copy-panel class="panel" />
        <app-shared-panel class="panel" (asked)="importing.show($event.name, $event.plan)" />
        <section class="panel">
          <h2>The program</h2>
          <p>Version {{ program }}. It reads files of formats 1 to {{ format }}, and writes {{ format }}.</p>
          <p>What ships with it stands under <a href="licences.txt" target="_blank">licences of their own</a>.</p>
        </section>
        <app-settings-form id="shop" class="panel wide" />
        <app-sheet-form id="sheet" class="panel wide" />
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
  `,
})
export class ArchivePage {
  protected readonly program = programVersion;
  protected readonly format = formatVersion;
  protected readonly archives = inject(ArchiveService);
  private readonly shop = inject(ShopRepository);
  private readonly keeper = inject(StoreKeeper);
  private readonly settings = fromStore('the settings of the shop', this.shop.settings$);
  private readonly storage = resource({ loader: () => this.shop.storageState() });
  protected readonly busy = signal('');
  /** Why the shop could not be carried away. */
  protected readonly notPacked = signal<ImportFailure | null>(null);

  constructor() {
    const { fragment } = inject(ActivatedRoute).snapshot;
    afterNextRender(() => fragment && document.getElementById(fragment)?.scrollIntoView());
  }

  private readonly clock = inject(Clock);
  private readonly daysSince = computed(() => {
    const at = this.settings()?.lastArchiveAt;
    return at === undefined ? undefined : Math.max(0, Math.floor((this.clock.minute() - Date.parse(at)) / 86_400_000));
  });
  protected readonly stale = computed(() => (this.daysSince() ?? 99) > 7);
  protected readonly lastArchive = computed(() => {
    const days = this.daysSince();
    if (days === undefined) return 'No archive of this shop has been made yet. Make one, and keep it on another machine.';
    return days === 0 ? 'The last archive was made today.' : `The last archive was made ${days} ${days === 1 ? 'day' : 'days'} ago.`;
  });
  protected readonly room = computed(() => {
    const state = this.storage.value();
    if (!state) return 'Working it out…';
    // What a browser tells of the room that is left is a rounded figure; whether there is any was tried.
    const left = { fine: 'the disk has room', low: 'the disk is nearly full: only entries are taken', full: 'the disk is full' }[
      this.keeper.room()
    ];
    return `${megabytes(state.usedBytes)} used in this browser; ${left}.`;
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
      // First the file, then the note of it: were there no room for the note, the file is safe all the same.
      saveFile(name, zip);
      await this.archives.noteHandedOver();
    } catch (error) {
      if (wasTold(error)) return;
      if (!(error instanceof CoreError)) throw error;
      this.notPacked.set(error);
    } finally {
      this.busy.set('');
    }
  }
}
