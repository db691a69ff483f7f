import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { Verdict } from '../ui/verdict';
import { breakSays, type NetFacts, type NetPlace } from './net-facts';

/** What ends at a place, as one has corrected it. */
export interface CorrectedPin {
  readonly place: NetPlace;
  readonly name: string;
  readonly pin: string;
}

/** A line that was pressed: what hangs on it, what should be there and was read, where it is broken, and what may be made of it. */
@Component({
  selector: 'app-net-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatIcon, MatTooltip, Verdict],
  templateUrl: './net-panel.html',
  styles: `
    :host {
      display: block;
      padding: 6px 12px 8px;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    .head {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 10px;
      min-height: 44px;
    }
    .name {
      font: var(--ar-reading);
      font-stretch: var(--ar-stretch-figure);
    }
    .places {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      max-height: 104px;
      overflow-y: auto;
      padding: 4px 0;
    }
    li {
      display: flex;
      background: var(--mat-sys-surface-container-high);
      border-radius: 3px;
    }
    li.quiet {
      background: none;
      align-items: center;
      min-height: 40px;
    }
    .place {
      display: flex;
      align-items: center;
      gap: 8px;
      min-height: 44px;
      padding: 0 10px;
      border: 0;
      background: transparent;
      color: inherit;
      cursor: pointer;
    }
    .edit {
      width: 40px;
      border: 0;
      background: transparent;
      color: var(--mat-sys-on-surface-variant);
      cursor: pointer;
    }
    .edit mat-icon {
      width: 18px;
      height: 18px;
    }
    .correct {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
      padding-top: 4px;
    }
    .correct .box {
      width: 96px;
      text-transform: uppercase;
    }
    p {
      margin: 4px 0;
    }
  `,
})
export class NetPanel {
  readonly facts = input.required<NetFacts>();
  /** Whether other sheets are still being read. */
  readonly going = input(false);
  /** Whether the next press says where it goes on. */
  readonly linking = input(false);
  readonly follow = output();
  readonly explain = output();
  readonly link = output();
  readonly alone = output();
  /** What is in doubt is as it is taken. */
  readonly right = output();
  readonly netlist = output();
  readonly closed = output();
  readonly place = output<NetPlace>();
  readonly corrected = output<CorrectedPin>();
  protected readonly most = 60;
  protected readonly breakSays = breakSays;
  protected readonly editing = signal<NetPlace | null>(null);
  protected readonly name = signal('');
  protected readonly pin = signal('');
  protected readonly doubts = computed(() => this.facts().net.doubts.length);
  protected readonly valid = computed(
    () => /^[A-Z]{1,4}\d{1,4}[A-Z]?$/.test(this.name().trim().toUpperCase()) && /^[\w+-]{1,8}$/.test(this.pin().trim()),
  );

  protected isPoint = ({ pin }: NetPlace): boolean => pin === '';

  protected begin(place: NetPlace): void {
    this.name.set(place.name);
    this.pin.set(place.pin);
    this.editing.set(place);
  }

  protected keep(place: NetPlace): void {
    if (!this.valid()) return;
    this.corrected.emit({ place, name: this.name().trim().toUpperCase(), pin: this.pin().trim().toUpperCase() });
    this.editing.set(null);
  }
}
