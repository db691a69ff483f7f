import type { ShopArchive } from '@amber-relay/core/archive';
import { type BenchDatabase } from './bench-database';

/** Which shop this is. The server says so; with the server gone, what it said last holds. */
export async function shopMode(): Promise<'demo' | 'shop'> {
  const remembered = localStorage.getItem('amber-relay-mode') === 'demo' ? 'demo' : 'shop';
  try {
    const answer = await fetch('/api/shop', { signal: AbortSignal.timeout(1500), cache: 'no-store' });
    if (!answer.ok) return remembered;
    const { mode } = (await answer.json()) as { mode?: unknown };
    const told = mode === 'demo' ? 'demo' : 'shop';
    localStorage.setItem('amber-relay-mode', told);
    return told;
  } catch {
    return remembered;
  }
}

/** Fills an empty demo shop from the archive that ships with the program; a shop with anything in it is left alone. */
export async function fillDemo(db: BenchDatabase, importShop: (archive: ShopArchive) => Promise<void>): Promise<void> {
  if ((await db.settings.count()) > 0) return;
  const answer = await fetch('/demo/shop.zip');
  if (!answer.ok) return;
  const { unpackShop } = await import('@amber-relay/core/archive');
  await importShop(unpackShop(new Uint8Array(await answer.arrayBuffer())));
}
