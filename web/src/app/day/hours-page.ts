import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { hoursText, readDaysOff, readHours, WorkingTime, type Person } from '@amber-relay/core/day';
import { CoreError } from '@amber-relay/core/errors';
import { DayRepository } from '../storage/day-repository';
import { fromStore } from '../storage/from-store';
import { ShopRepository } from '../storage/shop-repository';
import { Clock } from '../ui/clock';
import { Field } from '../ui/field';
import { peopleOf } from './plan-input';

/** Monday first, as a week is worked. */
const weekdays = [1, 2, 3, 4, 5, 6, 0] as const;
const names = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'] as const;

interface Typed {
  readonly key: number;
  name: string;
  readonly week: string[];
  off: string;
}

/** Who works at the bench, and when: the hours that the plan of the day is laid into. */
@Component({
  selector: 'app-hours-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton, RouterLink],
  template: `
    <div class="page" tabindex="-1">
      <header>
        <h1>Hours at the bench</h1>
        <span class="quiet grow">The plan of the day is laid into them.</span>
        <a mat-button routerLink="/day">Back to the day</a>
      </header>
      <form (ngSubmit)="keep()">
        @for (person of people(); track person.key; let i = $index) {
          <fieldset class="panel">
            <legend>{{ person.name || 'Someone new' }}</legend>
            <app-field label="Name" [refusal]="refused(i, 'name')"
              ><input class="box" [name]="'name' + person.key" [(ngModel)]="person.name"
            /></app-field>
            @for (day of days; track day) {
              <app-field [label]="dayNames[day]" [refusal]="refused(i, dayNames[day])"
                ><input class="box fig" [name]="'day' + person.key + day" [(ngModel)]="person.week[day]" placeholder="off"
              /></app-field>
            }
            <app-field class="off" label="Days off" hint="like 2026-12-24, 12-31" [refusal]="refused(i, 'off')"
              ><input class="box fig" [name]="'off' + person.key" [(ngModel)]="person.off"
            /></app-field>
            @if (people().length > 1) {
              <button mat-button type="button" (click)="drop(person)">Take {{ person.name || 'them' }} off</button>
            }
          </fieldset>
        }
        <p class="acts">
          <button mat-flat-button type="submit">Keep</button>
          <button mat-stroked-button type="button" (click)="add()">Someone else</button>
          @if (says()) {
            <span role="status">{{ says() }}</span>
          }
        </p>
      </form>
    </div>
  `,
  styles: `
    fieldset {
      border: 0;
      margin: 0 0 14px;
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
      gap: 10px 14px;
      align-items: start;
    }
    legend {
      font: var(--mat-sys-title-medium);
      float: left;
      grid-column: 1 / -1;
    }
    .off {
      grid-column: span 2;
    }
    fieldset button {
      align-self: end;
      justify-self: start;
    }
    .acts {
      display: flex;
      gap: 12px;
      align-items: center;
    }
  `,
})
export class HoursPage {
  private readonly days$ = inject(DayRepository);
  private readonly clock = inject(Clock);
  private readonly settings = fromStore('the settings of the shop', inject(ShopRepository).settings$);
  private readonly known = computed(() => {
    const settings = this.settings();
    return settings && JSON.stringify(peopleOf(settings));
  });
  /** What is typed stays as long as nobody else keeps other hours. */
  protected readonly people = linkedSignal({
    source: this.known,
    computation: (known): readonly Typed[] => (known === undefined ? [] : (JSON.parse(known) as Person[]).map((person) => typedOf(person))),
  });
  protected readonly days = weekdays;
  protected readonly dayNames = names;
  protected readonly says = signal('');
  private readonly refusals = signal<ReadonlyMap<string, string>>(new Map());

  protected refused(person: number, field: string): string {
    return this.refusals().get(`${person} ${field}`) ?? '';
  }

  protected add(): void {
    const [first] = this.people();
    this.people.update((all) => [...all, { key: (made += 1), name: '', week: [...(first?.week ?? [])], off: '' }]);
  }
  protected drop(person: Typed): void {
    this.people.update((all) => all.filter((each) => each !== person));
  }

  protected async keep(): Promise<void> {
    const wrong = new Map<string, string>();
    const read = <T>(person: number, field: string, act: () => T, otherwise: T): T => {
      try {
        return act();
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        wrong.set(`${person} ${field}`, `${error.message} ${error.remedy}`);
        return otherwise;
      }
    };
    const typed = this.people();
    const people = typed.map(({ name, week, off }, i) => {
      if (!name.trim()) wrong.set(`${i} name`, 'Who is it? Give a name; nothing was changed.');
      else if (typed.some((other, k) => k < i && other.name.trim() === name.trim()))
        wrong.set(`${i} name`, `There is a ${name.trim()} already. Give another name; nothing was changed.`);
      return {
        name: name.trim(),
        hours: {
          week: week.map((text, day) =>
            read(i, names[day] ?? '', () => [...readHours(text, names[day] ?? '')].map(([a, b]): [number, number] => [a, b]), []),
          ),
          off: [...read(i, 'off', () => readDaysOff(off, 'off', this.clock.now()), [])],
        },
      };
    });
    if (wrong.size === 0 && !people.some(({ hours }) => WorkingTime.works(hours)))
      wrong.set(`0 ${names[1]}`, 'Nobody would be at the bench at all. Give somebody hours; nothing was changed.');
    this.refusals.set(wrong);
    this.says.set('');
    if (wrong.size) return;
    await this.days$.savePeople(people);
    this.says.set('Kept.');
  }
}

let made = 0;
const typedOf = ({ name, hours }: Person): Typed => ({
  key: (made += 1),
  name,
  week: hours.week.map((spans) => hoursText(spans)),
  off: hours.off.join(', '),
});
