import { computed, inject, Injectable } from '@angular/core';
import { partOf } from '@amber-relay/core/card';
import { listedParts, polarityOpen, type ListedPart } from '@amber-relay/core/job';
import { accessOrder, againstIt, chosenFromStock, fitListed, stillToFit, toOrder, touching, type LiesAt } from '@amber-relay/core/parts';
import { spokenFor } from '@amber-relay/core/orders';
import { laidOn } from '@amber-relay/core/sheets';
import type { TapeBody } from '@amber-relay/core/tape';
import { CardSheets } from '../../sheets/card-sheets';
import { fromStore } from '../../storage/from-store';
import { OrderRepository } from '../../storage/order-repository';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';

/** The parts list of the job on the bench, in the order in which its parts are reached, and what can be done with it as a whole. */
@Injectable()
export class ListOnBench {
  private readonly job = inject(JobOnBench);
  private readonly line = inject(LineOffer);
  private readonly sheets = inject(CardSheets, { optional: true });

  private readonly jobs = fromStore('the jobs in hand', inject(OrderRepository).jobsNow$, []);
  /** The stock without what other jobs come to first, or what was brought for them. */
  private readonly free = computed(() => {
    const row = this.job.file()?.row;
    const stock = this.job.stock().filter(({ forJob }) => forJob === undefined || forJob === row?.id);
    const spoken = spokenFor(this.jobs(), stock);
    return stock.map((item) => {
      const { count = 0, jobs } = spoken.get(item.id) ?? {};
      return { ...item, quantity: Math.max(0, item.quantity - count + (jobs?.get(row?.number ?? 0) ?? 0)) };
    });
  });
  private readonly listed = computed(() => listedParts(this.job.card(), this.job.stood()));
  readonly parts = computed((): readonly ListedPart[] => {
    const listed = this.listed();
    const card = this.job.card();
    const behind = new Map(card?.access.map((step) => [step.id, step.behind] as const) ?? []);
    const order = accessOrder(
      listed.map(({ designator }) => designator),
      (name) => this.placeOf(name) ?? this.spotOf(listed, name),
      (name) => (card ? partOf(card, name)?.access : undefined),
      behind,
    );
    const at = new Map(order.map((name, k) => [name, k]));
    return [...listed].sort((a, b) => (at.get(a.designator) ?? 0) - (at.get(b.designator) ?? 0));
  });
  readonly stillToFit = computed(() => stillToFit(this.parts()));
  /** What would be taken from stock, where nobody has chosen yet. */
  readonly inStock = computed(() => chosenFromStock(this.parts(), this.free()));
  readonly fitAll = computed(() =>
    fitListed(this.parts(), this.job.stock(), {
      priced: this.job.currency() === (this.job.settings()?.currency ?? ''),
      ...(this.line.context().against ? { against: this.line.context().against } : {}),
    }),
  );
  readonly toOrder = computed(() => toOrder(this.parts(), this.free()));
  /** Parts that are still in and stand one way only, of which nobody has noted how. */
  readonly toNote = computed(() => this.stillToFit().filter(({ oneWay, stands }) => oneWay && !stands));
  /** Fitted, and not held against how the old one stood. */
  readonly toCheck = computed(() => {
    const open = new Set(polarityOpen(this.parts()));
    return this.parts().filter(({ designator }) => open.has(designator));
  });

  /** The item of stock that was chosen for a part, and what speaks against it. */
  itemOf(part: ListedPart) {
    const item = this.job.stock().find(({ id }) => id === part.stock);
    return item && { item, against: againstIt(part, item.part) ?? [] };
  }

  /** What would touch its neighbours, by where they were pressed on a picture and the size of what goes in. */
  readonly touching = computed(() =>
    touching(this.parts(), (part) => part.fit?.newPart ?? this.itemOf(part)?.item.part ?? (part.value || part.old)),
  );

  /** What speaks against what was typed for a place, by what is in it. */
  againstTyped(part: ListedPart): readonly string[] {
    return part.value && part.old ? (againstIt({ ...part, value: '' }, part.value) ?? []) : [];
  }

  /** The entries by which what was found in stock is chosen. */
  choosing(): readonly TapeBody[] {
    return [...this.inStock()].map(([designator, { id }]) => this.of(designator, { stock: id }));
  }

  /** An entry of the list for a part. */
  of(designator: string, said: Partial<Extract<TapeBody, { kind: 'listed' }>>): TapeBody {
    const card = this.job.card();
    const section = card && partOf(card, designator)?.section;
    return { kind: 'listed', designator, ...(section === undefined ? {} : { section }), ...said };
  }

  /** Where it was pressed on a picture; the picture counts as a sheet. */
  private spotOf(listed: readonly ListedPart[], name: string): LiesAt | undefined {
    const at = listed.find(({ designator }) => designator === name)?.at;
    return at && { sheet: `picture ${at.attachment}`, x: at.x, y: at.y };
  }

  private placeOf(name: string): LiesAt | undefined {
    const spot = this.sheets?.index().spotOn(name, laidOn);
    return (
      spot && { sheet: `${spot.sheet.order} ${spot.sheet.id}`, x: spot.place.x + spot.place.w / 2, y: spot.place.y + spot.place.h / 2 }
    );
  }
}
