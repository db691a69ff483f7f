import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { BringingBack } from '../storage/bringing-back';
import type { CopyOffer } from '../storage/copy/copy.worker';
import { StoreKeeper } from '../storage/store-keeper';
import type { StoreTroubleKind } from '../storage/store-trouble';
import { dayText, timeOfDay } from '../ui/clock-text';

interface Words {
  readonly title: string;
  readonly what: string;
  readonly todo: readonly string[];
}
const reload = 'Load the page again.';
const words: Readonly<Record<StoreTroubleKind, Words>> = {
  gone: {
    title: 'The shop is not in this browser any more',
    what: 'A shop was kept here, and the browser’s store is empty: it was cleared, or dropped when the disk was full.',
    todo: ['Bring the second copy back, if one is offered below.', 'Or start empty, and take your last archive in, under Archive.'],
  },
  behind: {
    title: 'The store holds less than its second copy',
    what: 'The browser’s store has gone back to an earlier state, as after a crash of the machine. The second copy holds more.',
    todo: [
      'Bring the copy back: it holds all that the store holds, and more.',
      'Only go on as it is if you took the shop back to an earlier state yourself.',
    ],
  },
  denied: {
    title: 'This browser does not let the program keep anything',
    what: 'Nothing is lost, but nothing can be kept or shown here: the browser refuses its store to this page.',
    todo: [
      'Is this a private window? Open the program in an ordinary one.',
      'Allow the browser to keep data for this address, in its settings.',
      reload,
    ],
  },
  failing: {
    title: 'The browser’s store cannot be read',
    what: 'What was kept cannot be shown just now. This is not an empty shop, and nothing is written while it is so.',
    todo: [
      'Is the disk full? Make room on it.',
      'Close the browser, all of its windows, and open the program again.',
      'If this page comes again, bring the second copy back.',
    ],
  },
  newer: {
    title: 'A newer version of the program has been here',
    what: 'It has put the store in an order that this version does not know. Nothing is lost.',
    todo: [
      'Load the page again, so that the browser fetches the newer version.',
      'If this page comes again, start the newer version of the program, or update this one.',
    ],
  },
  'old-tab': {
    title: 'Another tab holds the store',
    what: 'This version of the program wants to put the store in order, and an older one is still open in another tab.',
    todo: ['Close the other tabs of this program; this page then goes on by itself.'],
  },
  'newer-tab': {
    title: 'A newer version was opened in another tab',
    what: 'This tab is of the version before. All that was entered here is kept.',
    todo: ['Load the page again, so that this tab becomes the newer version too.'],
  },
};

/** A store that cannot be used says why and what to do; it never looks like an empty shop. */
@Component({
  selector: 'app-store-trouble-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [BringingBack],
  template: `
    @if (words(); as w) {
      <div class="page" tabindex="0" role="group" aria-labelledby="trouble" [attr.data-trouble]="keeper.trouble()?.kind">
        <h1 id="trouble">{{ w.title }}</h1>
        <p class="lead">{{ w.what }}</p>
        <ol>
          @for (line of w.todo; track line) {
            <li>{{ line }}</li>
          }
        </ol>
        @for (offer of offers(); track offer.shop) {
          <section class="panel" [attr.data-offer]="offer.shop">
            <h2>The copy of {{ time(offer) }}</h2>
            <p>
              {{ offer.jobs }} {{ offer.jobs === 1 ? 'job' : 'jobs' }} and {{ offer.entries }}
              {{ offer.entries === 1 ? 'entry' : 'entries' }} on their tapes.
              @if (offer.lost) {
                {{ offer.lost }} of its writes cannot be read any more.
              } @else {
                All of it can be read.
              }
            </p>
            <button class="chip" [disabled]="back.busy()" (click)="back.bring(offer.shop)">Bring it back</button>
          </section>
        }
        @if (back.failed()) {
          <p class="attention" role="alert">{{ back.failed() }}</p>
        }
        <div class="row">
          <button class="chip" (click)="again()">Load again</button>
          @if (keeper.trouble()?.kind === 'gone') {
            @if (sure()) {
              <span>The copies stay, under Archive.</span><button class="chip" (click)="keeper.startEmpty()">Yes, start empty</button>
            } @else {
              <button class="chip" (click)="sure.set(true)">Start with an empty shop</button>
            }
          }
          @if (keeper.trouble()?.kind === 'behind') {
            <button class="chip" (click)="keeper.goOnAsItIs()">Go on as it is</button>
          }
        </div>
      </div>
    }
  `,
  styles: `
    .page {
      max-width: 900px;
      margin: 0 auto;
      padding: 48px 24px;
      display: flex;
      flex-direction: column;
      gap: 16px;
    }
    .lead,
    li {
      font: var(--mat-sys-title-medium);
      font-stretch: var(--ar-stretch-text);
      margin: 0;
    }
    ol {
      margin: 0;
      padding-left: 28px;
      list-style: decimal;
    }
    li {
      padding: 6px 0;
    }
    .panel {
      display: flex;
      flex-direction: column;
      gap: 8px;
      align-items: flex-start;
    }
  `,
})
export class StoreTroublePage {
  protected readonly keeper = inject(StoreKeeper);
  protected readonly words = computed(() => {
    const trouble = this.keeper.trouble();
    return trouble && words[trouble.kind];
  });
  protected readonly offers = computed(() => this.keeper.trouble()?.offers ?? []);
  protected readonly back = inject(BringingBack);
  protected readonly sure = signal(false);

  protected time({ at }: CopyOffer): string {
    return new Date(at).toDateString() === new Date().toDateString() ? `${timeOfDay(at)}, today` : `${timeOfDay(at)}, ${dayText(at)}`;
  }

  protected again(): void {
    location.reload();
  }
}
