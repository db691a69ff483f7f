import { ChangeDetectionStrategy, Component, computed, effect, inject, linkedSignal, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { Compared, FoundPlaces, Pair, Picture } from '@amber-relay/core/overlay';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { Field } from '../../ui/field';
import { LookViews } from '../apart/look-views';
import { SpottedPicture, type Spot } from '../apart/spotted-picture';
import { BenchPictures } from '../bench-pictures';
import { TapeWriter } from '../tape-writer';
import { drawOver, drawRings, OverCanvas } from './over-canvas';
import { OverDraft, type Share } from './over-draft';
import { OverLayer } from './over-layer';
import { pixelsOf } from './pixels-of';

interface Made extends Compared {
  readonly first: Picture;
  readonly over: Picture;
}
const places = 4;
/** Slow enough for everybody's eyes: less than three changes a second (WCAG 2.3.1). */
const flickerMs = 600;

/** Two pictures of one board laid over each other: by places that are found or marked, flickered, with rings around what differs. */
@Component({
  selector: 'app-over-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, Field, FormsModule, LookViews, MatButton, MatCheckbox, OverCanvas, SpottedPicture],
  providers: [BenchPictures, OverLayer],
  templateUrl: './over-view.html',
  styleUrls: ['../stages/stage.scss', './over-view.scss'],
  host: { '(document:keydown.f7)': 'foot($event)' },
})
export class OverView {
  private readonly writer = inject(TapeWriter);
  private readonly layer = inject(OverLayer);
  private readonly draft = inject(OverDraft);
  private readonly snack = inject(MatSnackBar);
  private readonly own = inject(BenchPictures);
  protected readonly pictures = this.own.here;
  /** What was chosen; until then the first picture of the job and the last. */
  protected readonly choice = computed(() => {
    const [own, there] = [this.draft.choice(), this.pictures()];
    const known = (id: string, or: string): string => (there.some((one) => one.id === id) ? id : or);
    return { ...own, first: known(own.first, there[0]?.id ?? ''), second: known(own.second, there.at(-1)?.id ?? '') };
  });
  protected readonly first = computed(() => this.pictures().find(({ id }) => id === this.choice().first));
  protected readonly second = computed(() => this.pictures().find(({ id }) => id === this.choice().second));
  protected readonly busy = signal('');
  protected readonly trouble = signal('');
  protected readonly words = this.draft.words;
  private readonly pair = computed(() => `${this.choice().first} ${this.choice().second}`);
  protected readonly result = linkedSignal<string, Made | undefined>({ source: this.pair, computation: () => undefined });
  protected readonly sights: readonly ChoiceOption<number>[] = [
    { value: 0, name: 'Before' },
    { value: 0.5, name: 'Both' },
    { value: 1, name: 'After' },
  ];
  protected readonly share = signal(1);
  protected readonly ringed = signal(true);
  protected readonly flickering = signal(false);
  /** What stands there is of the newest question only. */
  private round = 0;

  constructor() {
    effect((onCleanup) => {
      if (!this.flickering()) return;
      const timer = setInterval(() => this.turn(), flickerMs);
      onCleanup(() => clearInterval(timer));
    });
    // What was found or marked before one looked elsewhere lies there again.
    effect(() => {
      if (this.pictures().length < 2 || untracked(() => this.result() ?? this.busy())) return;
      untracked(() => {
        const { found, onFirst, onSecond } = this.choice();
        if (found) void this.find();
        else if (onFirst.length === places && onSecond.length === places) void this.layMarked();
      });
    });
  }

  protected readonly next = computed(() => {
    const { onFirst, onSecond } = this.choice();
    const [a, b] = [onFirst.length, onSecond.length];
    const which = a <= b ? `place ${a + 1} on the picture before` : `the same place, ${b + 1}, on the picture after`;
    return `By hand: press ${places} places that are on both, towards the corners. Next, ${which}.`;
  });
  protected readonly says = computed(() => {
    const { alike = true, differences = [] } = this.result() ?? {};
    const n = differences.length;
    if (!alike)
      return 'Nearly all of it differs: these are two boards, or the places that were marked are not the same ones. Mark them anew, or look by flickering.';
    if (n === 0) return 'Nothing stands out beyond what light and camera do.';
    return `${n === 1 ? 'One place differs' : `${n} places differ`}: look at each. Shadows, reflections and wires that were moved may be among them.`;
  });

  protected spotsOf(on: 'onFirst' | 'onSecond'): readonly Spot[] {
    return this.choice()[on].map(({ x, y }, k) => ({ x, y, sign: String(k + 1), label: `Place ${k + 1}, take it off the picture` }));
  }

  protected choose(which: 'first' | 'second', id: string): void {
    const { first, second } = this.choice();
    this.draft.choice.set({ first, second, onFirst: [], onSecond: [], found: false, [which]: id });
  }

  protected mark(on: 'onFirst' | 'onSecond', at: Share): void {
    const { first, second } = this.choice();
    if (this.choice()[on].length >= places) return;
    this.draft.choice.update((own) => ({ ...own, first, second, found: false, [on]: [...own[on], at] }));
    const { onFirst, onSecond } = this.choice();
    if (onFirst.length === places && onSecond.length === places) void this.layMarked();
  }

  protected unmark(on: 'onFirst' | 'onSecond', index: number): void {
    this.draft.choice.update((own) => ({ ...own, [on]: own[on].filter((_, k) => k !== index) }));
  }

  protected anew(): void {
    this.flickering.set(false);
    this.result.set(undefined);
    this.draft.choice.update((own) => ({ ...own, onFirst: [], onSecond: [], found: false }));
  }

  private layMarked(): Promise<void> {
    const { onFirst, onSecond } = this.choice();
    return this.lay((first, second) =>
      onFirst.map(({ x, y }, k): Pair => {
        const to = onSecond[k] ?? { x: 0, y: 0 };
        return { from: { x: x * first.width, y: y * first.height }, to: { x: to.x * second.width, y: to.y * second.height } };
      }),
    );
  }

  protected find(): Promise<void> {
    return this.lay(async (first, second) => {
      const found = await this.layer.find(first, second);
      if (found) this.draft.choice.update((own) => ({ ...own, first: this.choice().first, second: this.choice().second, found: true }));
      return (
        found ??
        'Too few places of the two look alike. Mark four that are on both by hand, or take the second picture from about where the first was taken.'
      );
    });
  }

  /** Lays the second over the first, by what is found or marked; words say why there is nothing to lay it by. */
  private async lay(by: (first: Picture, second: Picture) => Promise<FoundPlaces | string> | readonly Pair[]): Promise<void> {
    const [a, b, round] = [this.first(), this.second(), (this.round += 1)];
    if (!a || !b) return;
    this.trouble.set('');
    this.busy.set('Laying one over the other…');
    try {
      const [first, second] = [await pixelsOf(a.bytes, a.type), await pixelsOf(b.bytes, b.type)];
      const places = await by(first, second);
      const made = typeof places === 'string' ? ({ ok: false, message: places } as const) : await this.layer.lay(first, second, places);
      if (round !== this.round) return;
      if (made.ok) this.result.set({ first, ...made });
      else this.trouble.set(made.message);
    } catch {
      if (round === this.round) this.trouble.set('One of the two pictures cannot be read: it may be damaged. Choose another.');
    } finally {
      if (round === this.round) this.busy.set('');
    }
  }

  protected see(share: number | null): void {
    this.flickering.set(false);
    if (share !== null) this.share.set(share);
  }

  private turn(): void {
    this.share.update((share) => (share === 1 ? 0 : 1));
  }

  protected foot(event: Event): void {
    if (!this.result()) return;
    event.preventDefault();
    this.flickering.set(false);
    if (!(event as KeyboardEvent).repeat) this.turn();
  }

  /** Puts what is seen onto the tape as a picture of its own. */
  protected async keep({ first, over, differences }: Made): Promise<void> {
    const canvas = new OffscreenCanvas(first.width, first.height);
    const ink = canvas.getContext('2d');
    if (!ink) return this.trouble.set('This browser draws no pictures.');
    drawOver(ink, first, over, this.share());
    if (this.ringed()) drawRings(ink, differences, first.width);
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.9 });
    const text = this.words().trim();
    const photo = {
      name: `before and after ${this.pictures().length + 1}.jpg`,
      type: blob.type,
      bytes: new Uint8Array(await blob.arrayBuffer()),
    };
    const kept = await this.writer.keepWithPicture(photo, (attachment) => ({
      ...({ kind: 'picture', attachment, name: photo.name } as const),
      ...(text ? { text } : {}),
    }));
    if (!kept) return;
    this.words.set('');
    this.snack.open('On the tape, and among the pictures for the sheet.', 'Close', { duration: 6000 });
  }

  protected async add(picker: HTMLInputElement): Promise<void> {
    this.trouble.set(await this.own.add(picker));
  }
}
