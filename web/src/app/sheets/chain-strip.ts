import { ChangeDetectionStrategy, Component, computed, inject, input, model, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { Card } from '@amber-relay/core/card';
import { CoreError } from '@amber-relay/core/errors';
import { breakOf, breakText, chainAsNeeds, chainAsRoute, stopStates, type Chain, type Reading } from '@amber-relay/core/sheets';
import { readingText } from '@amber-relay/core/tape';
import { ShopChanges } from '../storage/shop-changes';
import { Verdict } from '../ui/verdict';

const carriesNames: Readonly<Record<Chain['carries'], string>> = {
  supply: 'a supply',
  agc: 'a control line (AGC, ALC)',
  ptt: 'a switching line (PTT, mute)',
  bias: 'a bias',
  injection: 'an injection',
  signal: 'the signal',
};

export const newChain: Chain = { id: 'new-line', name: '', carries: 'supply', stops: [] };

/** A line that is followed: its stops with their readings in order, where it breaks, and what may be made of it. */
@Component({
  selector: 'app-chain-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatButton, Verdict],
  templateUrl: './chain-strip.html',
  styleUrl: './chain-strip.scss',
})
export class ChainStrip {
  readonly card = input.required<Card>();
  readonly readings = input.required<ReadonlyMap<string, Reading>>();
  readonly chain = model.required<Chain>();
  readonly stopPressed = output<string>();
  readonly closed = output();
  private readonly changes = inject(ShopChanges);
  private readonly snack = inject(MatSnackBar);
  protected readonly carries = Object.entries(carriesNames).map(([value, name]) => ({ value: value as Chain['carries'], name }));
  protected readonly functionId = signal('');

  protected readonly states = computed(() => stopStates(this.chain(), this.readings()));
  protected readonly stops = computed(() =>
    this.states().map(({ stop, reading, verdict }) => ({
      stop,
      key: `${stop.name} ${stop.pin ?? ''}`.trim(),
      text: reading ? readingText(reading) : 'not read',
      verdict: verdict === 'not-read' ? null : verdict,
    })),
  );
  protected readonly breaks = computed(() => {
    const broken = breakOf(this.states());
    return broken ? breakText(broken) : '';
  });
  protected readonly saved = computed(() => this.card().chains);

  protected open(id: string): void {
    const chain = this.saved().find((c) => c.id === id);
    this.chain.set(chain ?? newChain);
  }

  protected drop(at: number): void {
    this.chain.update((chain) => ({ ...chain, stops: chain.stops.filter((_, i) => i !== at) }));
  }

  protected rename(name: string): void {
    this.chain.update((chain) => ({ ...chain, name }));
  }

  protected setCarries(carries: Chain['carries']): void {
    this.chain.update((chain) => ({ ...chain, carries }));
  }

  /** Keeps the line with the card, under the name it was given. */
  protected save(): Promise<void> {
    const chain = this.named();
    this.chain.set(chain);
    return this.change((card) => ({ card: withChain(card, chain), says: `“${chain.name}” is kept with the card.` }));
  }

  protected remove(): Promise<void> {
    const { id, name } = this.chain();
    this.chain.set(newChain);
    return this.change((card) => ({
      card: { ...card, chains: card.chains.filter((c) => c.id !== id) },
      says: `“${name}” is off the card.`,
    }));
  }

  /** Makes what the line shows part of the card: needs of sections, or the route of a function. */
  protected intoCard(): Promise<void> {
    const chain = this.named();
    const name = (id: string): string => this.card().sections.find((s) => s.id === id)?.name ?? id;
    this.chain.set(chain);
    return this.change((chassis) => {
      const card = withChain(chassis, chain);
      if (chain.carries === 'signal') {
        const { card: now, fn } = chainAsRoute(card, chain, this.functionId() || undefined);
        return { card: now, says: `It is the route of “${fn.name}” now.` };
      }
      const { card: now, added } = chainAsNeeds(card, chain);
      const needs = added.map((a) => `${name(a.section)} needs ${name(a.needs)}`).join(', ');
      return { card: now, says: needs ? `Into the card: ${needs}.` : 'The card says all of this already.' };
    });
  }

  private named(): Chain {
    const chain = this.chain();
    const ends = [chain.stops[0], chain.stops.at(-1)].map((s) => s?.name ?? '');
    const name = chain.name.trim() || `${ends[0]} to ${ends[1]}`;
    const id =
      chain.id === newChain.id
        ? name
            .toLowerCase()
            .replace(/[^a-z0-9]+/g, '-')
            .replace(/^-|-$/g, '') || 'line'
        : chain.id;
    return { ...chain, id, name };
  }

  private async change(change: (card: Card) => { readonly card: Card; readonly says: string }): Promise<void> {
    try {
      let says = '';
      const done = await this.changes.changeCard(this.card().id, (card) => {
        const changed = change(card);
        says = changed.says;
        return changed.card;
      });
      if (!done) return;
      this.snack
        .open(says, 'Undo', { duration: 8000 })
        .onAction()
        .subscribe(() => void this.changes.saveCard(done.was));
    } catch (error) {
      const { message, remedy } = error instanceof CoreError ? error : { message: String(error), remedy: '' };
      this.snack.open(`Nothing was changed: ${message} ${remedy}`, 'Close');
    }
  }
}

const withChain = (card: Card, chain: Chain): Card => ({ ...card, chains: [...card.chains.filter((c) => c.id !== chain.id), chain] });
