import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatButton } from '@angular/material/button';
import { findingKinds, findingNames, type FindingKind } from '@amber-relay/core/words';
import type { TapeBody } from '@amber-relay/core/tape';
import { readPhoto } from '../../book-in/read-photo';
import { CardSheets } from '../../sheets/card-sheets';
import type { Photo } from '../../storage/job-repository';
import { Choice } from '../../ui/choice';
import { Field } from '../../ui/field';
import { Offers, type Offer } from '../../ui/offers';
import { JobOnBench } from '../job-on-bench';
import { LookViews } from '../apart/look-views';
import { FoundList } from '../found-list';
import { TapeWriter } from '../tape-writer';
import { typedPlace } from '../typed-place';

/** First look: a list of findings to tap, each with where and how bad. */
@Component({
  selector: 'app-first-look-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, Field, FormsModule, FoundList, LookViews, MatAutocompleteTrigger, MatButton, Offers],
  template: `
    <header class="head">
      <h1>First look</h1>
      <app-look-views />
      <span class="quiet grow">Before any meter: half of the easy repairs end here.</span>
    </header>
    <div class="body stack" tabindex="0" role="group" aria-label="Findings">
      <div>
        <p class="asked" aria-hidden="true">What is there?</p>
        <app-choice label="What is there?" [options]="kinds" [(value)]="finding" />
      </div>
      <div class="where">
        <app-field label="Where: a part such as C31, or a section" [refusal]="wrongPlace()">
          <input
            class="box fig"
            name="where"
            [ngModel]="where()"
            (ngModelChange)="where.set($event)"
            [matAutocomplete]="offered.panel()"
            autocomplete="off"
          />
        </app-field>
        <app-offers #offered [from]="places()" [typed]="where()" />
        <app-field label="In your words">
          <input class="box" name="text" [ngModel]="text()" (ngModelChange)="text.set($event)" autocomplete="off" />
        </app-field>
      </div>
      <div class="acts">
        <app-choice label="How bad is it?" [options]="severities" [(value)]="severity" />
        <button class="chip" [attr.aria-pressed]="hands()" (click)="hands.set(!hands())">previous hands</button>
        <label class="chip"
          >{{ photo()?.name ?? 'With a photo' }}<input #file type="file" accept="image/*" (change)="take(file.files); file.value = ''"
        /></label>
        <span class="grow"></span>
        <button mat-flat-button (click)="keep()" [disabled]="!finding()">Keep the finding</button>
        <button mat-stroked-button (click)="clean()">All looks clean</button>
      </div>
      @if (wrong()) {
        <p class="wrong" role="alert">{{ wrong() }}</p>
      }
      <section>
        <h2>Found so far</h2>
        <app-found-list>Nothing yet. Look for leaks, burns, dull joints, parts out of line, added wires.</app-found-list>
      </section>
    </div>
  `,
  styleUrl: './stage.scss',
  styles: `
    .where {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 12px;
    }
    .asked {
      margin-bottom: 6px;
      font: var(--mat-sys-title-small);
      font-stretch: var(--ar-stretch-text);
    }
  `,
})
export class FirstLookStage {
  protected readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  private readonly sheets = inject(CardSheets, { optional: true });
  protected readonly kinds = findingKinds.filter((k) => k !== 'clean').map((kind) => ({ value: kind, name: findingNames[kind] }));
  protected readonly severities = (['slight', 'plain', 'bad'] as const).map((severity) => ({ value: severity, name: severity }));
  protected readonly finding = signal<FindingKind | null>(null);
  protected readonly where = signal('');
  protected readonly text = signal('');
  protected readonly severity = signal<'slight' | 'plain' | 'bad'>('plain');
  protected readonly hands = signal(false);
  protected readonly wrong = signal('');
  protected readonly wrongPlace = signal('');
  protected readonly places = computed((): Offer[] => [
    ...(this.job.card()?.parts ?? []).map(({ designator, value }) => ({ value: designator, says: value })),
    ...(this.job.card()?.sections ?? []).map(({ name }) => ({ value: name })),
  ]);
  /** A picture of what was found, kept with it. */
  protected readonly photo = signal<Photo | null>(null);

  /** Keeps the finding, with its picture: both or neither. What was typed goes only when it is kept. */
  protected async keep(): Promise<void> {
    const finding = this.finding();
    const place = typedPlace(this.where(), this.job.card(), (name) => this.sheets?.index().has(name) ?? false);
    this.wrongPlace.set('refusal' in place ? place.refusal : '');
    if (!finding || 'refusal' in place) return;
    const { words, ...at } = place;
    const text = [this.text().trim() || findingNames[finding], words].filter(Boolean).join(', ');
    const entry: TapeBody = { kind: 'finding', finding, text, severity: this.severity(), previousHands: this.hands(), ...at };
    const photo = this.photo();
    if (!(await (photo ? this.writer.keepPicture(photo, at, [entry]) : this.writer.keep(entry)))) return;
    this.photo.set(null);
    this.finding.set(null);
    this.where.set('');
    this.text.set('');
    this.hands.set(false);
  }

  protected async take(files: FileList | null): Promise<void> {
    const file = files?.[0];
    this.wrong.set('');
    if (!file) return;
    const read = await readPhoto(file);
    if (typeof read === 'string') this.wrong.set(read);
    else this.photo.set(read);
  }

  protected clean(): void {
    void this.writer.keep({
      kind: 'finding',
      finding: 'clean',
      text: 'Nothing seen out of order',
      severity: 'slight',
      previousHands: false,
    });
  }
}
