import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { quotesOf } from '@amber-relay/core/job';
import { priceTable } from '@amber-relay/core/paper';
import { moneyText, parseMoney } from '@amber-relay/core/money';
import type { TapeBody } from '@amber-relay/core/tape';
import { chargeActs, chargeNames, paidActs, paidNames, type ChargeAct, type PaidAct } from '@amber-relay/core/words';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Field } from '../../ui/field';
import { PaperTableView } from '../print/paper-table';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { EarnedPanel } from './earned-panel';
import { HandBackViews } from './hand-back-views';
import { SettleDraft } from './settle-draft';
import { SheetOnBench } from './sheet-on-bench';
import { SignatureBox } from './signature-box';

type Act = ChargeAct | PaidAct | 'quote';

const letters = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'.split('');

/** What the job costs, what came in for it, and who signs that all is as the sheet says. */
@Component({
  selector: 'app-settle-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, EarnedPanel, Field, FormsModule, HandBackViews, MatButton, PaperTableView, SignatureBox],
  providers: [SheetOnBench],
  template: `
    <header class="head">
      <h1>Price and signature</h1>
      <app-hand-back-views />
    </header>
    <div class="body sides" tabindex="0" role="group" aria-label="Price and signature">
      <section aria-labelledby="price">
        <h2 id="price">Price</h2>
        @if (table(); as t) {
          <app-paper-table [table]="t" />
        }
        @if (quotes().length) {
          <ul class="quotes" aria-label="What was quoted">
            @for (quote of quotes(); track quote.option) {
              <li>
                <b class="fig">{{ quote.option }}</b>
                <span class="grow">{{ quote.text || 'without words' }}</span>
                <span class="fig">{{ quote.amount }}</span>
                <button mat-stroked-button (click)="approve(quote.option)" [attr.aria-label]="'Option ' + quote.option + ' was approved'">
                  Approved
                </button>
              </li>
            }
          </ul>
          <p class="quiet">With tax, parts and work. The message to the owner, in Parts, offers them by their letters.</p>
        }
        <form (ngSubmit)="keepMoney()" aria-label="A line of the price, or money">
          <app-choice label="What is it?" [options]="acts" [(value)]="act" />
          <div class="row">
            <app-field [label]="act() === 'quote' ? 'All of option ' + nextOption() + ', before tax' : 'Sum'" [refusal]="refusal()">
              <input
                class="box fig few"
                name="sum"
                inputmode="decimal"
                [ngModel]="sum()"
                (ngModelChange)="sum.set($event); refusal.set('')"
                [placeholder]="open()"
                autocomplete="off"
              />
            </app-field>
            <app-field [label]="isPaid() ? 'By which way' : act() === 'quote' ? 'What is done for it' : 'For what'" class="grow">
              <input class="box" name="for" [ngModel]="text()" (ngModelChange)="text.set($event)" autocomplete="off" />
            </app-field>
            <button mat-stroked-button type="submit">Keep</button>
          </div>
        </form>
        <app-earned-panel />
      </section>
      <section aria-labelledby="signature">
        <h2 id="signature">Signature</h2>
        @for (one of signed(); track $index) {
          <p class="done">Signed by {{ one.who }}: {{ one.text }}</p>
        }
        <app-field label="What is signed">
          <textarea class="box" name="words" rows="2" [ngModel]="draft.wordsNow()" (ngModelChange)="draft.words.set($event)"></textarea>
        </app-field>
        <app-field label="Whose name" [refusal]="nameless()">
          <input
            class="box"
            name="who"
            [ngModel]="draft.whoNow()"
            (ngModelChange)="draft.who.set($event); nameless.set('')"
            autocomplete="off"
          />
        </app-field>
        <app-signature-box (written)="strokes.set($event)" />
        <div class="acts">
          <button mat-flat-button (click)="keepSignature()">
            {{ strokes().length ? 'Keep the signature' : 'Keep without a signature' }}
          </button>
          <button mat-stroked-button (click)="clear()" [disabled]="!strokes().length">Clear the box</button>
        </div>
      </section>
    </div>
  `,
  styleUrl: '../stages/stage.scss',
  styles: `
    .sides {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
      gap: 16px 24px;
      align-content: start;
    }
    section {
      display: flex;
      flex-direction: column;
      gap: 10px;
      min-width: 0;
    }
    form {
      display: flex;
      flex-direction: column;
      gap: 8px;
      margin-top: 8px;
    }
    .row {
      display: flex;
      gap: 10px;
      align-items: flex-end;
      flex-wrap: wrap;
    }
    .quotes li {
      display: flex;
      align-items: center;
      gap: 12px;
      min-height: 48px;
      border-bottom: 1px solid var(--mat-sys-outline-variant);
    }
    .few {
      width: 130px;
    }
    .row .grow {
      flex: 1 1 180px;
    }
  `,
})
export class SettleView {
  private readonly writer = inject(TapeWriter);
  private readonly job = inject(JobOnBench);
  private readonly sheet = inject(SheetOnBench);
  private readonly box = viewChild.required(SignatureBox);

  protected readonly table = computed(() => {
    const report = this.sheet.report();
    return report && priceTable(report);
  });
  protected readonly signed = computed(() => this.sheet.report()?.signed ?? []);
  protected readonly acts: readonly ChoiceOption<Act>[] = [
    ...paidActs.map((value) => ({ value, name: paidNames[value] })),
    ...chargeActs.map((value) => ({ value, name: chargeNames[value] })),
    { value: 'quote', name: 'Quote, to be chosen' },
  ];
  protected readonly quotes = computed(() => this.sheet.report()?.quotes ?? []);
  /** The next letter that is free; after the last the first counts anew. */
  protected readonly nextOption = computed(() => {
    const taken = quotesOf(this.job.stood()).map(({ option }) => option);
    return letters.find((letter) => !taken.includes(letter)) ?? 'A';
  });
  protected readonly draft = inject(SettleDraft);
  protected readonly act = this.draft.act;
  protected readonly isPaid = computed(() => paidActs.some((act) => act === this.act()));
  protected readonly sum = this.draft.sum;
  protected readonly text = this.draft.text;
  protected readonly refusal = signal('');
  /** What is still to be paid, offered where a payment is typed. */
  protected readonly open = computed(() => {
    const report = this.sheet.report();
    return this.act() === 'payment' && report && report.toPayMinor !== undefined && report.toPayMinor > 0
      ? moneyText(report.toPayMinor)
      : '';
  });

  protected readonly nameless = signal('');
  protected readonly strokes = signal<readonly (readonly number[])[]>([]);

  protected async keepMoney(): Promise<void> {
    // What is offered in the field counts where nothing else is typed.
    const typed = this.sum().trim() || this.open();
    const amountMinor = parseMoney(typed);
    if (!amountMinor) {
      this.refusal.set(`"${typed}" is not a sum. Write it like 42.10.`);
      return;
    }
    const text = this.text().trim();
    const of = { amountMinor, ...(text ? { text } : {}) };
    const paid = paidActs.find((act) => act === this.act());
    const charged = chargeActs.find((act) => act === this.act());
    const body: TapeBody = paid
      ? { kind: 'paid', act: paid, ...of }
      : charged
        ? { kind: 'charge', act: charged, ...of }
        : { kind: 'quote', option: this.nextOption(), ...of };
    if (!(await this.writer.keep(body))) return;
    this.sum.set('');
    this.text.set('');
  }

  protected async approve(option: string): Promise<void> {
    await this.writer.keep({ kind: 'talk', act: 'approved', text: `option ${option}`, option });
  }

  protected clear(): void {
    this.box().clear();
  }

  protected async keepSignature(): Promise<void> {
    const who = this.draft.whoNow().trim();
    if (!who) return this.nameless.set('Write whose name it is.');
    const strokes = this.strokes().map((stroke) => [...stroke]);
    if (await this.writer.keep({ kind: 'signed', who, text: this.draft.wordsNow().trim(), strokes })) this.clear();
  }
}
