import type { Injector } from '@angular/core';
import { unpackShop } from '@amber-relay/core/archive';
import { ArchiveService } from './archive-service';
import { BenchDatabase } from './bench-database';
import { ImportPlans } from './import-plans';
import { SheetRepository } from './sheet-repository';

const filledKey = 'amber-relay-demo-filled';

/** Fills an empty demo shop from the archive that ships with the program; a shop with anything in it is left alone. */
export async function fillDemo(injector: Injector): Promise<void> {
  // On a first visit the archive is asked for while the store is still being opened.
  const early = localStorage.getItem(filledKey) ? undefined : fetch('/demo/shop.zip').catch(() => undefined);
  const plans = injector.get(ImportPlans);
  if ((await injector.get(BenchDatabase).settings.count()) > 0) return;
  const answer = await (early ?? fetch('/demo/shop.zip').catch(() => undefined));
  if (!answer?.ok) return;
  const db = injector.get(BenchDatabase);
  const archive = await unpackShop(await answer.blob());
  // A case may have been begun before the shop was ever opened.
  await plans.takeShop({ ...archive, practice: await db.practice.toArray(), lessons: await db.lessons.toArray() });
  localStorage.setItem(filledKey, 'yes');
}

/** Brings the demo shop's sheets, which are large beside the rest: a while after the shop itself, if none are there. */
export async function fillDemoSheets(injector: Injector): Promise<void> {
  const db = injector.get(BenchDatabase);
  if ((await db.sheetFiles.count()) > 0 || (await db.cards.count()) === 0) return;
  const answer = await fetch('/demo/sheets.zip').catch(() => undefined);
  if (!answer?.ok) return;
  const archive = await injector.get(ArchiveService).openCards(await answer.blob());
  if (archive) await injector.get(SheetRepository).takeFor(archive);
}
