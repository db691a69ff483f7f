import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
  viewChild,
  afterNextRender,
} from '@angular/core';
import { placeNear, type Place, type Sheet, type SheetFile } from '@amber-relay/core/sheets';
import type { ReadingVerdict } from '@amber-relay/core/words';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom';
import { Verdict } from '../ui/verdict';
import { SheetPages } from './pages/sheet-pages';
import type { Focus } from './desk-state';
import { flagSides } from './flag-sides';
import { SheetFrame, type Point, type View } from './sheet-frame';
import { coarse, onePiece, scaleFor, tilesOver, TileStore, wholeTile, type OnePiece, type Tile, type TileWanted } from './tile-store';

/** Something that is shown at a place of a sheet. */
export interface SheetMark {
  readonly id: string;
  readonly name: string;
  readonly place: Place;
  readonly kind: 'point' | 'reading' | 'finding';
  readonly verdict?: ReadingVerdict;
  readonly figure?: string;
  /** What is told on hover: what should be there, or what was found. */
  readonly says: string;
  /** Whether pressing it begins a measurement. */
  readonly measures: boolean;
  readonly next?: boolean;
}

/** A soft region of a sheet: where a section lies. */
export interface SheetRegion {
  readonly id: string;
  readonly name: string;
  readonly outline: readonly Point[];
  readonly room: number;
  readonly word: string;
  readonly percent: string;
}

/** A line laid over a sheet: one stretch of a chain. */
export interface SheetStretch {
  readonly from: Point;
  readonly to: Point;
  readonly broken: boolean;
}

/** What is lit of a net on a sheet: its lines, and those of them between two places that differ. */
export interface SheetNet {
  readonly lines: readonly (readonly [number, number, number, number])[];
  readonly broken: readonly (readonly [number, number, number, number])[];
  /** Names of its parts where they lie on a board. */
  readonly boxes: readonly Pick<Place, 'x' | 'y' | 'w' | 'h'>[];
}

/** A meeting of two lines of which the drawing does not say whether they are one. */
export interface SheetDoubt {
  readonly at: Point;
  readonly joined: boolean;
}

const pathOf = (lines: SheetNet['lines']): string => lines.map(([x0, y0, x1, y1]) => `M${x0} ${y0}L${x1} ${y1}`).join('');

/** What was pressed: a place where there was one near, and in any case where. */
export interface Pressed {
  readonly sheet: Sheet;
  readonly at: Point;
  readonly place: Place | undefined;
  /** Whether the press was on the name itself, and not only near it. */
  readonly on: boolean;
}

/** At this enlargement a place that is jumped to can be read: so many pixels to the height of its name. */
const namePixels = 12;
const reach = 14;
/** A mark is at least so wide and high, in pixels, and so much of it is seen, or it could not be pressed. */
const pressable = 24;
/** So far a mark goes beyond the name that it lies on, in pixels. */
const margin = 5;
/** Where a mark lies along one side of a view, and how far its frame lies within what can be pressed. */
interface MarkedAt {
  readonly at: number;
  readonly long: number;
  readonly beside: number;
}
/** The mark on a name from a to b in a view of a width: moved in where the edge would cut it, none where the name is out. */
function markedAt(a: number, b: number, width: number): MarkedAt | null {
  const seen = Math.abs(b - a) + margin * 2;
  const long = Math.max(seen, pressable);
  const at = (a + b - long) / 2;
  const beside = (long - seen) / 2;
  if (Math.min(at + long, width) - Math.max(at, 0) >= pressable) return { at, long, beside };
  return a + b < 0 || a + b > width * 2 ? null : { at: Math.max(0, Math.min(at, width - long)), long, beside };
}
/** So near to its box a press is on a name: there a line that is nearer counts less. */
const onName = 3;

/** About how wide the flag of a mark is: its verdict, and its figure where one is close enough to read it. */
function flagWidth({ verdict, figure, kind }: SheetMark, close: boolean): number {
  const letters = (figure && (close || kind === 'finding') ? figure.length : 0) * 9;
  return verdict || figure ? (verdict ? 68 : 10) + letters + 8 : 0;
}

async function cutToTiles(drawn: ImageBitmap, { piece, tiles }: OnePiece): Promise<Tile[]> {
  const [only] = tiles;
  if (only && tiles.length === 1) return [{ ...only, bitmap: drawn }];
  const cut = tiles.map(async (tile) => ({
    ...tile,
    bitmap: await createImageBitmap(drawn, tile.x - piece.x, tile.y - piece.y, tile.w, tile.h),
  }));
  return Promise.all(cut).finally(() => drawn.close());
}

/** One sheet, drawn in tiles at the zoom in use, with what is laid over it. It pans and zooms by mouse, touch and keyboard. */
@Component({
  selector: 'app-sheet-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Verdict],
  templateUrl: './sheet-view.html',
  styleUrl: './sheet-view.scss',
  host: { '[attr.data-sheet]': 'sheet().id', '[attr.data-drawn]': 'drawn()' },
})
export class SheetView {
  readonly sheet = input.required<Sheet>();
  readonly file = input.required<SheetFile>();
  readonly places = input<readonly Place[]>([]);
  readonly marks = input<readonly SheetMark[]>([]);
  readonly regions = input<readonly SheetRegion[]>([]);
  readonly stretches = input<readonly SheetStretch[]>([]);
  readonly net = input<SheetNet | null>(null);
  readonly doubts = input<readonly SheetDoubt[]>([]);
  /** The place to bring to the middle; a new object brings it there again. */
  readonly focus = input<Focus | null>(null);
  /** Light on dark. */
  readonly dark = input(false);
  readonly pressed = output<Pressed>();
  readonly markPressed = output<SheetMark>();
  readonly doubtPressed = output<SheetDoubt>();

  private readonly pages = inject(SheetPages);
  private readonly stage = viewChild.required<ElementRef<HTMLElement>>('stage');
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly size = signal({ width: 0, height: 0 }, { equal: (a, b) => a.width === b.width && a.height === b.height });
  protected readonly frame = computed(() => new SheetFrame(this.sheet()), { equal: (a, b) => a === b });
  protected readonly view = signal<View>({ k: 1, x: 0, y: 0 });
  protected readonly failure = linkedSignal<string, string>({ source: () => this.sheet().id, computation: () => '' });
  /** What is drawn sharp: the sheet and its scale. */
  protected readonly drawn = signal('');
  private zoomer: ZoomBehavior<HTMLElement, unknown> | undefined;
  private readonly tiles = new TileStore();
  private tilesOf = '';
  private wanted: TileWanted[] = [];
  private drawing = 0;
  private round = 0;
  private painting = false;

  protected readonly overlay = computed(() => this.frame().matrix(this.view()).join(' '));
  protected readonly placed = computed(() => {
    const [view, frame, { width, height }] = [this.view(), this.frame(), this.size()];
    const close = view.k * 8 > 9;
    const inView = this.marks().flatMap((mark) => {
      const { x, y, w, h } = mark.place;
      const [a, b] = [frame.toView([x, y], view), frame.toView([x + w, y + h], view)];
      const [across, down] = [markedAt(a[0], b[0], width), markedAt(a[1], b[1], height)];
      if (!across || !down) return [];
      const box = { left: across.at, top: down.at, w: across.long, h: down.long };
      return [{ mark, ...box, besideX: across.beside, besideY: down.beside, close, wide: flagWidth(mark, close) }];
    });
    const sides = flagSides(inView, { width, height });
    return inView.map((at, i) => ({ ...at, side: sides[i] ?? 'right' }));
  });
  protected readonly lit = computed(() => pathOf(this.net()?.lines ?? []));
  protected readonly broken = computed(() => pathOf(this.net()?.broken ?? []));
  protected readonly asked = computed(() => {
    const [view, frame] = [this.view(), this.frame()];
    return this.doubts().map((doubt) => {
      const [left, top] = frame.toView(doubt.at, view);
      return { doubt, left, top };
    });
  });
  /** The ring around what was jumped to. */
  protected readonly ring = computed(() => {
    const focus = this.focus();
    if (!focus || focus.whole) return null;
    const { x, y, w, h } = focus.place;
    const [view, frame] = [this.view(), this.frame()];
    const [a, b] = [frame.toView([x, y], view), frame.toView([x + w, y + h], view)];
    return { left: Math.min(a[0], b[0]) - 8, top: Math.min(a[1], b[1]) - 8, w: Math.abs(a[0] - b[0]) + 16, h: Math.abs(a[1] - b[1]) + 16 };
  });

  constructor() {
    const destroy = inject(DestroyRef);
    afterNextRender(() => {
      const stage = this.stage().nativeElement;
      this.size.set({ width: stage.clientWidth, height: stage.clientHeight });
      const resize = new ResizeObserver(([entry]) => {
        if (entry) this.size.set({ width: Math.round(entry.contentRect.width), height: Math.round(entry.contentRect.height) });
      });
      resize.observe(stage);
      this.zoomer = zoom<HTMLElement, unknown>()
        .scaleExtent([0.02, 24])
        .filter((event: MouseEvent) => !event.button && !(event.target as HTMLElement).closest('button'))
        .clickDistance(5)
        .on('zoom', ({ transform }: { transform: View }) => this.view.set({ k: transform.k, x: transform.x, y: transform.y }));
      select(stage).call(this.zoomer).on('dblclick.zoom', null);
      destroy.onDestroy(() => {
        resize.disconnect();
        select(stage).on('.zoom', null);
        this.round++;
        this.tiles.clear();
      });
    });
    // A sheet that is opened, or turned, is seen whole; one that is jumped into is seen at the place.
    effect(() => {
      const { width, height } = this.size();
      const frame = this.frame();
      if (!width || !height) return;
      const focus = this.focus();
      untracked(() => {
        if (!focus) return this.show(frame.fit(width, height));
        const { x, y, w, h } = focus.place;
        if (focus.whole)
          return this.show(frame.centred([x + w / 2, y + h / 2], Math.min(4, (width * 0.8) / w, (height * 0.8) / h), width, height));
        const tall = Math.max(1, Math.min(w, h));
        const k = Math.max(this.view().k, Math.min(6, namePixels / tall));
        this.show(frame.centred([x + w / 2, y + h / 2], Math.min(k, (namePixels * 2) / tall), width, height));
      });
    });
    effect(() => {
      this.view();
      this.size();
      this.sheet();
      untracked(() => this.repaint());
    });
  }

  /** Pixels of the screen to a sheet unit, for who wants to know how far it is zoomed. */
  protected percent(): string {
    return `${Math.round(this.view().k * 100)} %`;
  }

  protected press(event: MouseEvent): void {
    const box = this.stage().nativeElement.getBoundingClientRect();
    const at = this.frame().toSheet([event.clientX - box.left, event.clientY - box.top], this.view());
    const place = placeNear(this.places(), at[0], at[1], reach / this.view().k);
    const slack = onName / this.view().k;
    const on =
      place !== undefined &&
      at[0] > place.x - slack &&
      at[0] < place.x + place.w + slack &&
      at[1] > place.y - slack &&
      at[1] < place.y + place.h + slack;
    this.pressed.emit({ sheet: this.sheet(), at, place, on });
  }

  protected key(event: KeyboardEvent): void {
    if (event.target !== this.stage().nativeElement || event.ctrlKey || event.metaKey || event.altKey) return;
    const step = 80;
    const { k, x, y } = this.view();
    const moves: Record<string, () => void> = {
      ArrowLeft: () => this.show({ k, x: x + step, y }),
      ArrowRight: () => this.show({ k, x: x - step, y }),
      ArrowUp: () => this.show({ k, x, y: y + step }),
      ArrowDown: () => this.show({ k, x, y: y - step }),
      '+': () => this.zoomBy(1.4),
      '=': () => this.zoomBy(1.4),
      '-': () => this.zoomBy(1 / 1.4),
      '0': () => this.whole(),
    };
    const move = Object.hasOwn(moves, event.key) ? moves[event.key] : undefined;
    if (!move) return;
    event.preventDefault();
    move();
  }

  zoomBy(factor: number): void {
    const { k, x, y } = this.view();
    const { width, height } = this.size();
    const to = Math.min(24, Math.max(0.02, k * factor));
    this.show({ k: to, x: width / 2 - ((width / 2 - x) * to) / k, y: height / 2 - ((height / 2 - y) * to) / k });
  }

  whole(): void {
    const { width, height } = this.size();
    this.show(this.frame().fit(width, height));
  }

  private show({ k, x, y }: View): void {
    if (!this.zoomer) return this.view.set({ k, x, y });
    select(this.stage().nativeElement).call((s) => this.zoomer?.transform(s, zoomIdentity.translate(x, y).scale(k)));
  }

  /** Asks for the tiles that are missing, and paints those that are there with the next frame. */
  private repaint(): void {
    const { width, height } = this.size();
    if (!width || !height) return;
    const sheet = this.sheet();
    const of = `${sheet.id} ${sheet.width} ${sheet.height}`;
    if (this.tilesOf !== of) {
      this.tilesOf = of;
      this.round++;
      this.tiles.clear();
      this.drawn.set('');
    }
    const view = this.view();
    const seen = this.frame().seen(view, width, height);
    const scale = Math.min(scaleFor(view.k * devicePixelRatio), 10);
    // The sheet as a whole, coarse, so that there is something at once wherever one goes; then what is seen, sharp.
    this.wanted = [wholeTile(sheet), ...(scale > coarse(sheet) ? tilesOver(sheet, seen, scale) : [])];
    this.fetchTiles();
    this.paintSoon();
  }

  private fetchTiles(): void {
    const [sheet, file, round] = [this.sheet(), this.file(), this.round];
    const missing = this.wanted.filter((tile) => !this.tiles.has(tile.key));
    if (!missing.length) this.drawn.set(sheet.id);
    // One piece at a time: what one has moved away from meanwhile is never drawn.
    const next = onePiece(missing);
    if (this.drawing === round + 1 || !next || this.failure()) return;
    this.drawing = round + 1;
    void this.pages
      .draw(sheet, file, next.piece)
      .then((drawn) => cutToTiles(drawn, next))
      .then((tiles) => {
        if (this.round !== round) return tiles.forEach((tile) => tile.bitmap.close());
        tiles.forEach((tile) => this.tiles.put(tile));
        this.paintSoon();
      })
      .catch((error: unknown) => {
        if (this.round === round) this.failure.set(error instanceof Error ? error.message : String(error));
      })
      .finally(() => {
        if (this.drawing === round + 1) this.drawing = 0;
        if (this.round === round) this.fetchTiles();
      });
  }

  private paintSoon(): void {
    if (this.painting) return;
    this.painting = true;
    requestAnimationFrame(() => {
      this.painting = false;
      this.paint();
    });
  }

  private paint(): void {
    const canvas = this.canvas().nativeElement;
    const { width, height } = this.size();
    const by = devicePixelRatio;
    if (canvas.width !== Math.round(width * by) || canvas.height !== Math.round(height * by)) {
      canvas.width = Math.round(width * by);
      canvas.height = Math.round(height * by);
    }
    const context = canvas.getContext('2d');
    if (!context) return;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, canvas.width, canvas.height);
    const { k, x, y } = this.view();
    const sheet = this.sheet();
    const [a, b, c, d, e, f] = this.frame().matrix({ k: k * by, x: x * by, y: y * by });
    context.setTransform(a, b, c, d, e, f);
    context.fillStyle = '#fff';
    context.fillRect(0, 0, sheet.width, sheet.height);
    const scale = Math.max(scaleFor(k * by), coarse(sheet));
    for (const tile of this.tiles.inOrder(this.wanted.map((w) => w.key)))
      if (tile.scale <= scale * 1.01)
        context.drawImage(tile.bitmap, tile.x / tile.scale, tile.y / tile.scale, tile.w / tile.scale, tile.h / tile.scale);
  }
}
