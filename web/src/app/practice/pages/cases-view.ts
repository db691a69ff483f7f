import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { attempt } from '@amber-relay/core/errors';
import {
  anyCase,
  caseEndNames,
  caseFrom,
  caseSkills,
  caseWays,
  gradeNames,
  isWon,
  playable,
  practiceCards,
  readCode,
  skillsOf,
  wayNames,
  type CaseWay,
  type Measured,
} from '@amber-relay/core/practice';
import { fromStore } from '../../storage/from-store';
import { PracticeRepository } from '../../storage/practice-repository';
import { ShopRepository } from '../../storage/shop-repository';
import { dayText } from '../../ui/clock-text';
import { Clock } from '../../ui/clock';
import { Field } from '../../ui/field';
import { beginLink } from '../begin-link';
import { CaseMeter } from '../case-meter';
import { HelpMemory } from '../help-memory';
import { weekSet } from '../week';
import { HelpChoice } from './help-choice';

/** Cases: one by its code, one of a set and sort that one chooses, the seven of this week, and those that were begun. */
@Component({
  selector: 'app-cases-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, HelpChoice, MatButton],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Cases">
      <header>
        <h1>Practice</h1>
        <span class="grow quiet">A set with something hidden in it, on a bench of its own. Nothing of it comes into the shop's jobs.</span>
        <app-help-choice />
      </header>
      <div class="columns">
        <section class="panel stack">
          <h2>A new case</h2>
          <app-field label="Set">
            <select class="box" [(ngModel)]="cardAt" [attr.name]="'card'">
              <option value="">Any made-up set</option>
              @for (card of cards(); track card.id) {
                <option [value]="card.id">{{ card.chassis }}</option>
              }
            </select>
          </app-field>
          <app-field label="Sort of trouble">
            <select class="box" [(ngModel)]="way" [attr.name]="'way'">
              <option value="">As sets come in</option>
              @for (each of ways; track each) {
                <option [value]="each">{{ wayNames[each] }}</option>
              }
            </select>
          </app-field>
          <div class="row">
            <button mat-flat-button data-begin (click)="begin()">Begin</button>
            @if (weakest(); as skill) {
              <button mat-stroked-button (click)="beginWeakest()">Practise {{ skill }}</button>
            }
          </div>
          @if (failure(); as says) {
            <p class="wrong" role="alert">{{ says }}</p>
          }
        </section>
        <section class="panel stack">
          <h2>By its code</h2>
          <app-field label="Code" [hint]="codeSays()" [refusal]="codeWrong()">
            <input
              class="box fig"
              autocomplete="off"
              autocapitalize="characters"
              spellcheck="false"
              [(ngModel)]="code"
              (keydown.enter)="beginCode()"
              [attr.name]="'code'"
            />
          </app-field>
          <div class="row">
            <button mat-stroked-button [disabled]="!coded()" (click)="beginCode()">Begin this one</button>
          </div>
          <p class="quiet">The same code hides the same in every shop that has the card.</p>
        </section>
      </div>
      <h2>This week's seven</h2>
      <table class="plain">
        <thead>
          <tr>
            <th>Code</th>
            <th>Set</th>
            <th>The owner says</th>
            <th>Grade</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          @for (one of week(); track one.code) {
            <tr>
              <td class="ref">{{ one.code }}</td>
              <td class="nowrap">{{ one.set }}</td>
              <td>
                {{ one.words }} <span class="quiet">{{ one.fails }}</span>
              </td>
              <td class="nowrap">{{ one.grade }}</td>
              <td class="nowrap">
                @if (one.done) {
                  <a class="chip" [href]="'/practice/review/' + one.done">{{ one.end }}</a>
                } @else {
                  <a class="chip" [href]="one.link">Begin</a>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
      <h2>Begun here</h2>
      <table class="plain">
        <thead>
          <tr>
            <th>When</th>
            <th>Code</th>
            <th>Set</th>
            <th>Grade</th>
            <th>How it went</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          @for (row of begun(); track row.id) {
            <tr>
              <td class="nowrap">{{ row.when }}</td>
              <td class="ref">{{ row.code }}</td>
              <td>{{ row.title }}</td>
              <td class="nowrap">{{ row.grade }}</td>
              <td [class.ok]="row.won">{{ row.end }}</td>
              <td class="nowrap">
                <a class="chip" [href]="row.link">{{ row.over ? 'Go over it' : 'Go on' }}</a>
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="6" class="quiet">None yet. Begin one above.</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styles: `
    .columns {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 12px;
      margin-bottom: 16px;
    }
    .stack {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    h2 {
      margin-top: 12px;
    }
    .panel h2 {
      margin-top: 0;
    }
    td {
      padding: 4px 12px 4px 0;
      vertical-align: middle;
    }
    .nowrap {
      white-space: nowrap;
    }
    @media (max-width: 900px) {
      .columns {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class CasesView {
  private readonly practice = inject(PracticeRepository);
  private readonly meter = inject(CaseMeter);
  private readonly clock = inject(Clock);
  protected readonly help = inject(HelpMemory).help;
  protected readonly ways = caseWays;
  protected readonly wayNames = wayNames;
  protected readonly cardAt = signal('');
  protected readonly way = signal<CaseWay | ''>('');
  protected readonly code = signal('');
  protected readonly failure = signal('');
  private readonly own = fromStore('the cards', inject(ShopRepository).cards$, []);
  private readonly rows = fromStore('the cases', this.practice.cases$, []);
  protected readonly cards = computed(() => [
    ...this.own()
      .filter(({ functions }) => functions.length > 0)
      .map((card) => playable(card)),
    ...practiceCards(),
  ]);
  protected readonly weakest = computed(() => skillsOf(this.rows()).find(({ lost }) => lost >= 5)?.skill ?? '');
  private readonly weekly = computed(() => weekSet(this.clock.day()));
  protected readonly week = computed(() =>
    this.weekly().map((one) => {
      const measured = this.meter.measured().get(one.code);
      const done = this.rows().find(({ code, end }) => code === one.code && end !== undefined);
      return {
        code: one.code,
        set: one.card.chassis,
        words: one.words,
        fails: one.card.functions.find(({ id }) => id === one.complaint.functionId)?.name ?? '',
        grade: measured ? gradeText(measured) : 'being measured',
        link: beginLink({ code: one.code }, this.help()),
        done: done?.id,
        end: done?.end ? caseEndNames[done.end] : '',
      };
    }),
  );
  protected readonly begun = computed(() =>
    this.rows().map(({ id, code, title, grade, beganAt, end }) => ({
      id,
      code,
      title,
      when: dayText(beganAt),
      grade: grade ? gradeNames[grade] : '',
      end: end ? caseEndNames[end] : 'not ended',
      won: isWon(end),
      over: end !== undefined,
      link: end === undefined ? `/practice/bench/job/${id}` : `/practice/review/${id}`,
    })),
  );
  private readonly spec = computed(() => (this.code().trim() === '' ? undefined : attempt(() => readCode(this.code()))));
  /** The case of the code that was typed, where there is one here. */
  protected readonly coded = computed(() => {
    const spec = this.spec();
    const found = spec?.ok ? attempt(() => caseFrom(spec.value, this.cards())) : undefined;
    return found?.ok ? found.value : undefined;
  });
  protected readonly codeSays = computed(() => {
    const one = this.coded();
    return one ? `${one.card.chassis}. ${one.words}` : '';
  });
  protected readonly codeWrong = computed(() => {
    const spec = this.spec();
    if (!spec) return '';
    const found = spec.ok ? attempt(() => caseFrom(spec.value, this.cards())) : spec;
    return found.ok ? '' : `${found.failure.message} ${found.failure.remedy}`;
  });

  constructor() {
    effect(() => {
      for (const one of this.weekly()) this.meter.want(one.code, one);
    });
  }

  protected begin(): void {
    const cards = this.cardAt() ? this.cards().filter(({ id }) => id === this.cardAt()) : practiceCards();
    const seed = Math.floor(Math.random() * 2 ** 24);
    const card = cards[seed % Math.max(1, cards.length)];
    if (!card) return this.failure.set('This card is no longer here.');
    const made = attempt(() => anyCase(card, seed, this.way() || undefined));
    if (!made.ok) return this.failure.set(`${made.failure.message} ${made.failure.remedy}`);
    location.assign(beginLink({ code: made.value.code }, this.help()));
  }

  protected beginCode(): void {
    const one = this.coded();
    if (one) location.assign(beginLink({ code: one.code }, this.help()));
  }

  /** A case that asks for what one loses most time at. */
  protected beginWeakest(): void {
    const one = caseFor(this.weakest(), Math.floor(Math.random() * 2 ** 20));
    if (one) location.assign(beginLink({ code: one.code }, this.help()));
  }
}

/** The hardest have no minutes: some of those who search go wrong on them. */
const gradeText = ({ grade, minutes }: Measured): string =>
  grade === 'nobody' ? gradeNames[grade] : `${gradeNames[grade]}, ${minutes} min`;

/** Some case of a made-up set that asks for a skill. */
function caseFor(skill: string, seed: number): ReturnType<typeof anyCase> | undefined {
  const cards = practiceCards();
  for (let n = 0; n < 60; n += 1) {
    const card = cards[(seed + n) % cards.length];
    const one = card && anyCase(card, seed + n);
    if (
      one &&
      caseSkills(
        one.card,
        one.way,
        one.faults.map(({ section }) => section),
      ).includes(skill)
    )
      return one;
  }
  return undefined;
}
