import { ChangeDetectionStrategy, Component, computed, inject, resource, signal } from '@angular/core';
import { BringingBack } from '../storage/bringing-back';
import type { CopyOffer } from '../storage/copy/copy.worker';
import { DailyArchive } from '../storage/copy/daily-archive';
import { SecondCopy } from '../storage/copy/second-copy';
import { StoreKeeper } from '../storage/store-keeper';
import { dayText, timeOfDay } from '../ui/clock-text';

/** The second copy: how far it goes, the folder it is also written to, and copies of shops that were here before. */
@Component({
  selector: 'app-copy-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [BringingBack],
  template: `
    <h2>Second copy</h2>
    <p>{{ stands() }}</p>
    <p class="quiet">
      Every entry is also written outside the browser’s store, within a moment. Should the store be cleared, or dropped when the disk was
      full, the program offers the copy when it starts.
    </p>
    <h2>In a folder of yours</h2>
    @if (daily.folder(); as known) {
      <p>
        Written to “{{ known.handle.name }}”{{ known.granted ? '' : ', once the browser is allowed to again' }}.
        {{ daily.last() ? 'Last archive: ' + day(daily.last()) + '.' : '' }}
      </p>
      <div class="row">
        <button class="chip" (click)="daily.choose()">Choose another folder</button>
        <button class="chip" (click)="daily.forget()">Write there no longer</button>
      </div>
    } @else if (daily.possible) {
      <p class="quiet">The copy, and an archive of the shop once a day, without asking: best on another disk.</p>
      <button class="chip" (click)="daily.choose()">Choose a folder</button>
    } @else {
      <p class="quiet">This browser cannot write to a folder by itself: save the shop as a file now and then.</p>
    }
    @if (before().length) {
      <h2>Shops that were here before</h2>
      @for (offer of before(); track offer.shop) {
        <div class="row" [attr.data-offer]="offer.shop">
          <span>{{ day(offer.at) }}, {{ time(offer.at) }}: {{ offer.jobs }} jobs, {{ offer.entries }} entries</span>
          @if (asked() === offer.shop) {
            <span class="attn">It takes the place of what is here now.</span>
            <button class="chip" [disabled]="back.busy()" (click)="back.bring(offer.shop)">Yes, bring it back</button>
            <button class="chip" [disabled]="back.busy()" (click)="asked.set('')">Leave it</button>
          } @else {
            <button class="chip" (click)="asked.set(offer.shop)">Bring it back</button>
          }
        </div>
      }
      @if (back.busy()) {
        <p role="status">Bringing it back… The page is loaded again when it is here.</p>
      }
      @if (back.failed()) {
        <p class="attention" role="alert">{{ back.failed() }}</p>
      }
    }
  `,
  styles: `
    .row {
      flex-wrap: wrap;
      gap: 8px;
    }
  `,
})
export class CopyPanel {
  protected readonly daily = inject(DailyArchive);
  private readonly keeper = inject(StoreKeeper);
  private readonly copy = inject(SecondCopy);
  protected readonly day = dayText;
  protected readonly time = timeOfDay;
  protected readonly asked = signal('');
  protected readonly back = inject(BringingBack);
  private readonly offers = resource({ loader: async () => ({ all: await this.copy.offers(), now: await this.keeper.shopNow() }) });
  private readonly own = computed(() => {
    const found = this.offers.value();
    return found?.all.find(({ shop }) => shop === found.now);
  });
  protected readonly before = computed((): readonly CopyOffer[] => {
    const found = this.offers.value();
    return found?.all.filter(({ shop }) => shop !== found.now) ?? [];
  });
  protected readonly stands = computed(() => {
    if (!this.offers.value()) return 'Looking…';
    const at = this.copy.at() || this.own()?.at;
    return at ? `As of ${timeOfDay(at)}, ${dayText(at)}.` : 'None yet: it is made with the first entry.';
  });
}
