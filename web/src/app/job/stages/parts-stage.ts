import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import { partOf } from '@amber-relay/core/card';
import { agedBeside, ownerMessage } from '@amber-relay/core/job';
import { ofKind } from '@amber-relay/core/tape';
import { moneyText } from '@amber-relay/core/money';
import { Router, RouterLink } from '@angular/router';
import { JobOnBench } from '../job-on-bench';
import { Clock } from '../../ui/clock';
import { LineOffer } from '../line-offer';
import { reportOf } from '../print/paper-of';
import { TapeWriter } from '../tape-writer';
import { Suspicion } from '../trace/suspicion';
import { ListOnBench } from '../parts/list-on-bench';
import { PartsList } from '../parts/parts-list';
import { PartsForm } from './parts-form';
import { ProofCaution } from './proof-caution';

/** Parts: what Trace points at, what has been proved, and the record of what was fitted. */
@Component({
  selector: 'app-parts-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, PartsForm, PartsList, ProofCaution, RouterLink],
  template: `
    <header class="head">
      <h1>Parts</h1>
      <span class="quiet grow">Prove the part before it is changed; look for the cause as well as the casualty.</span>
      <a mat-stroked-button [routerLink]="['/job', job.jobId(), 'parts', 'substitute']">Compare a substitute</a>
    </header>
    <div class="body stack">
      <app-proof-caution />
      @if (suspects().length) {
        <section class="panel">
          <h2>Likeliest parts of the {{ leading()?.name }}</h2>
          <ul>
            @for (p of suspects(); track p.designator) {
              <li>
                <span class="fig">{{ p.designator }}</span><span class="grow">{{ p.value }}</span
                ><span class="fig">{{ p.share }}</span>
                <button class="chip" (click)="prove(p.designator, 'bad')" [attr.aria-label]="p.designator + ' measured bad'">
                  measured bad
                </button>
                <button class="chip" (click)="prove(p.designator, 'good')" [attr.aria-label]="p.designator + ' measured good'">
                  measured good
                </button>
                @if (!listed().has(p.designator)) {
                  <button class="chip" (click)="put(p.designator)" [attr.aria-label]="p.designator + ' onto the list'">
                    onto the list
                  </button>
                }
              </li>
            }
          </ul>
        </section>
      }
      @if (aged(); as names) {
        <p>
          Aged beside the repair, and still the old ones: <b class="fig">{{ names }}</b>.
          <button class="chip" (click)="listAged()">Put them on the list</button>
        </p>
      }
      <app-parts-list />
      <section>
        <h2>One part replaced, with its reason and proof</h2>
        <app-parts-form (kept)="toRepair()" />
      </section>
      <section>
        <h2>Fitted on this job</h2>
        <table class="plain">
          <thead>
            <tr>
              <th>Part</th>
              <th>Old</th>
              <th>New</th>
              <th>Why, proof</th>
              <th class="num">Price</th>
            </tr>
          </thead>
          <tbody>
            @for (f of fits(); track f.id) {
              <tr>
                <td class="fig">{{ f.designator }}</td>
                <td>{{ f.oldPart }}</td>
                <td>{{ f.quantity > 1 ? f.quantity + ' × ' : '' }}{{ f.newPart }}</td>
                <td>{{ f.why }}{{ f.why && f.proof ? '; ' : '' }}{{ f.proof }}</td>
                <td class="fig num">{{ money(f.priceMinor * f.quantity) }}</td>
              </tr>
            } @empty {
              <tr>
                <td colspan="5" class="quiet">Nothing fitted yet.</td>
              </tr>
            }
          </tbody>
        </table>
      </section>
      <section class="acts" aria-label="The owner">
        <button mat-stroked-button (click)="message()">Copy a message to the owner</button>
        <button mat-stroked-button (click)="line.offer('asked ')">Asked</button>
        <button mat-stroked-button (click)="line.offer('approved up to ')">Approved up to</button>
        <button mat-stroked-button (click)="line.offer('refused ')">Refused</button>
      </section>
      @if (uncopied(); as text) {
        <textarea class="box" rows="6" readonly aria-label="Message to the owner">{{ text }}</textarea>
      }
      <section class="acts">
        <button mat-stroked-button (click)="wait()">Waits for a part</button>
        <button mat-stroked-button (click)="writer.keep({ kind: 'wait', reason: 'nothing', text: '' })">Waits for nothing</button>
      </section>
    </div>
  `,
  styleUrl: './stage.scss',
  styles: `
    li {
      display: flex;
      align-items: center;
      gap: 10px;
      min-height: 44px;
      flex-wrap: wrap;
      padding: 2px 0;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    li .grow {
      min-width: 120px;
    }
  `,
})
export class PartsStage {
  protected readonly job = inject(JobOnBench);
  protected readonly writer = inject(TapeWriter);
  private readonly suspicion = inject(Suspicion);
  protected readonly line = inject(LineOffer);
  private readonly snack = inject(MatSnackBar);
  /** The message where it could not be copied. */
  protected readonly uncopied = signal('');
  private readonly list = inject(ListOnBench);
  private readonly router = inject(Router);
  private readonly clock = inject(Clock);
  protected readonly fits = computed(() => ofKind(this.job.stood(), 'fit'));
  private readonly top = computed(() => [...(this.suspicion.open()?.sections ?? [])].sort((a, b) => b.chance - a.chance)[0]);
  protected readonly leading = computed(() => {
    const top = this.top();
    return top && top.chance >= 0.2 ? { name: this.job.sectionName(top.section) } : null;
  });
  /** What this shop renews beside a repair, where it has said that it does. */
  private readonly agedParts = computed(() =>
    this.job.settings()?.policy === 'renew' ? agedBeside(this.job.card(), this.job.stood(), this.clock.now().getTime()) : [],
  );
  protected readonly aged = computed(() =>
    this.agedParts()
      .filter((name) => !this.listed().has(name))
      .join(', '),
  );
  protected readonly suspects = computed(() => {
    const card = this.job.card();
    if (!card || !this.leading()) return [];
    return (this.top()?.parts ?? [])
      .slice(0, 4)
      .map(({ designator, share }) => ({ designator, share: `${Math.round(share * 100)}`, value: partOf(card, designator)?.value ?? '' }));
  });

  protected money(minor: number): string {
    return moneyText(minor, this.job.currency());
  }

  protected prove(designator: string, result: 'good' | 'bad'): void {
    void this.writer.keep({ kind: 'proof', designator, result });
  }

  /** The message as text, for whatever way it is sent; shown where the browser does not let it be copied. */
  protected async message(): Promise<void> {
    const [file, shop] = [this.job.file(), this.job.settings()];
    if (!file || !shop) return;
    const text = ownerMessage(reportOf(file, this.job.tape(), shop, this.clock.now().getTime()), this.list.parts());
    try {
      await navigator.clipboard.writeText(text);
      this.uncopied.set('');
      this.snack.open('The message is on the clipboard.', undefined, { duration: 4000 });
    } catch {
      this.uncopied.set(text);
    }
  }

  protected wait(): void {
    const part = this.suspects()[0];
    const order = this.list.toOrder().map((line) => `${line.count} × ${line.part}`);
    const text = order.length ? order.join(', ') : part ? `${part.designator} ${part.value}` : 'a part on order';
    void this.writer.keep({ kind: 'wait', reason: 'part', text });
  }

  protected readonly listed = computed(() => new Set(this.list.parts().map(({ designator }) => designator)));
  protected put(designator: string): void {
    void this.writer.keep(this.list.of(designator, {}));
  }

  /** What goes in is what is in. */
  protected listAged(): void {
    const names = this.agedParts().filter((name) => !this.listed().has(name));
    void this.writer.keepAll(names.map((name) => this.list.of(name, {})));
  }

  /** After a part is fitted the re-test list is what one wants to see. */
  protected toRepair(): void {
    void this.router.navigate(['/job', this.job.jobId(), 'repair']);
  }
}
