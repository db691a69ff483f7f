import { DestroyRef, inject, Injectable, Injector, signal } from '@angular/core';
import type { CoreError } from '@amber-relay/core/errors';
import { Notices } from '../ui/notices';
import { BenchDatabase, storeVersion, type Committed } from './bench-database';
import { DATABASE_NAME } from './database-name';
import type { CopyOffer } from './copy/copy.worker';
import { SecondCopy } from './copy/second-copy';
import { readFailures } from './live';
import { isOfTheStore, troubleOf, type StoreTroubleKind } from './store-trouble';
import { noRoom, storeAway, WriteGate } from './write-gate';

export interface StoreTrouble {
  readonly kind: StoreTroubleKind;
  readonly offers: readonly CopyOffer[];
}
export type Room = 'fine' | 'low' | 'full';

/** What entries may still use when nothing larger is taken any more, and what must be left even then. */
export const reserve = { entries: 24_000_000, last: 3_000_000 } as const;
/** A change larger than this is copied by a snapshot. */
const bulk = 2000;
const lookEveryMs = 120_000;

/** Keeps watch over the store: opens it, says what is wrong with it, holds writes back before the disk is full, and keeps the second copy. */
@Injectable({ providedIn: 'root' })
export class StoreKeeper {
  private readonly db = inject(BenchDatabase);
  private readonly name = inject(DATABASE_NAME);
  private readonly gate = inject(WriteGate);
  private readonly notices = inject(Notices);
  private readonly copy = inject(SecondCopy);
  private readonly injector = inject(Injector);
  private readonly ending = inject(DestroyRef);
  /** Why the shop cannot be shown; null when it can. */
  readonly trouble = signal<StoreTrouble | null>(null);
  readonly room = signal<Room>('fine');
  private goOn: (() => void) | undefined;
  private readonly lookAgain = { label: 'Look again', run: (): void => void this.look() };
  private lookedAt = 0;
  private asking = false;

  /** Opens the store and begins to watch over it. */
  start(): void {
    const { db, gate } = this;
    gate.admit = (bytes) => this.admit(bytes);
    gate.committed.subscribe((write) => this.committed(write));
    gate.refused.subscribe((refusal) => void this.refused(refusal));
    readFailures.subscribe((error) => {
      if (isOfTheStore(error)) this.askWhy();
    });
    db.on('blocked', () => this.say('old-tab'));
    db.on('versionchange', (change) => {
      // Dexie's own handler, which comes after this one, would let the next read make a new, empty store.
      queueMicrotask(() => db.close());
      if (change.newVersion === null) void this.gone();
      else this.say('newer-tab');
    });
    db.on('close', () => this.askWhy());
    db.on('ready', () => this.opened(), true);
    void db.open().then(
      () => this.later(1500, () => void this.begin()),
      (error: unknown) => this.say(troubleOf(error)),
    );
  }

  /** Before anything is read: is this the shop that was here, or is there nothing where one was? */
  private async opened(): Promise<void> {
    if (this.trouble()?.kind === 'old-tab') this.trouble.set(null);
    // Dexie opens a store of a later version as well as it can; this program would then drop what it does not know.
    if ((this.db.backendDB()?.version ?? 0) > storeVersion * 10) {
      this.trouble.set({ kind: 'newer', offers: [] });
      return new Promise<void>(() => undefined);
    }
    const mark = await this.db.table('writes').get('last');
    if (mark) return this.remember((mark as { shop: string }).shop);
    if (!this.remembered() && !(await this.copy.mayBeThere())) return;
    const offers = await this.copy.offers();
    if (!this.remembered() && !offers.length) return;
    this.trouble.set({ kind: 'gone', offers });
    await new Promise<void>((resolve) => (this.goOn = resolve));
  }

  /** A read that failed says little; the store itself says why it does not open. */
  private askWhy(): void {
    if (this.trouble() || this.asking) return;
    this.asking = true;
    void this.db.open().then(
      () => this.say('failing'),
      (error: unknown) => this.say(troubleOf(error)),
    );
  }

  private async gone(): Promise<void> {
    this.trouble.set({ kind: 'gone', offers: await this.copy.offers() });
  }

  private say(kind: StoreTroubleKind): void {
    // What was said first lies nearest to the cause.
    if (this.trouble()) return;
    this.trouble.set({ kind, offers: [] });
    if (kind === 'failing' || kind === 'denied')
      void this.copy.offers().then((offers) => this.trouble()?.kind === kind && this.trouble.set({ kind, offers }));
  }

  /** Does something a while later, unless the program has ended meanwhile. */
  private later(ms: number, act: () => void): void {
    const timer = setTimeout(act, ms);
    this.ending.onDestroy(() => clearTimeout(timer));
  }

  private get key(): string {
    return `amber-relay-kept ${this.name}`;
  }

  /** That a shop has been kept here, in a place other than the store. */
  private remember(shop: string): void {
    try {
      localStorage.setItem(this.key, shop);
    } catch {
      // The second copy is a mark as well.
    }
  }

  private remembered(): string | null {
    try {
      return localStorage.getItem(this.key);
    } catch {
      return null;
    }
  }

  /** The id of the shop that is in the store. */
  async shopNow(): Promise<string | undefined> {
    return (await this.db.writes.get('last'))?.shop;
  }

  /** Puts a copy back and loads the page again. */
  async bringBack(shop: string): Promise<void> {
    await this.copy.bringBack(shop);
    this.remember(shop);
    location.reload();
  }

  /** Goes on with an empty shop; the copies stay. */
  startEmpty(): void {
    localStorage.removeItem(this.key);
    this.trouble.set(null);
    if (this.goOn) this.goOn();
    else location.reload();
  }

  /** Goes on with what the store holds, though the copy holds more; the copy is written anew. */
  async goOnAsItIs(): Promise<void> {
    this.trouble.set(null);
    await this.copy.snapshot();
  }

  private async begin(): Promise<void> {
    await navigator.storage?.persist?.().catch(() => false);
    await this.copy.begin();
    const found = await this.copy.compare();
    if (found?.more) return this.trouble.set({ kind: 'behind', offers: await this.copy.offers() });
    const whole = found?.copy && found.copy.n === found.storeN && !found.copy.missing;
    if (found && (!whole || this.copy.isLong(found.copy?.logBytes ?? 0))) void this.copy.snapshot();
    await this.look();
    const { DailyArchive } = await import('./copy/daily-archive');
    if (!this.ending.destroyed) this.injector.get(DailyArchive).begin();
  }

  /** Looks how much room there is, now and then, and says so well before it ends. */
  private async look(): Promise<void> {
    this.lookedAt = Date.now();
    const enough = reserve.entries + reserve.last;
    this.found((await this.copy.room(enough)) >= enough ? 'fine' : 'low');
  }

  private found(room: Room): void {
    this.room.set(room);
    if (room === 'fine') return this.notices.end('room');
    const text =
      room === 'low'
        ? 'The disk is nearly full: pictures, sheets and files are not taken in until there is room again; entries still are.'
        : 'The disk is full: nothing is written any more, so that what was kept stays safe. Make room on the disk.';
    this.notices.tell({ name: 'room', urgent: true, text, act: this.lookAgain });
  }

  /** Lets a write through while there is room for it and for the entries that follow. */
  private async admit(bytes: number): Promise<void> {
    if (this.trouble()) throw storeAway();
    // The copy takes as much again as the store.
    const wanted = bytes === 0 ? reserve.last : 2 * bytes + reserve.entries;
    const room = await this.copy.room(wanted);
    if (room >= wanted) {
      if (this.room() === 'full') this.found('low');
      return;
    }
    this.found(room < reserve.last ? 'full' : 'low');
    throw noRoom(bytes > 0 && room >= reserve.last);
  }

  private committed({ mark, changes }: Committed): void {
    this.remember(mark.shop);
    const rows = changes.reduce((sum, change) => sum + ('rows' in change ? change.rows.length : 1), 0);
    if (rows > bulk) this.later(1000, () => void this.copy.snapshot());
    else void this.copy.append(mark, changes);
    if (Date.now() - this.lookedAt > lookEveryMs) void this.look();
  }

  /** A refused write is told once; then the store is looked at, for a browser may have dropped all of it. */
  private async refused(refusal: CoreError): Promise<void> {
    // The whole page says so already.
    if (this.trouble()) return;
    const text = `${refusal.message} ${refusal.remedy}`;
    // A full disk is one thing to be told, not two.
    if (refusal.code === 'no-room') return this.notices.tell({ name: 'room', urgent: true, text, act: this.lookAgain });
    this.notices.tell({ name: 'refused', urgent: true, text });
    try {
      const mark = await this.db.writes.get('last');
      if (!mark && this.remembered()) await this.gone();
    } catch (error) {
      this.say(troubleOf(error));
    }
  }
}
