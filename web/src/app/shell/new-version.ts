import { inject, Injectable } from '@angular/core';
import { SwUpdate, type VersionReadyEvent } from '@angular/service-worker';
import { filter, firstValueFrom, interval, race, timer } from 'rxjs';
import { Notices } from '../ui/notices';

const everyMs = 30 * 60_000;
/** A worker that does not answer must not keep the page from being loaded. */
const answersWithinMs = 10_000;

/** Tells of a new version while the program is open: what is new, and one press to have it. Nothing changes under one's hands. */
@Injectable({ providedIn: 'root' })
export class NewVersion {
  private readonly updates = inject(SwUpdate);
  private readonly notices = inject(Notices);

  watch(): void {
    if (!this.updates.isEnabled) return;
    this.updates.versionUpdates.pipe(filter((event) => event.type === 'VERSION_READY')).subscribe((event) => this.tell(event));
    this.updates.unrecoverable.subscribe(() =>
      this.notices.tell({
        name: 'version',
        urgent: true,
        text: 'The browser has lost a part of the program. Load the page again to fetch it; what you entered is kept.',
        act: { label: 'Load again', run: () => location.reload() },
      }),
    );
    interval(everyMs).subscribe(() => void this.updates.checkForUpdate().catch(() => false));
  }

  private tell({ latestVersion }: VersionReadyEvent): void {
    const { version = '', news = '' } = (latestVersion.appData ?? {}) as { version?: string; news?: string };
    this.notices.tell({
      name: 'version',
      text: `A new version of the program is here${version ? `, ${version}` : ''}${news ? `: ${news}` : ''}. Finish what you are at, then load it.`,
      act: { label: 'Load it now', run: () => void this.load() },
      leave: { label: 'Later', run: () => undefined },
    });
  }

  private async load(): Promise<void> {
    await firstValueFrom(race(this.updates.activateUpdate(), timer(answersWithinMs))).catch(() => undefined);
    location.reload();
  }
}
