import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { ListedPart } from '@amber-relay/core/job';
import { moneyText } from '@amber-relay/core/money';
import { ofKind } from '@amber-relay/core/tape';
import { listedNames, type ListedState } from '@amber-relay/core/words';
import { Verdict } from '../../ui/verdict';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { TapeWriter } from '../tape-writer';
import { ListOnBench } from './list-on-bench';
import { OrderLines } from './order-lines';
import { PolarityCheck } from './polarity-check';
import { PressParts } from './press-parts';
import { StandsWalk } from './stands-walk';
import { TakeParts } from './take-parts';

const count = (n: number, what: string): string => `${n} ${n === 1 ? what : `${what}s`}`;

/** The parts list of the job: what goes where, from which drawer, whether it fits, how it stands, and where it has got to. */
@Component({
  selector: 'app-parts-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatButton,
    MatIcon,
    MatIconButton,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    OrderLines,
    PolarityCheck,
    PressParts,
    StandsWalk,
    TakeParts,
    Verdict,
  ],
  templateUrl: './parts-list.html',
  styleUrl: './parts-list.scss',
})
export class PartsList {
  protected readonly list = inject(ListOnBench);
  private readonly job = inject(JobOnBench);
  private readonly line = inject(LineOffer);
  private readonly writer = inject(TapeWriter);
  private readonly snack = inject(MatSnackBar);
  protected readonly open = signal<'take' | 'stands' | 'picture' | null>(null);

  protected readonly rows = computed(() =>
    this.list.parts().map((part) => {
      const { fit, state, value } = part;
      const done = state === 'fitted' ? fit : undefined;
      // Where nothing goes in, nothing is taken.
      const chosen = state === 'fitted' || state === 'left' ? undefined : this.list.itemOf(part);
      return {
        part,
        goesIn: state === 'left' ? '' : (done?.newPart ?? chosen?.item.part ?? value),
        from: done?.source ?? chosen?.item.drawer ?? '',
        against:
          state === 'fitted' || state === 'left'
            ? []
            : [...(chosen?.against ?? this.list.againstTyped(part)), ...(this.list.touching().get(part.designator) ?? [])],
        state: `${listedNames[part.state]}${part.why ? `: ${part.why}` : ''}`,
      };
    }),
  );
  protected readonly says = computed(() => {
    const parts = this.list.parts();
    const of = (state: ListedState): number => parts.filter((part) => part.state === state).length;
    const states = (['suspect', 'wanted', 'ordered', 'here', 'fitted', 'left'] as const).filter((state) => of(state) > 0);
    return [count(parts.length, 'part'), ...states.map((state) => `${of(state)} ${state === 'left' ? 'left' : listedNames[state]}`)].join(
      ', ',
    );
  });
  /** What those that are chosen and to be fitted cost. */
  protected readonly cost = computed(() => {
    const minor = this.list.fitAll().fits.reduce((sum, { priceMinor }) => sum + priceMinor, 0);
    return minor ? moneyText(minor, this.job.currency()) : '';
  });
  /** Why some cannot be fitted yet, each reason once with its parts. */
  protected readonly hindered = computed(() => {
    const by = new Map<string, string[]>();
    for (const { designator, why } of this.list.fitAll().not) by.set(why, [...(by.get(why) ?? []), designator]);
    return [...by].map(
      ([why, names]) => `${names.slice(0, 6).join(', ')}${names.length > 6 ? ` and ${names.length - 6} more` : ''}: ${why}`,
    );
  });

  protected async choose(): Promise<void> {
    await this.writer.keepAll(this.list.choosing());
  }

  protected async fitAll(): Promise<void> {
    const { fits } = this.list.fitAll();
    if (await this.writer.keepAll(fits)) this.snack.open(`${count(fits.length, 'part')} fitted.`, 'Close', { duration: 5000 });
  }

  protected set(part: ListedPart, state: 'suspect' | 'wanted' | 'ordered' | 'here'): void {
    void this.writer.keep(this.list.of(part.designator, { state }));
  }

  /** Puts the beginning of a line into the entry line, where the rest is typed. */
  protected say(part: ListedPart, more: string): void {
    this.line.offer(`list ${part.designator.toLowerCase()} ${more} `);
  }

  protected measure(part: ListedPart): void {
    this.line.offer(`${part.designator.toLowerCase()} `);
  }

  /** Takes a part off the list: what was said of it is struck, and comes back with Undo on the tape. */
  protected async drop({ designator }: ListedPart): Promise<void> {
    const own = ofKind(this.job.stood(), 'listed').filter((entry) => entry.designator === designator);
    await this.writer.keepAll(own.map(({ id }) => ({ kind: 'strike', entry: id, reason: 'taken off the list' })));
  }
}
