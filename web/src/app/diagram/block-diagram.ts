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
import { routeSections, type LaidCard } from '@amber-relay/core/card';
import { hundredSign } from '@amber-relay/core/words';
import type { SectionResult } from '@amber-relay/core/trace';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom';
import { boxSize, gridLayout } from './grid-layout';

export interface LitRoute {
  readonly id: string;
  readonly works: boolean;
}

/** The block diagram, laid out from the card and inked by suspicion; a section is a button that opens its reasons. */
@Component({
  selector: 'app-block-diagram',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './block-diagram.html',
  styleUrl: './block-diagram.scss',
})
export class BlockDiagram {
  readonly card = input.required<LaidCard>();
  readonly results = input.required<readonly SectionResult[]>();
  /** Without suspicion: the sections as they stand on the card. */
  readonly plain = input(false);
  readonly lit = input<readonly LitRoute[]>([]);
  readonly chosen = input<string | null>(null);
  /** A section was pressed, the one shown already or another. */
  readonly chosenChange = output<string>();
  private readonly frame = viewChild.required<ElementRef<HTMLElement>>('frame');
  protected readonly move = signal('');
  private readonly frameSize = signal({ width: 0, height: 0 }, { equal: (a, b) => a.width === b.width && a.height === b.height });
  private zoomer: ZoomBehavior<HTMLElement, unknown> | undefined;

  protected readonly placed = computed(() => {
    const { width, height } = this.frameSize();
    return width > 0 ? gridLayout(this.card(), width, height) : undefined;
  });

  protected readonly boxes = computed(() => {
    const at = this.placed()?.boxes;
    const found = new Map(this.results().map((r) => [r.section, r]));
    return this.card().sections.flatMap((section) => {
      const place = at?.get(section.id);
      if (!place) return [];
      const result = found.get(section.id);
      const word = this.plain() ? 'plain' : (result?.word ?? 'unlikely');
      const percent = hundredSign(result?.chance ?? 0);
      return [
        {
          id: section.id,
          name: section.short,
          title: section.name,
          x: place.x,
          y: place.y,
          word,
          percent,
          spoken: this.plain() ? section.name : `${section.name}, ${word}, ${percent === '<1' ? 'under 1' : percent} in 100`,
        },
      ];
    });
  });
  protected readonly wires = computed(() =>
    [...(this.placed()?.wires ?? [])].map(([id, points]) => ({ id, d: points.map((p, i) => `${i ? 'L' : 'M'}${p.x} ${p.y}`).join('') })),
  );
  protected readonly litWires = computed(() => {
    const drawn = this.placed()?.wires;
    const wiresOn = (id: string): string[] => {
      const route = routeSections(this.card().functions.find((f) => f.id === id)?.route ?? []);
      return route.slice(1).map((to, i) => `${route[i] ?? ''}>${to}`);
    };
    const both = new Map<string, Set<boolean>>();
    for (const { id, works } of this.lit()) for (const wire of wiresOn(id)) both.set(wire, (both.get(wire) ?? new Set()).add(works));
    return [...both].flatMap(([wire, kinds]) => {
      const points = drawn?.get(wire) ?? drawn?.get(wire.split('>').reverse().join('>'));
      if (!points) return [];
      const d = points.map((p, i) => `${i ? 'L' : 'M'}${p.x} ${p.y}`).join('');
      // Where a working and a failing route share a wire they are drawn side by side.
      return [...kinds].map((works) => ({ id: `${wire} ${works}`, d, works, shift: kinds.size > 1 ? (works ? 3 : -3) : 0 }));
    });
  });
  protected readonly size = computed(() => ({ width: this.placed()?.width ?? 1, height: this.placed()?.height ?? 1 }));

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const watcher = new ResizeObserver(([entry]) => {
        const { width = 0, height = 0 } = entry?.contentRect ?? {};
        this.frameSize.set({ width: Math.round(width), height: Math.round(height) });
      });
      watcher.observe(this.frame().nativeElement);
      destroyed.onDestroy(() => watcher.disconnect());
    });
    effect(() => {
      const { width, height } = this.size();
      if (!this.placed()) return;
      const frame = this.frame().nativeElement;
      this.zoomer ??= zoom<HTMLElement, unknown>()
        .scaleExtent([0.6, 2])
        .filter((event: MouseEvent) => !event.button && (event.type !== 'wheel' || event.ctrlKey))
        .on('zoom', (event: { transform: { toString(): string; x: number; y: number; k: number } }) => {
          const { x, y, k } = event.transform;
          this.move.set(`translate(${x}px, ${y}px) scale(${k})`);
        });
      select(frame).call(this.zoomer).on('dblclick.zoom', null);
      const scale = Math.min(1, frame.clientWidth / width, frame.clientHeight / height);
      select(frame).call(this.zoomer.transform, zoomIdentity.translate((frame.clientWidth - width * scale) / 2, 0).scale(scale));
    });
  }

  /** Arrows walk from section to section: to the nearest one on that side. */
  protected walk(event: KeyboardEvent, from: { x: number; y: number }): void {
    const way = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] }[event.key];
    if (!way) return;
    event.preventDefault();
    const [dx = 0, dy = 0] = way;
    const near = this.boxes()
      .map((box) => ({
        box,
        along: (box.x - from.x) * dx + (box.y - from.y) * dy,
        aside: Math.abs((box.x - from.x) * dy) + Math.abs((box.y - from.y) * dx),
      }))
      .filter(({ along }) => along > 4)
      .sort((a, b) => a.along + 2 * a.aside - (b.along + 2 * b.aside))[0];
    if (near) this.frame().nativeElement.querySelector<HTMLElement>(`[data-section="${near.box.id}"]`)?.focus();
  }

  protected readonly sectionSize = boxSize;
}
