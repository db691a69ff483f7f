import type { CopyChange } from '@amber-relay/core/copy';
import { expose } from 'comlink';
import { FolderPlace, OwnPlace, roomUpTo, type CopyPlace } from './copy-place';
import { fillRaw, markOf, openRaw, rowsOf, standingOf } from './raw-store';
import { ShopCopy, type CopyStanding } from './shop-copy';

/** A copy that can be brought back, as it is offered. */
export interface CopyOffer {
  readonly shop: string;
  readonly n: number;
  readonly at: string;
  readonly jobs: number;
  readonly entries: number;
  readonly lost: number;
}

let store = '';
let own: FileSystemDirectoryHandle | undefined;
let chosen: FileSystemDirectoryHandle | undefined;

const rootOf = (name: string): string => `copy of ${name}`;
const locked = <T>(what: string, act: () => Promise<T>): Promise<T> => navigator.locks.request(`${what} ${store}`, act) as Promise<T>;

/** The places where the copy of one shop stands. */
async function placesOf(shop: string): Promise<CopyPlace[]> {
  const roots: CopyPlace[] = [...(own ? [new OwnPlace(own)] : []), ...(chosen ? [new FolderPlace(chosen)] : [])];
  return Promise.all(roots.map((root) => root.within(shop)));
}
const firstOf = async (shop: string): Promise<ShopCopy | undefined> => {
  const [place] = await placesOf(shop);
  return place && new ShopCopy(place);
};

async function snapshotInto(place: CopyPlace): Promise<void> {
  const db = await openRaw(store);
  if (!db) return;
  try {
    const copy = new ShopCopy(place);
    const k = await locked('log of', () => copy.beginSnapshot());
    const mark = await markOf(db);
    if (!mark) return;
    await copy.writeSnapshot(k, mark.n, mark.at, rowsOf(db));
    await locked('log of', () => copy.forgetBefore(k));
  } finally {
    db.close();
  }
}

const api = {
  /** Where the copies of a store stand; a chosen folder comes on top of the browser's own. Gives whether the browser has such a place. */
  async begin(name: string, folder?: FileSystemDirectoryHandle): Promise<boolean> {
    store = name;
    chosen = await folder?.getDirectoryHandle('second copy', { create: true });
    try {
      own ??= await (await navigator.storage.getDirectory()).getDirectoryHandle(rootOf(name), { create: true });
    } catch {
      own = undefined;
    }
    return own !== undefined;
  },
  /** How many bytes can be written now, up to so many; undefined where that cannot be tried. */
  async room(bytes: number): Promise<number | undefined> {
    const folder = own;
    return folder ? locked('room of', () => roomUpTo(folder, bytes)) : undefined;
  },
  /** Adds a write that the store has committed. */
  async append(shop: string, n: number, at: string, changes: readonly CopyChange[]): Promise<void> {
    for (const place of await placesOf(shop)) await locked('log of', () => new ShopCopy(place).append(n, at, changes));
  },
  /** How far the copy goes, and whether it holds more than the store does. */
  async compare(): Promise<{ readonly copy: CopyStanding | undefined; readonly storeN: number; readonly more: boolean } | undefined> {
    const db = await openRaw(store);
    if (!db) return undefined;
    try {
      const shop = (await markOf(db))?.shop;
      const copy = shop === undefined ? undefined : await firstOf(shop);
      // Nothing is added to the copy between the two, so that it cannot seem to be ahead.
      return await locked('log of', async () => {
        const standing = await copy?.standing();
        const now = await standingOf(db);
        if (!now || now.mark.shop !== shop) return undefined;
        return { copy: standing, storeN: now.mark.n, more: (await copy?.holdsMoreThan({ n: now.mark.n, entries: now.entries })) ?? false };
      });
    } finally {
      db.close();
    }
  },
  /** Writes a whole copy anew; where another tab is at it, that one's will do. */
  async snapshot(): Promise<void> {
    await navigator.locks.request(`snapshot of ${store}`, { ifAvailable: true }, async (lock) => {
      if (!lock) return;
      const db = await openRaw(store);
      const shop = db && (await markOf(db))?.shop;
      db?.close();
      if (shop) for (const place of await placesOf(shop)) await snapshotInto(place);
    });
  },
  /** Every copy that is there, the latest first: of this shop, and of one that was here before. */
  async offers(): Promise<CopyOffer[]> {
    const roots: CopyPlace[] = [...(own ? [new OwnPlace(own)] : []), ...(chosen ? [new FolderPlace(chosen)] : [])];
    const offers = new Map<string, CopyOffer>();
    for (const root of roots)
      for (const shop of (await root.names()).filter((name) => /^[0-9a-f-]{36}$/.test(name))) {
        const { n, at, tables, lost } = await new ShopCopy(await root.within(shop)).contents();
        const count = (table: string): number => tables.get(table)?.length ?? 0;
        if (n > (offers.get(shop)?.n ?? 0)) offers.set(shop, { shop, n, at, jobs: count('jobs'), entries: count('tape'), lost });
      }
    return [...offers.values()].sort((a, b) => (a.at < b.at ? 1 : -1));
  },
  /** Puts a copy back into the store, whole or not at all. */
  async bringBack(shop: string): Promise<void> {
    const db = await openRaw(store);
    if (!db) throw new Error('There is no store to put it into.');
    try {
      let best: Awaited<ReturnType<ShopCopy['contents']>> | undefined;
      for (const place of await placesOf(shop)) {
        const contents = await new ShopCopy(place).contents();
        if (contents.n > (best?.n ?? 0)) best = contents;
      }
      if (!best) throw new Error('There is no such copy.');
      await fillRaw(db, best.tables, { shop, n: best.n, at: best.at });
    } finally {
      db.close();
    }
  },
  /** Throws a copy of a shop that was here before away. */
  async discard(shop: string): Promise<void> {
    if (own) await new OwnPlace(own).remove(shop);
  },
};
expose(api);
export type CopyApi = typeof api;
