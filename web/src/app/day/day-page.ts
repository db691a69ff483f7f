import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { Router, RouterLink } from '@angular/router';
import { stageNames, type Stage } from '@amber-relay/core/words';
import { fromStore } from '../storage/from-store';
import { JobList, type JobLine } from '../storage/job-list';
import { FirstStart } from './first-start';
import { ShopFilling } from '../storage/shop-filling';
import { Clock } from '../ui/clock';
import { dayText } from '../ui/clock-text';

const doing: Readonly<Record<Stage, string>> = {
  'book-in': 'Booking in',
  safety: 'Safety and cold checks',
  'first-look': 'First look',
  functions: 'Check the functions',
  trace: 'Go on tracing',
  parts: 'Prove and record the part',
  repair: 'Do the re-tests',
  align: 'Align',
  test: 'Go on testing',
  soak: 'Soak, or say that it is not needed',
  'hand-back': 'Hand back',
};
const waitWords = { part: 'Part', answer: 'Answer', 'cool-down': 'Cooling', soak: 'Soak', collection: 'Collect', nothing: '' } as const;

/** Whole days from today to a date; negative when it has passed. */
export function daysUntil(date: string, today: string): number {
  return Math.round((Date.parse(`${date}T00:00Z`) - Date.parse(`${today}T00:00Z`)) / 86_400_000);
}

/** Order of work that can be done now: the earliest promise first, then the longest here. */
export function workOrder(a: JobLine, b: JobLine): number {
  return (a.row.promisedOn ?? '9999').localeCompare(b.row.promisedOn ?? '9999') || a.row.number - b.row.number;
}

/** Whether all that is still to be fitted lies ready: it came, or is chosen from a drawer. */
const partsAreHere = ({ wanted = [] }: JobLine['row']['summary']): boolean =>
  wanted.some(({ state }) => state === 'here') &&
  wanted.every(({ state, stock }) => state === 'here' || (state === 'wanted' && stock !== undefined));

/** Day: the jobs in hand, what can be done now in which order, and what the others wait for. */
@Component({
  selector: 'app-day-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FirstStart, MatIcon, RouterLink],
  template: `
    <div class="page" tabindex="-1">
      <header>
        <h1>{{ title() }}</h1>
        <span class="quiet grow">{{ summary() }}</span>
        <a class="chip" routerLink="/book-in"><mat-icon svgIcon="add" />Book in <kbd>B</kbd></a>
      </header>
      @if (filling()) {
        <p class="quiet" role="status">Opening the shop…</p>
      } @else if (loaded() && lines().length === 0) {
        <app-first-start class="panel first-time" />
      }
      <div class="cols">
        <section aria-label="Do now">
          <h2>Do now, in this order</h2>
          <ol class="todo">
            @for (job of now(); track job.line.row.id; let i = $index) {
              <li [class.first]="i === 0" [attr.data-job]="job.line.row.number">
                <span class="n key">{{ i + 1 }}</span>
                <span class="mini-tag fig">{{ job.line.row.number }}</span>
                <a class="what" [routerLink]="['/job', job.line.row.id, job.stage]"
                  ><b>{{ job.doing }}</b
                  ><span>{{ job.line.set?.maker }} {{ job.line.set?.model }}, {{ job.line.customer?.name }}</span
                  ><span>{{ job.line.row.complaint }}</span></a
                >
                <span class="due" [class.attn]="job.late">{{ job.due }}</span>
              </li>
            } @empty {
              @if (lines().length) {
                <li class="none quiet">Nothing can be done now: every job waits for something.</li>
              }
            }
          </ol>
        </section>
        <section aria-label="Waiting">
          @for (job of missed(); track job.line.row.id) {
            <div class="attention late">
              <b>{{ job.line.row.number }}, {{ job.line.set?.maker }} {{ job.line.set?.model }}: {{ job.due }}</b>
              <p>{{ job.line.row.summary.waitText || 'Nothing holds it but bench time' }}. Tell {{ job.line.customer?.name }}.</p>
            </div>
          }
          <h2>Waiting</h2>
          <ul class="waits">
            @for (job of waiting(); track job.line.row.id) {
              <li>
                <b>{{ job.wait }}</b><span class="mini-tag fig">{{ job.line.row.number }}</span>
                <a [routerLink]="['/job', job.line.row.id, job.stage]"
                  >{{ job.line.set?.maker }} {{ job.line.set?.model }}: {{ job.line.row.summary.waitText }}</a
                >
                <span class="when">{{ job.until }}</span>
              </li>
            } @empty {
              <li class="none quiet">No job waits for anything.</li>
            }
          </ul>
        </section>
      </div>
    </div>
  `,
  styleUrl: './day-page.scss',
  host: { '(document:keydown)': 'key($event)' },
})
export class DayPage {
  private readonly router = inject(Router);
  protected readonly filling = inject(ShopFilling).busy;
  private readonly clock = inject(Clock);
  /** It turns at midnight, also where the page stays open. */
  private readonly today = this.clock.day;
  protected readonly title = computed(() =>
    new Date(`${this.today()}T12:00`).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' }),
  );
  private readonly read = fromStore('the jobs', inject(JobList).lines$());
  protected readonly loaded = computed(() => this.read() !== undefined);
  protected readonly lines = computed(() => this.read() ?? []);
  private readonly inHand = computed(() => this.lines().filter(({ row }) => !row.summary.finished));
  private readonly told = computed(() =>
    [...this.inHand()].sort(workOrder).map((line) => {
      const { promisedOn, summary } = line.row;
      const days = promisedOn === undefined ? undefined : daysUntil(promisedOn, this.today());
      // A soak whose time is over is work again: somebody has to look, and end it.
      const soaked = summary.soakDue !== undefined && Date.parse(summary.soakDue) <= this.clock.minute();
      const here = !soaked && partsAreHere(summary);
      const stage = soaked ? 'soak' : here ? 'parts' : summary.stage;
      return {
        line,
        stage,
        doing: soaked ? 'The soak is over: look, and end it' : here ? 'The parts are here: fit them' : doing[stage],
        stageName: stageNames[stage],
        late: days !== undefined && days < 0,
        due:
          promisedOn === undefined
            ? 'no date'
            : days === 0
              ? 'promised today'
              : days !== undefined && days < 0
                ? `${-days} ${days === -1 ? 'day' : 'days'} late`
                : `promised ${dayText(promisedOn)}`,
        wait: soaked ? '' : waitWords[summary.waits],
        until: summary.waitUntil ? `due ${dayText(summary.waitUntil)}` : '',
      };
    }),
  );
  protected readonly now = computed(() =>
    this.told()
      .filter(({ wait }) => wait === '')
      .slice(0, 40),
  );
  protected readonly waiting = computed(() =>
    this.told()
      .filter(({ wait }) => wait !== '')
      .slice(0, 40),
  );
  protected readonly missed = computed(() =>
    this.told()
      .filter(({ late }) => late)
      .slice(0, 3),
  );
  protected readonly summary = computed(() => {
    const all = this.told();
    return all.length
      ? `${all.length} in hand: ${all.filter((j) => j.wait === '').length} can be worked on, ${all.filter((j) => j.wait !== '').length} wait, ${all.filter((j) => j.late).length} late`
      : '';
  });

  protected key(event: KeyboardEvent): void {
    if (
      event.key.toLowerCase() === 'b' &&
      !event.ctrlKey &&
      !event.altKey &&
      !event.metaKey &&
      !(event.target as HTMLElement).closest('input, .cdk-overlay-container')
    )
      void this.router.navigate(['/book-in']);
  }
}
