import type { Injector } from '@angular/core';
import { unpackShop } from '@amber-relay/core/archive';
import { ArchiveService } from './archive-service';
import { BenchDatabase } from './bench-database';

/** Fills an empty demo shop from the archive that ships with the program; a shop with anything in it is left alone. */
export async function fillDemo(injector: Injector): Promise<void> {
  const archives = injector.get(ArchiveService);
  if ((await injector.get(BenchDatabase).settings.count()) > 0) return;
  const answer = await fetch('/demo/shop.zip').catch(() => undefined);
  if (answer?.ok) await archives.importShop(unpackShop(new Uint8Array(await answer.arrayBuffer())));
}
