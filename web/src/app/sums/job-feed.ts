import { ChangeDetectionStrategy, Component, computed, effect, inject, untracked } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { fedBy } from '@amber-relay/core/feed';
import { startCondition } from '@amber-relay/core/job';
import { standing } from '@amber-relay/core/tape';
import { of, switchMap } from 'rxjs';
import { BenchLine } from '../bench/bench-line';
import { conditionMemory } from '../bench/job-memory';
import { fromStore } from '../storage/from-store';
import { JobRepository } from '../storage/job-repository';
import { ShopRepository } from '../storage/shop-repository';
import { OpenSum } from './open-sum';

/** What the job on the bench has for the sum that is open: one press puts it into the form, which then goes on as readings come. */
@Component({
  selector: 'app-job-feed',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (feeds().length) {
      <div class="row" role="group" [attr.aria-label]="'From job ' + number()">
        <span class="quiet">From job {{ number() }}</span>
        @for (fed of feeds().slice(0, most); track fed.key) {
          <button class="chip" [attr.aria-pressed]="open.fed()?.key === fed.key" (click)="open.feed(fed)">{{ fed.name }}</button>
        }
        @if (feeds().length > most) {
          <span class="quiet">and {{ feeds().length - most }} more</span>
        }
      </div>
    }
  `,
  styleUrl: './feed-row.scss',
})
export class JobFeed {
  protected readonly open = inject(OpenSum);
  private readonly bench = inject(BenchLine);
  private readonly jobs = inject(JobRepository);
  private readonly shop = inject(ShopRepository);
  private readonly instruments = fromStore('the instruments', this.shop.instruments$, []);
  private readonly settings = fromStore('the settings of the shop', this.shop.settings$);
  private readonly jobId = computed(() => this.bench.file()?.row.id);
  private readonly tape = fromStore(
    'its tape',
    toObservable(this.jobId).pipe(switchMap((id): ReturnType<JobRepository['tape$']> => (id ? this.jobs.tape$(id) : of([])))),
    [],
  );
  protected readonly most = 8;
  protected readonly number = computed(() => this.bench.file()?.row.number);
  protected readonly feeds = computed(() => {
    const file = this.bench.file();
    if (!file) return [];
    const { card } = file;
    const condition = conditionMemory.of(file.row.id) ?? startCondition(card);
    return fedBy(this.open.sum().id, {
      stood: standing(this.tape()),
      condition,
      instruments: this.instruments(),
      s9: this.settings()?.s9,
      ...(card ? { card } : {}),
    });
  });

  constructor() {
    // What was taken from the job goes on with it, until one types into it.
    effect(() => {
      const feeds = this.feeds();
      untracked(() => {
        const taken = this.open.fed();
        const now = feeds.find(({ key }) => key === taken?.key);
        if (taken && now && JSON.stringify(now.input) !== taken.as) this.open.feed(now);
      });
    });
  }
}
