import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { fromStore } from '../storage/from-store';
import { ArchiveService } from '../storage/archive-service';
import { ShopRepository } from '../storage/shop-repository';
import { CardSheets } from './card-sheets';
import { SheetsDesk } from './sheets-desk';
import { saveFile } from '../ui/save-file';

/** The sheets of a card by themselves, without a job: to add, pin and follow lines. */
@Component({
  selector: 'app-card-sheets-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SheetsDesk, RouterLink, MatButton],
  providers: [CardSheets],
  template: `
    @if (card(); as c) {
      <nav>
        <a mat-stroked-button [routerLink]="['/cards', c.id]">Back to {{ c.chassis }}</a>
        <span class="grow"></span>
        <a mat-stroked-button [routerLink]="['/cards', c.id, 'manual']">Read into the card</a>
        <button mat-stroked-button (click)="save()">Card and sheets as a file</button>
      </nav>
      <app-sheets-desk [at]="at()" [section]="section()" [sheet]="sheet()" (went)="went($event)" />
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      height: 100%;
      min-height: 0;
    }
    nav {
      display: flex;
      gap: 10px;
      padding: 6px 12px 0;
    }
    app-sheets-desk {
      flex: 1;
    }
  `,
})
export class CardSheetsPage {
  readonly id = input.required<string>();
  /** From the address: the part or point, or the section, to show. */
  readonly at = input<string>();
  readonly section = input<string>();
  /** From the address: the sheet to lay on the desk, by its id. */
  readonly sheet = input<string>();
  private readonly router = inject(Router);
  private readonly archives = inject(ArchiveService);
  private readonly cards = fromStore('the cards', inject(ShopRepository).cards$, []);
  protected readonly card = computed(() => this.cards().find((c) => c.id === this.id()));

  constructor() {
    const sheets = inject(CardSheets);
    effect(() => sheets.card.set(this.card()));
  }

  protected went(name: string): void {
    void this.router.navigate([], { queryParams: { at: name }, replaceUrl: true });
  }

  protected async save(): Promise<void> {
    const { name, zip } = await this.archives.exportCard(this.id());
    saveFile(name, zip);
  }
}
