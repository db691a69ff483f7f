import { inject, Injectable, signal } from '@angular/core';
import { ArchiveService, isFailure, type ImportFailure } from './archive-service';
import { askLeave, canChooseFolder, chooseFolder, forgetFolder, knownFolder } from './copy/folder-chosen';
import { DATABASE_NAME } from './database-name';
import type { ImportPlan } from './import-plans';
import { StoreKeeper } from './store-keeper';

/** The file of each bench in the folder, by the id of its shop. */
const fileOf = (bench: string): string => `bench-${bench}.zip`;
const benchFile = /^bench-[\w-]+\.zip$/;

/** What became of one other bench. */
export interface Exchanged {
  readonly name: string;
  /** What came of joining it; empty where it could not be. */
  readonly says: readonly string[];
  readonly failure?: ImportFailure;
  /** What both changed, to be answered by hand before anything is joined. */
  readonly asks?: ImportPlan;
}

/** A folder that several benches reach: each lays its shop there, and joins those of the others. */
@Injectable({ providedIn: 'root' })
export class SharedFolder {
  private readonly archives = inject(ArchiveService);
  private readonly keeper = inject(StoreKeeper);
  private readonly key = `${inject(DATABASE_NAME)} shared`;
  readonly possible = canChooseFolder();
  /** Undefined while it is looked for; null where there is none. */
  private readonly handle = signal<FileSystemDirectoryHandle | null | undefined>(undefined);
  readonly folder = this.handle.asReadonly();

  constructor() {
    void knownFolder(this.key).then((known) => this.handle.set(known?.folder ?? null));
  }

  async choose(): Promise<void> {
    const folder = await chooseFolder(this.key);
    if (folder) this.handle.set(folder);
  }

  async forget(): Promise<void> {
    await forgetFolder(this.key);
    this.handle.set(null);
  }

  /**
   * Joins the shop of every other bench in the folder that leaves nothing to be asked, and then lays its own there, which holds all of it.
   * A file that is not whole, or about which something is to be asked, changes nothing; the others go on. It must come from a press.
   */
  async exchange(): Promise<readonly Exchanged[]> {
    const folder = this.handle();
    if (!folder) return [];
    if (!(await askLeave(folder))) throw new Error('The browser was not allowed to write there.');
    const own = fileOf((await this.keeper.shopNow()) ?? 'new');
    const done: Exchanged[] = [];
    for (const file of await this.others(folder, own)) {
      const plan = await this.archives.plan(file);
      if (isFailure(plan)) done.push({ name: file.name, says: [], failure: plan });
      else if (!plan.join)
        done.push({ name: file.name, says: [], failure: { path: file.name, message: 'It is no shop.', remedy: 'It is left as it is.' } });
      else if (plan.join.asks.length) done.push({ name: file.name, says: [], asks: plan });
      else {
        await plan.join.carryOut();
        done.push({ name: file.name, says: plan.join.says });
      }
    }
    const { zip } = await this.archives.exportShop();
    // What is written is put in the place of the file before only when all of it is there.
    const out = await (await folder.getFileHandle(own, { create: true })).createWritable();
    await out.write(zip);
    await out.close();
    return done;
  }

  private async others(folder: FileSystemDirectoryHandle, own: string): Promise<readonly File[]> {
    const files: File[] = [];
    for await (const entry of (folder as FileSystemDirectoryHandle & { values(): AsyncIterable<FileSystemHandle> }).values())
      if (entry.kind === 'file' && benchFile.test(entry.name) && entry.name !== own)
        files.push(await (entry as FileSystemFileHandle).getFile());
    return files.sort((a, b) => a.name.localeCompare(b.name));
  }
}
