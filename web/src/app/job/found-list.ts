import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { foundLines, type FoundLine, type StageState } from '@amber-relay/core/job';
import { workNames, workStates, type WorkState } from '@amber-relay/core/words';
import { StateMark } from '../ui/state-mark';
import { JobOnBench } from './job-on-bench';
import { TapeWriter } from './tape-writer';

const marks: Readonly<Record<WorkState, StageState>> = {
  'to-do': 'in-hand',
  done: 'done',
  'left-alone': 'not-needed',
  watch: 'missing',
};

/** What was found on looking, each with what becomes of it, ticked where it stands. */
@Component({
  selector: 'app-found-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StateMark],
  template: `
    <ul>
      @for (f of found(); track f.finding.id) {
        <li [attr.data-found]="f.finding.id">
          <app-state-mark [of]="mark(f)" />
          <span class="grow"
            >{{ f.title }}{{ f.finding.section && !f.finding.designator ? ', ' + job.sectionName(f.finding.section) : '' }}
            <span class="quiet">{{ f.finding.severity }}{{ f.finding.previousHands ? ', previous hands' : '' }}</span></span
          >
          <span role="group" [attr.aria-label]="'What becomes of it: ' + f.title">
            @for (state of states; track state) {
              <button class="chip" [attr.aria-pressed]="f.state === state" (click)="set(f, state)">{{ names[state] }}</button>
            }
          </span>
        </li>
      } @empty {
        <li class="quiet"><ng-content /></li>
      }
    </ul>
  `,
  styles: `
    li {
      display: flex;
      align-items: center;
      gap: 10px;
      min-height: 48px;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    [role='group'] {
      display: flex;
      gap: 4px;
      flex-wrap: wrap;
    }
  `,
})
export class FoundList {
  protected readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  protected readonly states = workStates;
  protected readonly names = workNames;
  /** The newest first. */
  protected readonly found = computed(() => foundLines(this.job.tape()).reverse());

  protected mark({ state }: FoundLine): StageState {
    return state ? marks[state] : 'not-begun';
  }

  protected set({ finding, title, state: now }: FoundLine, state: WorkState): void {
    if (now !== state) void this.writer.keep({ kind: 'work', of: finding.id, title, state });
  }
}
