import { Injectable, signal } from '@angular/core';

/** Which other card lies beside the sheets of a card: it stays while one works at other things. */
@Injectable({ providedIn: 'root' })
export class SisterChoice {
  private readonly chosen = signal<ReadonlyMap<string, string>>(new Map());
  /** Cards whose sheets have another card beside them. */
  private readonly open = signal<ReadonlySet<string>>(new Set());

  of(cardId: string): string | undefined {
    return this.chosen().get(cardId);
  }

  take(cardId: string, other: string): void {
    this.chosen.update((chosen) => new Map(chosen).set(cardId, other));
  }

  isOpen(cardId: string | undefined): boolean {
    return cardId !== undefined && this.open().has(cardId);
  }

  lay(cardId: string, beside: boolean): void {
    this.open.update((open) => {
      const next = new Set(open);
      if (beside) next.add(cardId);
      else next.delete(cardId);
      return next;
    });
  }
}
