import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { catchError, of } from 'rxjs';
import { ArchiveService, saveFile } from '../storage/archive-service';
import { ShopRepository } from '../storage/shop-repository';
import { CardSheets } from './card-sheets';
import { SheetsDesk } from './sheets-desk';

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
        <button mat-stroked-button (click)="save()">Card and sheets as a file</button>
      </nav>
      <app-sheets-desk />
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
      padding: 6px 12px 0;
    }
    app-sheets-desk {
      flex: 1;
    }
  `,
})
export class CardSheetsPage {
  readonly id = input.required<string>();
  private readonly archives = inject(ArchiveService);
  private readonly cards = toSignal(inject(ShopRepository).cards$.pipe(catchError(() => of([]))), { initialValue: [] });
  protected readonly card = computed(() => this.cards().find((c) => c.id === this.id()));

  constructor() {
    const sheets = inject(CardSheets);
    effect(() => sheets.card.set(this.card()));
  }

  protected async save(): Promise<void> {
    const { name, zip } = await this.archives.exportCard(this.id());
    saveFile(name, zip);
  }
}
