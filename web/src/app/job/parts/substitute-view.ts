import { ChangeDetectionStrategy, Component, computed, inject, resource, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { partOf } from '@amber-relay/core/card';
import {
  betterNames,
  compareLegs,
  compareRatings,
  noteOf,
  partNotes,
  readLegs,
  readRatings,
  usedBeforeText,
  type BetterWhen,
  type SubstituteVerdict,
} from '@amber-relay/core/parts';
import { fromStore } from '../../storage/from-store';
import { JobHistory } from '../../storage/job-history';
import { ShopRepository } from '../../storage/shop-repository';
import { Field } from '../../ui/field';
import { LegsDrawing } from '../../ui/legs-drawing';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { ListOnBench } from './list-on-bench';
import { emptySubstitute, SubstituteDraft, type SubstituteTyped } from './substitute-draft';

type Side = 'original' | 'candidate';
const verdictWords: Readonly<Record<SubstituteVerdict, string>> = {
  same: 'The same in all that is rated',
  better: 'At least as good in all that is rated',
  check: 'Not all is known',
  no: 'It falls short',
};
const nextBetter: Readonly<Record<BetterWhen, BetterWhen>> = { more: 'less', less: 'same', same: 'more' };

/** Whether one part can stand for another: ratings and legs side by side, who used it before; kept as evidence. */
@Component({
  selector: 'app-substitute-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, LegsDrawing, MatButton, RouterLink],
  templateUrl: './substitute-view.html',
  styleUrls: ['../stages/stage.scss', './substitute-view.scss'],
})
export class SubstituteView {
  protected readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  private readonly list = inject(ListOnBench);
  private readonly history = inject(JobHistory);
  private readonly shop = inject(ShopRepository);
  private readonly stock = fromStore('the stock', this.shop.stock$, []);
  private readonly cards = fromStore('the cards', this.shop.cards$, []);
  private readonly kept = resource({ params: () => this.job.tape().length, loader: () => this.history.substitutes() });
  protected readonly sides = [
    { of: 'original', name: 'What was in', said: 'what was in', ratings: 'originalRatings', legs: 'originalLegs' },
    { of: 'candidate', name: 'What may stand for it', said: 'what may stand for it', ratings: 'candidateRatings', legs: 'candidateLegs' },
  ] as const;
  protected readonly betterNames = betterNames;
  protected readonly verdictWords = verdictWords;

  protected readonly typed = inject(SubstituteDraft).typed;
  private readonly turned = signal<Readonly<Record<string, BetterWhen>>>({});

  /** The parts of the job's list, to begin with one of them. */
  protected readonly listed = computed(() => this.list.parts().filter(({ state }) => state !== 'fitted' && state !== 'left'));
  private readonly notes = computed(() =>
    partNotes({ stock: this.stock(), cards: this.cards(), kept: this.kept.hasValue() ? this.kept.value() : [] }),
  );
  protected readonly names = computed(() =>
    [...new Set([...this.stock().map(({ part }) => part), ...this.notes().map(({ part }) => part)])].sort(),
  );

  /** What stands for a side: what is typed, and where nothing is, what is known of the part. */
  private readonly standing = computed(() => {
    const typed = this.typed();
    const of = (side: Side) => {
      const note = noteOf(this.notes(), typed[side]);
      return {
        note,
        ratings: typed[`${side}Ratings`].trim() || (note?.ratings ?? ''),
        legs: typed[`${side}Legs`].trim() || (note?.legs ?? ''),
      };
    };
    return { original: of('original'), candidate: of('candidate') };
  });
  protected readonly read = computed(() => ({
    original: readRatings(this.standing().original.ratings),
    candidate: readRatings(this.standing().candidate.ratings),
  }));
  protected readonly compared = computed(() => compareRatings(this.read().original.ratings, this.read().candidate.ratings, this.turned()));
  protected readonly legs = computed(() => ({
    original: readLegs(this.standing().original.legs),
    candidate: readLegs(this.standing().candidate.legs),
  }));
  protected readonly legsCompared = computed(() => compareLegs(this.legs().original, this.legs().candidate));
  protected readonly apart = computed(() => this.legsCompared().rows.flatMap(({ leg, same }) => (same ? [] : [leg])));

  private readonly used = resource({
    params: () => ({ original: this.typed().original.trim(), candidate: this.typed().candidate.trim(), id: this.job.jobId() }),
    loader: ({ params }) => this.history.usedBefore(params.original, params.candidate, params.id),
  });
  protected readonly before = computed(() => (this.used.hasValue() ? usedBeforeText(this.used.value()) : ''));
  protected readonly ready = computed(() => this.typed().original.trim() !== '' && this.typed().candidate.trim() !== '');

  protected known(side: Side, of: 'ratings' | 'legs'): string {
    const { note } = this.standing()[side];
    const typed = this.typed()[`${side}${of === 'ratings' ? 'Ratings' : 'Legs'}`].trim();
    return !typed && note?.[of] ? `Known from ${note.from.join(', ')}: ${note[of]}` : '';
  }

  protected set(field: keyof SubstituteTyped, text: string): void {
    this.typed.update((typed) => ({ ...typed, [field]: text }));
    if (field !== 'designator') return;
    // The place says what was in, unless that was typed.
    const name = text.trim().toUpperCase();
    const card = this.job.card();
    const part = this.list.parts().find(({ designator }) => designator === name);
    const was = part?.old || (card && partOf(card, name)?.value) || '';
    if (was && !this.typed().original.trim()) this.typed.update((typed) => ({ ...typed, original: was }));
  }

  protected turn(name: string, better: BetterWhen): void {
    this.turned.update((turned) => ({ ...turned, [name]: nextBetter[better] }));
  }

  protected async keep(): Promise<void> {
    const typed = this.typed();
    const { rows, verdict } = this.compared();
    const { fit, says } = this.legsCompared();
    const { original, candidate } = this.standing();
    const designator = typed.designator.trim().toUpperCase();
    const text = typed.text.trim();
    const kept = await this.writer.keep({
      kind: 'substitute',
      ...(designator ? { designator } : {}),
      original: typed.original.trim(),
      candidate: typed.candidate.trim(),
      verdict,
      rows: rows.map((row) => ({ ...row })),
      ...(original.legs || candidate.legs ? { legs: { original: original.legs, candidate: candidate.legs, fit, says } } : {}),
      ...(this.before() ? { before: this.before() } : {}),
      ...(text ? { text } : {}),
    });
    if (kept && this.typed() === typed) this.typed.set(emptySubstitute);
  }
}
