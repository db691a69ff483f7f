import { inject, Injectable, signal } from '@angular/core';
import { wrap, type Remote } from 'comlink';
import { Notices } from '../../ui/notices';
import type { WriteMark } from '../bench-database';
import { DATABASE_NAME } from '../database-name';
import type { Change } from '../recorded-changes';
import { knownFolder } from './folder-chosen';
import type { CopyApi, CopyOffer } from './copy.worker';
import { tellingWhenMissing } from '../../ui/worker-code';

/** So long a write waits to hear how much room there is. */
const patienceMs = 2500;

/** A log longer than this is folded into a snapshot. */
const longLog = 3_000_000;

/** The second copy as the page sees it: a worker writes it, outside the store, within a moment of each write. */
@Injectable({ providedIn: 'root' })
export class SecondCopy {
  private readonly name = inject(DATABASE_NAME);
  private readonly notices = inject(Notices);
  private api: Promise<Remote<CopyApi>> | undefined;
  private turn: Promise<unknown> = Promise.resolve();
  private logged = 0;
  /** When the last write that is in the copy was made; empty before one is. */
  readonly at = signal('');
  /** The folder that the user chose, where there is one, and whether it may be written to. */
  readonly folder = signal<{ readonly handle: FileSystemDirectoryHandle; readonly granted: boolean } | null>(null);

  private worker(): Promise<Remote<CopyApi>> {
    return (this.api ??= (async () => {
      const api = wrap<CopyApi>(tellingWhenMissing(new Worker(new URL('./copy.worker', import.meta.url), { type: 'module' })));
      const known = await knownFolder(this.name);
      if (known) this.folder.set({ handle: known.folder, granted: known.granted });
      await api.begin(this.name, known?.granted ? known.folder : undefined);
      return api;
    })());
  }

  async begin(): Promise<void> {
    await this.worker();
  }

  /** Begins to copy into a folder as well, or no longer. */
  async useFolder(handle: FileSystemDirectoryHandle | null): Promise<void> {
    this.folder.set(handle && { handle, granted: true });
    await (await this.worker()).begin(this.name, handle ?? undefined);
    await this.snapshot();
  }

  /** Whether the browser has ever made a copy here, without starting anything. */
  async mayBeThere(): Promise<boolean> {
    try {
      const root = await navigator.storage.getDirectory();
      await root.getDirectoryHandle(`copy of ${this.name}`);
      return true;
    } catch {
      return (await knownFolder(this.name)) !== undefined;
    }
  }

  /** How much can really be written, up to so many bytes. Where that cannot be tried, what the browser says. */
  async room(bytes: number): Promise<number> {
    // Whatever holds the worker up, it must not hold up what is entered.
    const asked = this.worker().then((api) => api.room(bytes));
    const waited = new Promise<undefined>((resolve) => setTimeout(() => resolve(undefined), patienceMs));
    const tried = await Promise.race([asked, waited]).catch(() => undefined);
    if (tried !== undefined) return tried;
    const { usage = 0, quota = Number.MAX_SAFE_INTEGER } = (await navigator.storage?.estimate?.()) ?? {};
    return quota - usage;
  }

  isLong(bytes: number): boolean {
    this.logged = bytes;
    return bytes > longLog;
  }

  /** Adds a committed write. */
  append({ shop, n, at }: WriteMark, changes: readonly Change[]): Promise<void> {
    return this.inTurn(async (api) => {
      await api.append(shop, n, at, changes);
      this.at.set(at);
      this.logged += 300 * changes.length;
      if (this.logged > longLog) {
        this.logged = 0;
        setTimeout(() => void this.snapshot(), 1000);
      }
    });
  }

  /** Writes all of it anew. */
  snapshot(): Promise<void> {
    return this.inTurn(async (api) => {
      await api.snapshot();
      this.at.set(new Date().toISOString());
    });
  }

  private inTurn(act: (api: Remote<CopyApi>) => Promise<void>): Promise<void> {
    const done = this.turn.then(async () => {
      try {
        await act(await this.worker());
        this.notices.end('copy');
      } catch (error) {
        console.warn('second copy', error);
        this.notices.tell({
          name: 'copy',
          text: 'The second copy could not be written. What you enter is kept all the same; make an archive until this is gone.',
          act: { label: 'Try again', run: () => void this.snapshot() },
        });
      }
    });
    this.turn = done;
    return done;
  }

  async compare(): ReturnType<CopyApi['compare']> {
    return (await this.worker()).compare().catch(() => undefined);
  }

  async offers(): Promise<readonly CopyOffer[]> {
    return (await this.worker()).offers().catch(() => []);
  }

  async bringBack(shop: string): Promise<void> {
    await (await this.worker()).bringBack(shop);
  }

  async discard(shop: string): Promise<void> {
    await (await this.worker()).discard(shop);
  }
}
