import { afterNextRender, ChangeDetectionStrategy, Component, computed, inject, input, output, signal, viewChild } from '@angular/core';
import { MatTooltip } from '@angular/material/tooltip';
import { MatIcon } from '@angular/material/icon';
import type { Sheet } from '@amber-relay/core/sheets';
import { SheetRepository } from '../storage/sheet-repository';
import { ThemeChoice } from '../ui/theme';
import { CardSheets } from './card-sheets';
import { DeskState, type Side } from './desk-state';
import { SheetView, type Pressed, type SheetDoubt, type SheetMark, type SheetNet, type SheetRegion, type SheetStretch } from './sheet-view';

/** So long after the view has come, its list of sheets is filled. */
const patience = 200;

/** One of the two views of the desk: a sheet with its own choice, turn, side and hold. */
@Component({
  selector: 'app-sheet-pane',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIcon, MatTooltip, SheetView],
  template: `
    <header>
      <select [attr.aria-label]="'Sheet in the ' + side() + ' view'" (change)="choose($any($event.target).value)">
        @for (s of listed(); track s.id) {
          <option [value]="s.id" [selected]="s.id === sheet()?.id">{{ s.order }} {{ s.title }}</option>
        }
      </select>
      <span class="tools" role="toolbar" [attr.aria-label]="'Tools of the ' + side() + ' view'">
        @for (tool of tools(); track tool.icon) {
          <button
            class="tool"
            [attr.aria-label]="tool.says"
            [matTooltip]="tool.says"
            [attr.aria-pressed]="tool.on ?? null"
            (click)="tool.act()"
          >
            <mat-icon [svgIcon]="tool.icon" />
          </button>
        }
      </span>
    </header>
    @if (sheet(); as s) {
      @if (sheets.fileOf(s); as file) {
        <app-sheet-view
          [sheet]="s"
          [file]="file"
          [places]="sheets.placesOn(s.id)"
          [marks]="marksOf()(s)"
          [regions]="regionsOf()(s)"
          [stretches]="stretchesOf()(s)"
          [net]="netOf()(s)"
          [doubts]="doubtsOf()(s)"
          [focus]="desk.pane(side()).focus"
          [dark]="dark()"
          (pressed)="pressed.emit($event)"
          (markPressed)="markPressed.emit($event)"
          (doubtPressed)="doubtPressed.emit({ sheet: s, doubt: $event })"
        />
      }
    }
  `,
  styleUrl: './tool.scss',
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-width: 0;
      min-height: 0;
      border-right: 1px solid var(--mat-sys-outline-variant);
    }
    header {
      display: flex;
      align-items: center;
      min-height: 40px;
      padding: 0 4px 0 8px;
    }
    .tools {
      display: flex;
    }
    app-sheet-view {
      flex: 1;
    }
  `,
})
export class SheetPane {
  readonly side = input.required<Side>();
  readonly marksOf = input.required<(sheet: Sheet) => readonly SheetMark[]>();
  readonly regionsOf = input.required<(sheet: Sheet) => readonly SheetRegion[]>();
  readonly stretchesOf = input.required<(sheet: Sheet) => readonly SheetStretch[]>();
  readonly netOf = input.required<(sheet: Sheet) => SheetNet | null>();
  readonly doubtsOf = input.required<(sheet: Sheet) => readonly SheetDoubt[]>();
  readonly doubtPressed = output<{ sheet: Sheet; doubt: SheetDoubt }>();
  readonly pressed = output<Pressed>();
  readonly markPressed = output<SheetMark>();
  protected readonly sheets = inject(CardSheets);
  protected readonly desk = inject(DeskState);
  private readonly repository = inject(SheetRepository);
  private readonly view = viewChild(SheetView);
  private readonly theme = inject(ThemeChoice).theme;
  protected readonly sheet = computed(() => this.desk.sheet(this.side()));
  private readonly settled = signal(false);
  /** The sheet itself comes first; the list of all of them, which may be hundreds, can wait. */
  protected readonly listed = computed(() => (this.settled() ? this.sheets.sheets() : [this.sheet()].filter((s) => s !== undefined)));
  private readonly light = signal<boolean | null>(null);
  /** Light on dark in the dark theme, unless one has said otherwise. */
  protected readonly dark = computed(() => this.light() ?? this.theme() === 'bench');

  protected readonly tools = computed(() => {
    const sheet = this.sheet();
    const change = (patch: Partial<Sheet>): void => void (sheet && this.repository.change(sheet.id, patch));
    return [
      { icon: 'pin', says: 'Hold this view where it is', on: this.desk.pane(this.side()).held, act: () => this.desk.hold(this.side()) },
      { icon: 'turn', says: 'Turn a quarter', act: () => change({ turn: (((sheet?.turn ?? 0) + 90) % 360) as Sheet['turn'] }) },
      {
        icon: 'mirror',
        says: 'See it from the other side',
        on: sheet?.mirrored ?? false,
        act: () => change({ mirrored: !sheet?.mirrored }),
      },
      { icon: 'invert', says: 'Light on dark', on: this.dark(), act: () => this.light.set(!this.dark()) },
      { icon: 'less', says: 'Smaller', act: () => this.view()?.zoomBy(1 / 1.5) },
      { icon: 'add', says: 'Larger', act: () => this.view()?.zoomBy(1.5) },
      { icon: 'whole', says: 'The whole sheet', act: () => this.view()?.whole() },
    ] as { icon: string; says: string; on?: boolean; act: () => void }[];
  });

  constructor() {
    afterNextRender(() => setTimeout(() => this.settled.set(true), patience));
  }

  protected choose(id: string): void {
    this.desk.choose(this.side(), id);
  }
}
