import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { optionCalled, partOf, type Modification } from '@amber-relay/core/card';
import {
  modificationText,
  modified,
  rolledBack,
  type ModificationTyped,
  type ModificationWrong,
  type RadioSet,
} from '@amber-relay/core/job';
import { dayOf } from '@amber-relay/core/line';
import { mayBeForbidden } from '@amber-relay/core/tape';
import { JobRepository } from '../../storage/job-repository';
import { notKeptText, wasTold } from '../../storage/write-gate';
import { Clock } from '../../ui/clock';
import { Field } from '../../ui/field';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';

const nothing: ModificationTyped = { title: '', designator: '', value: '', section: '' };

/** What somebody has changed in this one set, over its card: listed, and rolled back one by one. */
@Component({
  selector: 'app-modification-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field, FormsModule, MatButton],
  template: `
    <ul aria-label="Modifications of this set">
      @for (m of list(); track m.id) {
        <li>
          <span class="grow" [class.back]="m.rolledBack">{{ m.text }}</span>
          <button class="chip" [attr.aria-pressed]="m.rolledBack" (click)="roll(m.of)">rolled back</button>
          @if (m.forbidden && !m.rolledBack) {
            <p class="attention">This may be forbidden where the set is used: check your local rules and licence, and tell the owner.</p>
          }
        </li>
      }
    </ul>
    @if (options().length) {
      <p class="options" role="group" aria-label="What may be fitted to this chassis">
        <span class="quiet">Fitted to this one?</span>
        @for (option of options(); track option.id) {
          <button class="chip" (click)="fit(option.name)">{{ option.name }}</button>
        }
      </p>
    }
    <form (ngSubmit)="add()" aria-label="One more modification">
      <app-field label="What was changed" [refusal]="wrong().title ?? ''">
        <input class="box" name="title" [ngModel]="typed().title" (ngModelChange)="set({ title: $event })" autocomplete="off" />
      </app-field>
      <app-field label="Part" [refusal]="wrong().designator ?? ''">
        <input
          class="box fig"
          name="designator"
          [ngModel]="typed().designator"
          (ngModelChange)="set({ designator: $event })"
          autocomplete="off"
        />
      </app-field>
      <app-field label="Is now" [refusal]="wrong().value ?? ''">
        <input
          class="box"
          name="value"
          [ngModel]="typed().value"
          (ngModelChange)="set({ value: $event })"
          placeholder="4k7, or removed"
          autocomplete="off"
        />
      </app-field>
      @if (asksWhere()) {
        <app-field label="Where is it" [refusal]="wrong().section ?? ''">
          <select class="box" name="section" (change)="set({ section: $any($event.target).value })">
            <option value="">which section?</option>
            @for (section of job.card()?.sections; track section.id) {
              <option [value]="section.id">{{ section.name }}</option>
            }
          </select>
        </app-field>
      }
      <button mat-stroked-button type="submit" [disabled]="!typed().title.trim()">Add it</button>
    </form>
    @if (trouble(); as text) {
      <p class="wrong" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 10px;
      min-height: 48px;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    li p {
      flex-basis: 100%;
    }
    .back {
      text-decoration: line-through;
    }
    .options {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 10px;
      margin: 4px 0 8px;
    }
    form {
      display: grid;
      grid-template-columns: 2fr 1fr 1.4fr auto;
      gap: 8px 12px;
      align-items: end;
    }
    form:has(select) {
      grid-template-columns: 1.6fr 0.8fr 1fr 1.2fr auto;
    }
  `,
})
export class ModificationList {
  protected readonly job = inject(JobOnBench);
  private readonly jobs = inject(JobRepository);
  private readonly writer = inject(TapeWriter);
  private readonly clock = inject(Clock);
  protected readonly typed = signal(nothing);
  protected readonly wrong = signal<ModificationWrong>({});
  protected readonly trouble = signal('');
  protected readonly list = computed(() =>
    (this.job.file()?.set.modifications ?? []).map((of) => ({
      of,
      id: of.id,
      text: modificationText(of),
      rolledBack: of.rolledBack,
      forbidden: mayBeForbidden(of.title),
    })),
  );
  /** What the card says may be fitted, and is not in this set yet. */
  protected readonly options = computed(() =>
    (this.job.card()?.options ?? []).filter(
      (option) => !this.list().some(({ of, rolledBack }) => !rolledBack && optionCalled({ options: [option] }, of.title)),
    ),
  );
  /** A part that the card does not have needs a place on it. */
  protected readonly asksWhere = computed(() => {
    const card = this.job.card();
    const name = this.typed().designator.trim();
    return card !== undefined && /^[a-z]{1,4}\d+[a-z]?$/i.test(name) && !partOf(card, name);
  });

  protected set(change: Partial<ModificationTyped>): void {
    this.typed.update((typed) => ({ ...typed, ...change }));
  }

  protected async add(): Promise<void> {
    const file = this.job.file();
    if (!file) return;
    const made = modified(file.set, this.job.card(), this.typed(), { id: crypto.randomUUID(), on: dayOf(this.clock.now()) });
    this.wrong.set(made.wrong);
    if (!made.modification) return;
    const { title, designator, value, section } = this.typed();
    const part = designator.trim()
      ? { designator: designator.trim().toUpperCase(), value: value.trim(), ...(section ? { section } : {}) }
      : {};
    if (await this.writer.keep({ kind: 'modification', title: title.trim(), ...part })) this.typed.set(nothing);
  }

  protected async fit(option: string): Promise<void> {
    await this.writer.keep({ kind: 'modification', title: `${option} fitted` });
  }

  protected async roll(of: Modification): Promise<void> {
    const file = this.job.file();
    if (!file) return;
    const text = modificationText(of);
    await this.keep(rolledBack(file.set, of.id, !of.rolledBack), of.rolledBack ? '' : text, of.rolledBack ? text : '');
  }

  private async keep(set: RadioSet, was: string, now: string): Promise<boolean> {
    const file = this.job.file();
    if (!file) return false;
    try {
      const entries = [{ kind: 'correction' as const, what: 'modification', was, now }];
      await this.jobs.correct(
        { job: file.row, set, customer: file.customer, entries, wrong: {} },
        this.job.settings()?.technician ?? 'Bench',
      );
      return true;
    } catch (error) {
      if (!wasTold(error)) this.trouble.set(`${notKeptText(error)} What you typed is still here.`);
      return false;
    }
  }
}
