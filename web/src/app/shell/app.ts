import { ChangeDetectionStrategy, Component, inject, Injector } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatIcon } from '@angular/material/icon';
import { NavigationEnd, Router, RouterLink, RouterOutlet } from '@angular/router';
import { filter, map } from 'rxjs';
import { ON_PRACTICE_BENCH } from '../bench/bench-answers';
import { PracticeStrip } from '../practice/practice-strip';
import { ThemeChoice } from '../ui/theme';
import { StoreKeeper } from '../storage/store-keeper';
import { NoticeStrip } from './notice-strip';
import { StoreTroublePage } from './store-trouble-page';
import { TopLine } from './top-line';

/** The frame: places on the left, the job on the bench on top, the place itself. */
@Component({
  selector: 'app-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterOutlet, RouterLink, MatIcon, NoticeStrip, PracticeStrip, StoreTroublePage, TopLine],
  templateUrl: './app.html',
  styleUrl: './app.scss',
  host: { '(document:keydown)': 'key($event)' },
})
export class App {
  protected readonly theme = inject(ThemeChoice);
  protected readonly keeper = inject(StoreKeeper);
  private readonly injector = inject(Injector);
  /** On the practice bench there are the places of one who works on a set, and the way back to the shop. */
  protected readonly practice = inject(ON_PRACTICE_BENCH);
  private readonly allPlaces = [
    { path: '/day', icon: 'day', name: 'Day' },
    { path: '/jobs', icon: 'jobs', name: 'Jobs' },
    { path: '/cards', icon: 'cards', name: 'Cards' },
    { path: '/stock', icon: 'stock', name: 'Stock' },
    { path: '/sums', icon: 'sums', name: 'Sums' },
    { path: '/instruments', icon: 'instruments', name: 'Instruments' },
    { path: '/practice', icon: 'practice', name: 'Practice' },
    { path: '/archive', icon: 'archive', name: 'Archive' },
  ];
  protected readonly places = this.allPlaces.filter(({ path }) => !this.practice || ['/jobs', '/cards', '/sums'].includes(path));

  /** The path of the place one is in; a job and booking in belong to Jobs. */
  protected readonly current = toSignal(
    inject(Router).events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(({ urlAfterRedirects: url }) =>
        /^\/(job|book-in)\b/.test(url) ? '/jobs' : this.places.find(({ path }) => url.startsWith(path))?.path,
      ),
    ),
  );

  protected key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    if (event.key !== '/' || event.ctrlKey || event.altKey || event.metaKey || target.closest('input, textarea, select')) return;
    event.preventDefault();
    void this.find();
  }

  /** Find and the dialog it stands in are loaded when they are first called for. */
  protected async find(): Promise<void> {
    const { openFind } = await import('./open-find');
    openFind(this.injector);
  }

  protected skipTo(event: Event): void {
    event.preventDefault();
    document.querySelector<HTMLElement>('main')?.focus();
  }
}
