import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { earnedOf, termsOf } from '@amber-relay/core/job';
import { moneyText } from '@amber-relay/core/money';
import { stageNames } from '@amber-relay/core/words';
import { fromStore } from '../../storage/from-store';
import { ShopRepository } from '../../storage/shop-repository';
import { Clock } from '../../ui/clock';
import { JobOnBench } from '../job-on-bench';

const spanText = (minutes: number): string =>
  minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60 ? `${minutes % 60} min` : ''}`.trim();

/** What the job brings the shop: hours by stage, what the parts cost, and what is left for an hour. On no sheet. */
@Component({
  selector: 'app-earned-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (lines(); as all) {
      <details>
        <summary>What it brings: for the shop alone</summary>
        <dl>
          @for (line of all; track line[0]) {
            <div>
              <dt>{{ line[0] }}</dt>
              <dd class="fig">{{ line[1] }}</dd>
            </div>
          }
        </dl>
      </details>
    }
  `,
  styles: `
    summary {
      min-height: 44px;
      align-content: center;
      cursor: pointer;
      font-weight: 600;
    }
    dl {
      margin: 0;
    }
    dl div {
      display: flex;
      justify-content: space-between;
      gap: 16px;
      padding: 5px 0;
      border-bottom: 1px solid var(--mat-sys-outline-variant);
    }
    dd {
      margin: 0;
      text-align: right;
    }
  `,
})
export class EarnedPanel {
  private readonly job = inject(JobOnBench);
  private readonly clock = inject(Clock);
  private readonly stock = fromStore('the stock', inject(ShopRepository).stock$, []);
  protected readonly lines = computed((): readonly (readonly [string, string])[] | undefined => {
    const [shop, file] = [this.job.settings(), this.job.file()];
    if (!shop || !file) return undefined;
    const currency = file.row.currency ?? shop.currency;
    // The rate of an hour and what parts cost are in the money of the shop: they are not held against another.
    if (currency !== shop.currency) return undefined;
    const money = (minor: number): string => moneyText(minor, currency);
    const earned = earnedOf(this.job.tape(), this.stock(), termsOf(this.job.stood(), shop), this.clock.now().getTime());
    return [
      ...earned.byStage.map(({ stage, minutes }) => [stageNames[stage], spanText(minutes)] as const),
      [`Time by the clock, ${spanText(earned.minutes)}, at the rate of an hour`, money(earned.timeMinor)],
      ['Asked, before tax', money(earned.askedMinor)],
      ['Parts at their price', money(earned.partsMinor)],
      [`Parts at what they cost${earned.unknown ? `, without ${earned.unknown} of which it is not known` : ''}`, money(earned.costMinor)],
      ...(earned.perHourMinor === undefined
        ? []
        : [[`Left for an hour when the parts are paid${earned.unknown ? ', at most' : ''}`, money(earned.perHourMinor)] as const]),
    ];
  });
}
