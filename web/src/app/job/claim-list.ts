import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { claimLines, type ClaimLine } from '@amber-relay/core/job';
import { claimStandNames, claimStands, type ClaimStand } from '@amber-relay/core/words';
import { JobOnBench } from './job-on-bench';
import { TapeWriter } from './tape-writer';

/** What others say of the set, each with how it was found to be, ticked where it stands. */
@Component({
  selector: 'app-claim-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (line of claims(); track line.claim.id) {
        <li>
          <span class="grow">{{ line.claim.claimant }}: {{ line.claim.text }}</span>
          <span role="group" [attr.aria-label]="'How it was found to be: ' + line.claim.text">
            @for (stands of all; track stands) {
              <button class="chip" [attr.aria-pressed]="line.said === stands" (click)="set(line, stands)">{{ names[stands] }}</button>
            }
          </span>
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      align-items: center;
      flex-wrap: wrap;
      gap: 4px 10px;
      min-height: 48px;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    [role='group'] {
      display: flex;
      gap: 4px;
    }
  `,
})
export class ClaimList {
  private readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  protected readonly all = claimStands;
  protected readonly names = claimStandNames;
  protected readonly claims = computed(() => claimLines(this.job.tape()));

  protected set({ claim, said }: ClaimLine, stands: ClaimStand): void {
    if (said !== stands) void this.writer.keep({ kind: 'claim-checked', of: claim.id, title: claim.text, stands });
  }
}
