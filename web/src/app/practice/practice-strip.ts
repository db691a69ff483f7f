import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { caseEndNames, helps, type Claim, type Help } from '@amber-relay/core/practice';
import { MarkdownText } from './markdown-text';
import { PracticeDesk } from './practice-desk';

const helpNames: Readonly<Record<Help, string>> = { off: 'Trace off', hints: 'Trace hints', on: 'Trace on' };

/** What one can say of one thing in one press. */
const said = [
  { name: 'hardly', value: 0.05 },
  { name: 'perhaps', value: 0.3 },
  { name: 'likely', value: 0.7 },
  { name: 'sure', value: 0.95 },
] as const;

/** The practice bench above the job: its clock, the load, how much Trace says, and the end of the case. */
@Component({
  selector: 'app-practice-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MarkdownText],
  template: `
    @if (desk.row(); as row) {
      <section class="strip" aria-label="Practice bench">
        <span class="title"
          ><b>Practice: {{ row.title }}</b
          ><small class="ref">{{ row.code }}</small></span
        >
        @if (desk.state(); as state) {
          <span class="clock" data-practice-clock
            ><span class="key">{{ minutes() }}</span
            ><small>on the clock</small></span
          >
          <span class="clock"
            ><span class="fig">{{ state.tests }}</span
            ><small>{{ state.tests === 1 ? 'test' : 'tests' }}</small></span
          >
          @if (row.end) {
            <p class="grow">
              The case is over: <b>{{ ends[row.end] }}</b>.
            </p>
            @if (row.review) {
              <a class="chip" data-review [attr.href]="'/practice/review/' + row.id">Go over it</a>
            } @else {
              <span class="quiet">It is being gone over.</span>
            }
          } @else if (ending()) {
            <p class="grow">What is it?</p>
            <button class="chip" data-claim="mended" (click)="finish('mended')">It is mended</button>
            <button class="chip" data-claim="sound" (click)="finish('sound')">Nothing is wrong inside</button>
            <button class="chip" data-claim="given-up" (click)="finish('given-up')">I give up</button>
            <button class="chip" (click)="ending.set(false)">Go on</button>
          } @else {
            <button class="chip" data-load [attr.aria-pressed]="state.hasLoad" (click)="load(!state.hasLoad)">
              {{ state.hasLoad ? 'Dummy load on' : 'No load' }}
            </button>
            <select
              class="box help"
              [ngModel]="row.help"
              (ngModelChange)="desk.setHelp($event)"
              name="help"
              [attr.name]="'help'"
              aria-label="How much Trace says"
            >
              @for (help of helps; track help) {
                <option [value]="help">{{ helpNames[help] }}</option>
              }
            </select>
            @if (row.told?.text; as story) {
              <details>
                <summary class="chip">The story</summary>
                <div class="panel"><app-markdown-text [text]="story" /></div>
              </details>
            }
            <span class="grow"></span>
            <button class="chip" data-finish (click)="ending.set(true)">End the case</button>
          }
        }
      </section>
      @if (row.end === undefined && desk.question(); as q) {
        <section class="strip ask" aria-label="What do you hold?" data-belief>
          <p class="grow">
            Does the fault lie in the <b>{{ q.name }}</b>?
          </p>
          @for (each of said; track each.value) {
            <button class="chip" (click)="desk.believe(each.value)">{{ each.name }}</button>
          }
          <button class="chip" (click)="desk.believe(null)">Leave it</button>
        </section>
      }
    }
  `,
  styles: `
    .strip {
      display: flex;
      align-items: center;
      gap: 12px;
      min-height: 52px;
      padding: 4px 16px;
      background: var(--mat-sys-surface-container-high);
      border-bottom: 2px solid var(--mat-sys-primary);
    }
    .ask {
      border-bottom: 1px solid var(--mat-sys-outline-variant);
    }
    .title {
      display: flex;
      flex-direction: column;
      min-width: 0;
    }
    .title b {
      font: var(--mat-sys-title-small);
      font-stretch: var(--ar-stretch-text);
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    small {
      color: var(--mat-sys-on-surface-variant);
    }
    .clock {
      display: flex;
      align-items: baseline;
      gap: 6px;
      padding-left: 12px;
      border-left: 1px solid var(--mat-sys-outline-variant);
    }
    .help {
      width: 132px;
      height: 40px;
    }
    details {
      position: relative;
    }
    summary {
      list-style: none;
    }
    details > div {
      position: absolute;
      z-index: 5;
      top: 46px;
      left: -200px;
      width: 460px;
      max-height: 60vh;
      overflow: auto;
    }
    .grow {
      flex: 1;
    }
    p {
      margin: 0;
    }
  `,
})
export class PracticeStrip {
  protected readonly desk = inject(PracticeDesk);
  protected readonly ends = caseEndNames;
  protected readonly helps = helps;
  protected readonly helpNames = helpNames;
  protected readonly said = said;
  protected readonly ending = signal(false);
  protected readonly minutes = computed(() => {
    const minutes = Math.round(this.desk.state()?.minutes ?? 0);
    return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
  });

  protected load(on: boolean): void {
    void this.desk.ask({ what: 'load', on });
  }

  protected async finish(claim: Claim): Promise<void> {
    this.ending.set(false);
    await this.desk.finish(claim);
    const id = this.desk.row()?.id;
    if (id) location.assign(`/practice/review/${id}`);
  }
}
