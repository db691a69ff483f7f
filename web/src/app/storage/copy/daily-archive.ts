import { inject, Injectable, Injector, signal } from '@angular/core';
import { interval, startWith } from 'rxjs';
import { Notices } from '../../ui/notices';
import { DATABASE_NAME, realShop } from '../database-name';
import { askLeave, canChooseFolder, chooseFolder, forgetFolder } from './folder-chosen';
import { SecondCopy } from './second-copy';

const hourMs = 3_600_000;
/** So many daily archives stay in the folder; those of today and the days before. */
const daysKept = 14;
const dailyName = /^amber-relay-(\d{4}-\d{2}-\d{2})\.zip$/;

const today = (): string => new Date().toLocaleDateString('sv');

/** An archive of the shop into a folder of the user’s choice, once a day, without asking; and the second copy beside it. */
@Injectable({ providedIn: 'root' })
export class DailyArchive {
  private readonly copy = inject(SecondCopy);
  private readonly injector = inject(Injector);
  private readonly notices = inject(Notices);
  private readonly store = inject(DATABASE_NAME);
  readonly possible = canChooseFolder();
  readonly folder = this.copy.folder;
  /** The day of the last archive in the folder. */
  readonly last = signal('');
  private packing = false;

  /** Begins once the program has been in use for a while. */
  begin(): void {
    interval(hourMs)
      .pipe(startWith(0))
      .subscribe(() => void this.daily());
    const known = this.folder();
    if (known && !known.granted) this.askAgain();
    else if (!known && this.possible && this.store === realShop) this.offer();
  }

  /** Offered once, when the shop is new: later it stands under Archive. */
  private offer(): void {
    const key = `amber-relay-folder-offered ${this.store}`;
    if (localStorage.getItem(key)) return;
    this.notices.tell({
      name: 'folder',
      text: 'Keep a copy of the shop in a folder of yours as well? It is then written by itself, with an archive once a day.',
      act: { label: 'Choose a folder', run: () => void this.choose() },
      leave: { label: 'Not now', run: () => localStorage.setItem(key, 'yes') },
    });
  }

  private askAgain(): void {
    this.notices.tell({
      name: 'folder',
      text: `The browser asks again before the program may write to the folder “${this.folder()?.handle.name ?? ''}”.`,
      act: { label: 'Go on writing there', run: () => void this.leave() },
      leave: { label: 'Not now', run: () => undefined },
    });
  }

  private async leave(): Promise<void> {
    const known = this.folder();
    if (!known || !(await askLeave(known.handle))) return;
    this.notices.end('folder');
    await this.copy.useFolder(known.handle);
    await this.daily();
  }

  /** Asks for a folder, and begins to write there. */
  async choose(): Promise<void> {
    const folder = await chooseFolder(this.store);
    if (!folder) return;
    localStorage.setItem(`amber-relay-folder-offered ${this.store}`, 'yes');
    this.notices.end('folder');
    await this.copy.useFolder(folder);
    await this.daily();
  }

  async forget(): Promise<void> {
    await forgetFolder(this.store);
    await this.copy.useFolder(null);
    this.last.set('');
  }

  /** Writes the archive of today, unless it is there. */
  async daily(): Promise<void> {
    const known = this.folder();
    if (!known?.granted || this.packing) return;
    this.packing = true;
    try {
      const names: string[] = [];
      const { handle } = known;
      for await (const name of (handle as FileSystemDirectoryHandle & { keys(): AsyncIterable<string> }).keys())
        if (dailyName.test(name)) names.push(name);
      names.sort();
      const name = `amber-relay-${today()}.zip`;
      if (!names.includes(name)) {
        const { ArchiveService } = await import('../archive-service');
        const archives = this.injector.get(ArchiveService);
        const { zip } = await archives.exportShop();
        const out = await (await handle.getFileHandle(name, { create: true })).createWritable();
        await out.write(zip);
        await out.close();
        names.push(name);
        for (const old of names.slice(0, -daysKept)) await handle.removeEntry(old);
        await archives.noteHandedOver();
      }
      this.last.set(dailyName.exec(names.at(-1) ?? '')?.[1] ?? '');
      this.notices.end('daily');
    } catch (error) {
      console.warn('daily archive', error);
      this.notices.tell({
        name: 'daily',
        text: 'The archive of today could not be written to your folder: it is gone, full, or not to be written to. All is kept in the browser.',
        act: { label: 'Try again', run: () => void this.daily() },
      });
    } finally {
      this.packing = false;
    }
  }
}
