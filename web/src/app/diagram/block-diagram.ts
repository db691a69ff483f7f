import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { routeSections, type LaidCard, type Section } from '@amber-relay/core/card';
import { suspicion, type SectionResult } from '@amber-relay/core/trace';
import { hundredSign, hundredText } from '@amber-relay/core/words';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom';
import { foldLayout, type Item } from './fold-layout';
import { wiresOf } from './walk-order';

export interface LitRoute {
  readonly id: string;
  readonly works: boolean;
}

/** So wide is a letter of a name on average, of its height, at its usual width and pressed together. */
const letter = { usual: 0.44, tight: 0.39 };
/** Space beside a name in its box. */
const beside = 17;

/** Where a box stands, how large it is and how large its letters are. */
const placeOf = ({ x, y, w, h, text }: Item, name: number): Readonly<Record<string, string>> => ({
  left: `${x}px`,
  top: `${y}px`,
  width: `${w}px`,
  height: `${h}px`,
  '--name': `${name}px`,
  '--figure': `${text}px`,
});

const pathOf = (points: readonly { readonly x: number; readonly y: number }[]): string =>
  points.map(({ x, y }, i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');

/**
 * The block diagram, laid out from the card and inked by suspicion. A section is a button that opens its reasons; what is cleared, and
 * what says least where there is no room, is folded into a stub that lists its sections. Only wires that say something are drawn.
 */
@Component({
  selector: 'app-block-diagram',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatMenu, MatMenuItem, MatMenuTrigger],
  templateUrl: './block-diagram.html',
  styleUrl: './block-diagram.scss',
})
export class BlockDiagram {
  readonly card = input.required<LaidCard>();
  readonly results = input.required<readonly Pick<SectionResult, 'section' | 'chance'>[]>();
  /** Without suspicion, asked for or not answered yet: the sections as they stand on the card. */
  protected readonly plain = computed(() => this.results().length === 0);
  readonly lit = input<readonly LitRoute[]>([]);
  readonly chosen = input<string | null>(null);
  /** A section was pressed, the one shown already or another. */
  readonly chosenChange = output<string>();
  private readonly frame = viewChild.required<ElementRef<HTMLElement>>('frame');
  protected readonly move = signal('');
  protected readonly size = signal({ width: 0, height: 0 }, { equal: (a, b) => a.width === b.width && a.height === b.height });
  private zoomer: ZoomBehavior<HTMLElement, unknown> | undefined;

  private readonly chances = computed(() => new Map(this.results().map(({ section, chance }) => [section, chance])));
  private readonly layout = computed(() => {
    const { width, height } = this.size();
    const chosen = this.chosen();
    if (!(width > 0 && height > 0)) return undefined;
    return foldLayout(this.card(), { width, height, chances: this.chances(), keep: new Set(chosen ? [chosen] : []), whole: this.plain() });
  });
  protected readonly items = computed(() => {
    const sections = new Map(this.card().sections.map((section) => [section.id, section]));
    return (this.layout()?.items ?? []).map((item) => {
      const own = item.sections.flatMap((id) => sections.get(id) ?? []);
      const box = !item.isStub && own[0] ? this.boxOf(item, own[0]) : this.stubOf(item, own);
      return { ...box, place: placeOf(item, box.size) };
    });
  });

  /** Wires that say something: straight ones, and those of a section that stands out or is looked at. */
  protected readonly wires = computed(() => {
    const [layout, chosen, chances] = [this.layout(), this.chosen(), this.chances()];
    if (!layout) return [];
    const stands = (id: string): boolean => this.plain() || id === chosen || (chances.get(id) ?? 0) >= 0.05;
    const drawn = new Map<string, string>();
    wiresOf(this.card()).forEach(({ from, to }, lane) => {
      if (!layout.areNeighbours(from, to) && !stands(from) && !stands(to)) return;
      const d = pathOf(layout.wire(from, to, lane));
      if (d) drawn.set(d, d);
    });
    return [...drawn.values()];
  });

  protected readonly litWires = computed(() => {
    const layout = this.layout();
    if (!layout) return [];
    const both = new Map<string, { readonly d: string; readonly kinds: Set<boolean> }>();
    for (const { id, works } of this.lit()) {
      const route = routeSections(this.card().functions.find((f) => f.id === id)?.route ?? []);
      route.slice(1).forEach((to, i) => {
        const d = pathOf(layout.wire(route[i] ?? '', to));
        if (d) both.set(d, { d, kinds: (both.get(d)?.kinds ?? new Set<boolean>()).add(works) });
      });
    }
    return [...both.values()].flatMap(({ d, kinds }) =>
      // Where a working and a failing route share a wire they are drawn side by side.
      [...kinds].map((works) => ({ id: `${d} ${works}`, d, works, shift: kinds.size > 1 ? (works ? 3 : -3) : 0 })),
    );
  });

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const watcher = new ResizeObserver(([entry]) => {
        const { width = 0, height = 0 } = entry?.contentRect ?? {};
        this.size.set({ width: Math.round(width), height: Math.round(height) });
      });
      watcher.observe(this.frame().nativeElement);
      destroyed.onDestroy(() => watcher.disconnect());
    });
    effect(() => {
      if (!this.layout()) return;
      const frame = this.frame().nativeElement;
      if (this.zoomer) return;
      this.zoomer = zoom<HTMLElement, unknown>()
        .scaleExtent([1, 2.5])
        .translateExtent([
          [0, 0],
          [this.size().width, this.size().height],
        ])
        .filter((event: MouseEvent) => !event.button && (event.type !== 'wheel' || event.ctrlKey))
        .on('zoom', (event: { transform: { toString(): string; x: number; y: number; k: number } }) => {
          const { x, y, k } = event.transform;
          this.move.set(`translate(${x}px, ${y}px) scale(${k})`);
        });
      select(frame).call(this.zoomer).on('dblclick.zoom', null);
      select(frame).call(this.zoomer.transform, zoomIdentity);
    });
  }

  private percentOf(id: string): string {
    return hundredSign(this.chances().get(id) ?? 0);
  }

  private spoken({ id, name }: Section): string {
    const chance = this.chances().get(id) ?? 0;
    return this.plain() ? name : `${name}, ${suspicion(chance)}, ${hundredText(chance)} in 100`;
  }

  private boxOf(item: Item, section: Section) {
    const { text } = item;
    const room = item.w - beside;
    const usual = section.short.length * letter.usual * text <= room;
    return {
      ...item,
      id: section.id,
      name: section.short,
      word: this.plain() ? 'plain' : suspicion(this.chances().get(section.id) ?? 0),
      percent: this.percentOf(section.id),
      spoken: this.spoken(section),
      tight: !usual,
      // A long name in a narrow box is a little smaller before it is cut.
      size: usual ? text : Math.max(0.75 * text, Math.min(text, room / (section.short.length * letter.tight))),
      inside: [] as { id: string; name: string; says: string }[],
    };
  }

  private stubOf(item: Item, own: readonly Section[]) {
    const sum = own.reduce((total, { id }) => total + (this.chances().get(id) ?? 0), 0);
    const word = suspicion(Math.max(...own.map(({ id }) => this.chances().get(id) ?? 0)));
    const percent = hundredSign(sum);
    return {
      ...item,
      id: '',
      name: String(own.length),
      word,
      percent,
      spoken: `${own.length === 1 ? '1 section' : `${own.length} sections, each`} ${word}: ${own.map(({ name }) => name).join('; ')}`,
      tight: false,
      size: item.text,
      inside: own.map((section) => ({ id: section.id, name: section.name, says: this.percentOf(section.id) })),
    };
  }

  /** Arrows walk from box to box: to the nearest one on that side. */
  protected walk(event: KeyboardEvent, from: Item): void {
    const way = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] }[event.key];
    if (!way) return;
    event.preventDefault();
    const [dx = 0, dy = 0] = way;
    const middle = ({ x, y, w, h }: Item): readonly [number, number] => [x + w / 2, y + h / 2];
    const [fromX, fromY] = middle(from);
    const near = this.items()
      .map((item) => {
        const [x, y] = middle(item);
        return { item, along: (x - fromX) * dx + (y - fromY) * dy, aside: Math.abs((x - fromX) * dy) + Math.abs((y - fromY) * dx) };
      })
      .filter(({ along }) => along > 4)
      .sort((a, b) => a.along + 2 * a.aside - (b.along + 2 * b.aside))[0];
    if (near) this.frame().nativeElement.querySelector<HTMLElement>(`[data-item="${near.item.key}"]`)?.focus();
  }
}
