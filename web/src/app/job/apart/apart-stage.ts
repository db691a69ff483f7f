import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal, viewChild, type ElementRef } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import { toObservable } from '@angular/core/rxjs-interop';
import { switchMap } from 'rxjs';
import { withAccess } from '@amber-relay/core/card';
import { apartOpen, stillOff, takenApart, type ApartStep } from '@amber-relay/core/job';
import { fastenedText } from '@amber-relay/core/tape';
import { fastenerNames, fasteners, type Fastener } from '@amber-relay/core/words';
import { readPhoto } from '../../book-in/read-photo';
import { fromStore } from '../../storage/from-store';
import { JobRepository, type Photo } from '../../storage/job-repository';
import { ShopChanges } from '../../storage/shop-changes';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Field } from '../../ui/field';
import { JobOnBench } from '../job-on-bench';
import { TapeWriter } from '../tape-writer';
import { ApartBench } from './apart-bench';
import { apartEntry, counted, countOf, emptyDraft, loosenedOf } from './apart-draft';
import { BenchCamera } from './bench-camera';
import { fastenerLetters, fastenerSpots } from './fastener-marks';
import { LookViews } from './look-views';
import { SpottedPicture } from './spotted-picture';
import { TogetherPanel } from './together-panel';

const longestMinutes = 30;
const usualMinutes = 5;

/** Take apart: a picture and a count for each step, played backwards when the set goes together. */
@Component({
  selector: 'app-apart-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, Field, FormsModule, LookViews, MatButton, SpottedPicture, TogetherPanel],
  providers: [BenchCamera],
  templateUrl: './apart-stage.html',
  styleUrls: ['../stages/stage.scss', './apart-stage.scss'],
  host: { '(document:keydown.f7)': 'foot($event)' },
})
export class ApartStage {
  protected readonly job = inject(JobOnBench);
  private readonly writer = inject(TapeWriter);
  private readonly changes = inject(ShopChanges);
  private readonly snack = inject(MatSnackBar);
  private readonly jobs = inject(JobRepository);
  protected readonly camera = inject(BenchCamera);
  private readonly video = viewChild<ElementRef<HTMLVideoElement>>('seen');

  protected readonly steps = computed(() => takenApart(this.job.stood()));
  protected readonly off = computed(() => stillOff(this.steps()));
  protected readonly open = computed(() => (this.off().length ? [] : apartOpen(this.job.stood())));
  protected readonly sides: readonly ChoiceOption<'apart' | 'together'>[] = [
    { value: 'apart', name: 'Apart' },
    { value: 'together', name: 'Together again' },
  ];
  protected readonly side = signal<'apart' | 'together'>('apart');
  private readonly pictures = fromStore('the pictures', toObservable(this.job.jobId).pipe(switchMap((id) => this.jobs.pictures$(id))), []);
  protected readonly spots = computed(() => fastenerSpots(this.draft().spots, ', take it off the picture'));
  protected readonly pictureOf = computed(
    () => new Map(this.pictures().flatMap(({ id, bytes, type, name }) => (bytes ? [[id, { bytes, type, name }] as const] : []))),
  );

  private readonly bench = inject(ApartBench);
  protected readonly draft = this.bench.draft;
  protected readonly photo = this.bench.photo;
  protected readonly keeping = signal(false);
  protected readonly sorts: readonly ChoiceOption<Fastener>[] = fasteners.map((value) => ({
    value,
    name: `${fastenerLetters[value]} ${fastenerNames[value][1]}`,
  }));
  protected readonly sort = signal<Fastener>('screw');
  protected readonly counted = computed(() => countOf(this.draft(), this.sort()));
  protected readonly says = computed(() => loosenedOf(this.draft()).map(fastenedText).join(', ') || 'nothing counted yet');
  protected readonly trouble = linkedSignal(() => this.camera.trouble());
  protected readonly sortName = computed(() => fastenerNames[this.sort()][1]);
  protected readonly chassis = computed(() => this.job.card()?.chassis ?? '');

  protected set(field: 'what' | 'renew' | 'note', text: string): void {
    this.draft.update((draft) => ({ ...draft, [field]: text }));
  }
  protected setWhich(text: string): void {
    this.draft.update((draft) => ({ ...draft, which: { ...draft.which, [this.sort()]: text } }));
  }
  protected count(by: 1 | -1): void {
    this.draft.update((draft) => counted(draft, this.sort(), by));
  }
  protected spot(at: { readonly x: number; readonly y: number }): void {
    this.draft.update((draft) => ({ ...draft, spots: [...draft.spots, { ...at, what: this.sort() }] }));
  }
  protected unspot(index: number): void {
    this.draft.update((draft) => ({ ...draft, spots: draft.spots.filter((_, k) => k !== index) }));
  }

  protected async fromFile(picker: HTMLInputElement): Promise<void> {
    const [file] = picker.files ?? [];
    picker.value = '';
    if (!file) return;
    const read = await readPhoto(file);
    this.trouble.set(typeof read === 'string' ? read : '');
    if (typeof read !== 'string') this.takePhoto(read);
  }

  protected async snap(): Promise<void> {
    const video = this.video()?.nativeElement;
    const photo = video && (await this.camera.take(video));
    if (photo) this.takePhoto(photo);
  }

  /** Places belong to the picture on which they were set; what was counted stays. */
  private takePhoto(photo: Photo): void {
    this.photo.set(photo);
    this.draft.update((draft) => ({
      ...draft,
      spots: [],
      unplaced: Object.fromEntries(fasteners.flatMap((what) => (countOf(draft, what) ? [[what, countOf(draft, what)]] : []))),
    }));
  }

  protected dropPhoto(): void {
    const photo = this.photo();
    if (photo) this.takePhoto(photo);
    this.photo.set(null);
  }

  /** The foot key: takes the picture, and then keeps the step. */
  protected foot(event: Event): void {
    event.preventDefault();
    // A foot that rests on it is one press.
    if (this.side() !== 'apart' || (event as KeyboardEvent).repeat) return;
    if (this.camera.stream() && !this.photo()) void this.snap();
    else void this.keep();
  }

  /** Keeps the step, with its picture: both or neither. What was typed goes only when it is kept. */
  protected async keep(): Promise<void> {
    if (this.keeping()) return;
    this.keeping.set(true);
    const [draft, photo, number] = [this.draft(), this.photo(), this.steps().length + 1];
    const kept = photo
      ? await this.writer.keepWithPicture(photo, (attachment) => apartEntry(draft, number, attachment))
      : await this.writer.keep(apartEntry(draft, number));
    this.keeping.set(false);
    if (!kept) return;
    this.photo.set(null);
    this.draft.set(emptyDraft);
  }

  protected text({ entry: { loosened, renew, note } }: ApartStep): string {
    return [loosened.map(fastenedText).join(', '), renew?.length ? `renew ${renew.join(', ')}` : '', note ?? ''].filter(Boolean).join('; ');
  }

  /** What was left over went in since: the step goes back anew, whole. */
  protected async settle({ entry, back }: ApartStep): Promise<void> {
    if (!back) return;
    await this.writer.keepAll([
      { kind: 'strike', entry: back.id, reason: 'put right since' },
      { kind: 'put-back', what: entry.what, ...(entry.renew?.length ? { renewed: [...entry.renew] } : {}) },
    ]);
  }

  /** How long the step took: from what was kept before it, where that was of the same going at it. */
  private minutesOf({ entry }: ApartStep): number {
    const before = this.job.stood().findLast(({ seq }) => seq < entry.seq);
    const minutes = before ? (Date.parse(entry.at) - Date.parse(before.at)) / 60_000 : usualMinutes;
    return minutes > longestMinutes ? usualMinutes : Math.max(1, Math.round(minutes));
  }

  protected isOnCard({ entry: { what } }: ApartStep): boolean {
    return this.job.card()?.access.some(({ remove }) => remove.trim().toLowerCase() === what.trim().toLowerCase()) ?? false;
  }

  /** The card knows the step from then on: what comes off, how long it takes, and what has to be off before. */
  protected async teach(step: ApartStep): Promise<void> {
    const card = this.job.card();
    if (!card) return;
    const before = this.steps()[this.steps().indexOf(step) - 1]?.entry.what;
    const minutes = this.minutesOf(step);
    const done = await this.changes.changeCard(card.id, (whole) =>
      withAccess(whole, { remove: step.entry.what, minutes, ...(before === undefined ? {} : { after: before }) }),
    );
    if (!done) return void this.snack.open('The card is no longer here, so nothing was changed.', 'Close');
    this.snack
      .open(`The card of ${done.now.chassis} knows it: ${minutes} min.`, 'Undo', { duration: 8000 })
      .onAction()
      .subscribe(() => void this.changes.saveCard(done.was));
  }
}
