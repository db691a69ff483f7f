import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { checksBeforePower, directionCheck } from '@amber-relay/core/job';
import { ofKind, type TapeBody } from '@amber-relay/core/tape';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { ListOnBench } from './list-on-bench';

/** How the new parts stand, held against what was noted of the old ones, after cleaning and before power: all by one press but those that do not. */
@Component({
  selector: 'app-polarity-check',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  template: `
    @if (parts().length) {
      <section class="panel" aria-label="Polarity before power">
        <h2>Before power: does each stand as the old one did?</h2>
        <p class="quiet">Clean, look at each again, and mark those that do not; then keep it for all.</p>
        <ul>
          @for (part of parts(); track part.designator) {
            <li>
              <span class="fig">{{ part.designator }}</span>
              <span class="stood">{{ part.stands || 'not noted' }}</span>
              <button
                class="chip"
                [attr.aria-pressed]="odd().has(part.designator)"
                [attr.aria-label]="part.designator + ' does not stand so'"
                (click)="mark(part.designator)"
              >
                {{ odd().has(part.designator) ? 'wrong' : part.polarity === 'wrong' ? 'was wrong' : 'not so' }}
              </button>
            </li>
          }
        </ul>
        <button mat-flat-button (click)="keep()">{{ act() }}</button>
      </section>
    }
  `,
  styleUrl: '../stages/stage.scss',
  styles: `
    :host {
      height: auto;
    }
    ul {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
      gap: 2px 16px;
      margin: 0 0 10px;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      align-items: center;
      gap: 10px;
      min-height: 44px;
    }
    .stood {
      flex: 1;
      font-size: 18px;
    }
    p {
      margin: 0 0 6px;
    }
  `,
})
export class PolarityCheck {
  private readonly list = inject(ListOnBench);
  private readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  protected readonly parts = this.list.toCheck;
  private readonly marked = signal<ReadonlySet<string>>(new Set());
  protected readonly odd = computed(
    () => new Set(this.parts().flatMap(({ designator }) => (this.marked().has(designator) ? [designator] : []))),
  );
  protected readonly act = computed(() => {
    const [all, odd] = [this.parts().length, this.odd().size];
    if (odd === 0) return all === 1 ? 'It stands so' : `All ${all} stand so`;
    return `${all - odd} stand so, ${odd} ${odd === 1 ? 'does' : 'do'} not`;
  });

  protected mark(designator: string): void {
    this.marked.update(
      (marked) => new Set(marked.has(designator) ? [...marked].filter((each) => each !== designator) : [...marked, designator]),
    );
  }

  protected async keep(): Promise<void> {
    const odd = this.odd();
    const bodies = this.parts().map(({ designator }) => this.list.of(designator, { polarity: odd.has(designator) ? 'wrong' : 'right' }));
    if (await this.writer.keepAll([...bodies, ...this.beforePower(odd.size > 0)])) this.marked.set(new Set());
  }

  /** The check of Repair that asks the same: wrong where one is, and done where the list holds all that was renewed. */
  private beforePower(wrong: boolean): readonly TapeBody[] {
    const asked = checksBeforePower(this.job.card(), this.job.tape()).some(({ check }) => check.id === directionCheck);
    const listed = new Set(this.list.parts().map(({ designator }) => designator));
    const all = ofKind(this.job.stood(), 'fit').every(({ designator }) => listed.has(designator));
    return asked && (wrong || all) ? [{ kind: 'safety', check: directionCheck, result: wrong ? 'wrong' : 'right' }] : [];
  }
}
