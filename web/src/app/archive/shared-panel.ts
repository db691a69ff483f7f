import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { CoreError } from '@amber-relay/core/errors';
import type { ImportPlan } from '../storage/import-plans';
import { SharedFolder, type Exchanged } from '../storage/shared-folder';
import { wasTold } from '../storage/write-gate';

/** A folder that several benches reach: one press joins what the others laid there, and lays this shop there for them. */
@Component({
  selector: 'app-shared-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  template: `
    <h2>Several benches, one folder</h2>
    @if (shared.folder(); as folder) {
      <p>Exchanged through “{{ folder.name }}”: jobs, tapes, stock and cards come together by their entries, and counts add up.</p>
      <div class="row">
        <button mat-stroked-button (click)="exchange()" [disabled]="busy()">{{ busy() ? 'Exchanging…' : 'Exchange now' }}</button>
        <button class="chip" (click)="shared.choose()" [disabled]="busy()">Another folder</button>
        <button class="chip" (click)="shared.forget()" [disabled]="busy()">Share no longer</button>
      </div>
    } @else if (shared.possible && shared.folder() === undefined) {
      <p class="quiet">Looking…</p>
    } @else if (shared.possible) {
      <p class="quiet">
        On a disk or share that each bench reaches. Each lays its shop there and joins those of the others, when it is told to. Without one,
        carry archives by hand.
      </p>
      <button class="chip" (click)="shared.choose()">Choose the folder</button>
    } @else {
      <p class="quiet">This browser cannot reach a folder by itself: carry archives from bench to bench by hand.</p>
    }
    @if (failed()) {
      <p class="attention" role="alert">{{ failed() }}</p>
    }
    @if (done(); as all) {
      <div role="status">
        @for (one of all; track one.name) {
          <p>
            <b>{{ one.name }}</b>
          </p>
          @if (one.asks; as plan) {
            <p class="attn">Both changed the same record. Nothing of it is joined yet: say which holds.</p>
            <button class="chip" (click)="asked.emit({ name: one.name, plan })">Answer it</button>
          }
          @if (one.failure; as f) {
            <p class="attn">{{ f.path }}: {{ f.message }} {{ f.remedy }}</p>
          }
          <ul>
            @for (line of one.says; track $index) {
              <li>{{ line }}</li>
            }
          </ul>
        } @empty {
          <p>No other bench has laid its shop there yet.</p>
        }
        <p class="ok">This shop lies there for the others now.</p>
      </div>
    }
  `,
  styles: `
    .row {
      flex-wrap: wrap;
      gap: 8px;
    }
    li {
      padding-left: 14px;
    }
  `,
})
export class SharedPanel {
  protected readonly shared = inject(SharedFolder);
  /** A shop about which something is to be asked before it is joined. */
  readonly asked = output<{ readonly name: string; readonly plan: ImportPlan }>();
  protected readonly busy = signal(false);
  protected readonly failed = signal('');
  protected readonly done = signal<readonly Exchanged[] | null>(null);

  protected async exchange(): Promise<void> {
    this.busy.set(true);
    this.failed.set('');
    this.done.set(null);
    try {
      this.done.set(await this.shared.exchange());
    } catch (error) {
      if (wasTold(error)) return;
      const why = error instanceof CoreError ? `${error.message} ${error.remedy}` : 'The folder is gone, full, or not to be written to.';
      this.failed.set(`It could not be exchanged to the end. ${why} All that is here is kept; try again.`);
    } finally {
      this.busy.set(false);
    }
  }
}
