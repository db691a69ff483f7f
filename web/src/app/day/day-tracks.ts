import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Block, DayPlan, Person } from '@amber-relay/core/day';
import { WorkingTime } from '@amber-relay/core/day';
import { dayOf, timeOf } from '@amber-relay/core/line';
import { dayText } from '../ui/clock-text';
import { blockText } from './plan-words';

/** A stretch of time on the tracks, from one share of their width to another. */
interface Stretch {
  readonly fromMs: number;
  readonly toMs: number;
  readonly left: number;
  readonly right: number;
  /** What stands above its beginning: a day, or nothing where hours stand. */
  readonly name: string;
}
interface Shown {
  readonly key: string;
  readonly jobId: string;
  readonly number: number;
  readonly left: number;
  readonly width: number;
  readonly text: string;
  readonly title: string;
  readonly first: boolean;
  /** It ends where it stands, and reads to the left of it. */
  readonly end: boolean;
}

const hourMs = 3_600_000;
const promised = 'promised';
/** How wide a block must be to show the number of its job, and how wide a point reads; what stands beside the tracks, all in pixels. */
const pixels = { slim: 34, block: 46, point: 106, beside: 246 } as const;

const named = (id: string, number: number, text: string): string => `${number} ${text} ${id}`;

/** What the bench does when, what passes by itself beside it, and what comes and is promised: of a day, or of the week. */
@Component({
  selector: 'app-day-tracks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <span class="day">{{ dayName() }}</span>
    <div class="scale" aria-hidden="true">
      @for (tick of ticks(); track tick.left) {
        <span class="tick fig" [style.left.%]="tick.left * 100">{{ tick.text }}</span>
        <span class="grid" [style.left.%]="tick.left * 100"></span>
      }
      @if (now(); as at) {
        <span class="now" [style.left.%]="at.left * 100"
          ><span class="fig">{{ at.text }}</span></span
        >
      }
    </div>
    @for (lane of lanes(); track lane.name) {
      <div class="lane" role="group" [attr.aria-label]="lane.name">
        <span class="name">{{ lane.name }}</span>
        <div class="room" [style.height.px]="lane.rows * 40 + 4">
          @for (block of lane.blocks; track block.key) {
            @if (lane.kind !== 'point' && block.width < slim()) {
              <span
                class="block {{ lane.kind }}"
                [class.first]="block.first"
                [style.left.%]="block.left * 100"
                [style.width]="'calc(' + block.width * 100 + '% - 3px)'"
                [style.top.px]="block.row * 40 + 2"
                [title]="block.title"
              ></span>
            } @else {
              <a
                class="block {{ lane.kind }}"
                [class.first]="block.first"
                [class.end]="block.end"
                [style.left.%]="block.end ? null : block.left * 100"
                [style.right.%]="block.end ? (1 - block.left - block.width) * 100 : null"
                [style.max-width]="lane.kind === 'point' ? 'calc(' + block.width * 100 + '% - 6px)' : null"
                [style.width]="lane.kind === 'point' ? null : 'calc(' + block.width * 100 + '% - 3px)'"
                [style.top.px]="block.row * 40 + 2"
                [routerLink]="['/job', block.jobId]"
                [attr.aria-label]="block.title"
                [title]="block.title"
              >
                @if (lane.kind === 'point' || block.width >= narrowest() - 1e-9) {
                  <b class="fig">{{ block.number }}</b>
                  @if (lane.kind === 'point' || block.width >= 1.7 * narrowest()) {
                    <span>{{ block.text }}</span>
                  }
                }
              </a>
            }
          }
        </div>
      </div>
    }
  `,
  styleUrl: './day-tracks.scss',
  host: { '(window:resize)': 'measure()' },
})
export class DayTracks {
  readonly plan = input.required<DayPlan>();
  readonly people = input.required<readonly Person[]>();
  readonly over = input.required<'day' | 'week'>();

  /** The next days on which anybody works, each from the first hour to the last. */
  private readonly width = signal(innerWidth);
  /** The narrowest block that still shows the number of its job, and a point, as shares of the width. */
  protected readonly narrowest = computed(() => pixels.block / Math.max(300, this.width() - pixels.beside));
  /** Too narrow to be pressed: it is shown, and its job stands in the list. */
  protected readonly slim = computed(() => pixels.slim / Math.max(300, this.width() - pixels.beside));
  private readonly pointWidth = computed(() => pixels.point / Math.max(300, this.width() - pixels.beside));
  private readonly days = computed(() => {
    const { nowMs } = this.plan();
    const spans = this.people()
      .filter(({ hours }) => WorkingTime.works(hours))
      .flatMap(({ hours }) => new WorkingTime(hours, nowMs).spans(nowMs, nowMs + 16 * 24 * hourMs));
    const byDay = new Map<string, [number, number]>();
    for (const [from, to] of spans) {
      const day = dayOf(new Date(from));
      const known = byDay.get(day);
      byDay.set(day, known ? [Math.min(known[0], from), Math.max(known[1], to)] : [from, to]);
    }
    return [...byDay].sort(([a], [b]) => a.localeCompare(b));
  });

  protected measure(): void {
    this.width.set(innerWidth);
  }

  private readonly stretches = computed((): readonly Stretch[] => {
    const days = this.days().slice(0, this.over() === 'day' ? 1 : 6);
    return days.map(([day, [from, to]], i) => {
      const [fromMs, toMs] = this.over() === 'day' ? [Math.floor(from / (hourMs / 2)) * (hourMs / 2), to] : [from, to];
      return { fromMs, toMs, left: i / days.length, right: (i + 1) / days.length, name: dayText(day) };
    });
  });

  protected readonly ticks = computed(() => {
    const [first] = this.stretches();
    if (this.over() === 'week' || !first) return this.stretches().map(({ left, name }) => ({ left, text: name }));
    const hours = Math.ceil((first.toMs - first.fromMs) / hourMs);
    const every = hours > 9 ? 2 : 1;
    const ticks: { left: number; text: string }[] = [];
    for (let ms = Math.ceil(first.fromMs / hourMs) * hourMs; ms < first.toMs - hourMs / 6; ms += every * hourMs)
      ticks.push({ left: this.placeOf(ms), text: timeOf(new Date(ms)) });
    return ticks;
  });

  /** Which day is shown, where it is one. */
  protected readonly dayName = computed(() => (this.over() === 'day' ? (this.stretches()[0]?.name ?? '') : ''));

  protected readonly now = computed(() => {
    const { nowMs } = this.plan();
    const [first] = this.stretches();
    if (!first || nowMs < first.fromMs || nowMs > first.toMs) return undefined;
    return { left: this.placeOf(nowMs), text: this.over() === 'day' ? timeOf(new Date(nowMs)) : '' };
  });

  protected readonly lanes = computed(() => {
    const { blocks, jobs } = this.plan();
    const firstOf = new Set(jobs.slice(0, 1).map(({ jobId }) => jobId));
    const several = this.people().length > 1;
    const bench = this.people().map((person, index) => ({
      name: several ? person.name : 'Bench',
      kind: 'work' as const,
      ...rowed(
        blocks
          .filter((block) => block.person === index)
          .flatMap((block) => block.spans.map(([from, to]) => this.shown(block, from, to, firstOf)))
          .flatMap((each) => each ?? [])
          .map((each) => (this.over() === 'week' ? { ...each, width: Math.max(this.narrowest(), each.width) } : each)),
        this.over() === 'week' ? 6 : 1,
      ),
    }));
    const aside = blocks.filter(({ wait }) => wait !== undefined && (wait.for === 'soak' || wait.for === 'cool-down'));
    const soaks = rowed(
      aside
        .flatMap((block) => this.shown(block, block.fromMs, block.toMs, firstOf) ?? [])
        .map((each) => (this.over() === 'week' ? { ...each, width: Math.max(this.narrowest(), each.width) } : each)),
      3,
    );
    const points = rowed(this.points(), 3);
    return [
      ...bench,
      ...(soaks.blocks.length ? [{ name: 'By itself', kind: 'aside' as const, ...soaks }] : []),
      ...(points.blocks.length ? [{ name: 'In and out', kind: 'point' as const, ...points }] : []),
    ];
  });

  /** Parts and answers that are due, and promises. */
  private points(): readonly Shown[] {
    const { blocks, jobs } = this.plan();
    const due = blocks.flatMap((block) => {
      const { wait, toMs, jobId, number } = block;
      if (!wait || wait.guessed || wait.untilMs === undefined || (wait.for !== 'part' && wait.for !== 'answer')) return [];
      return this.point(
        toMs,
        jobId,
        number,
        blockText(block),
        `${number}: ${blockText(block)}, due ${dayText(new Date(toMs).toISOString())}`,
      );
    });
    const promises = jobs.flatMap(({ promisedOn, jobId, number }) => {
      const end = this.days().find(([day]) => day === promisedOn)?.[1][1];
      return promisedOn === undefined || end === undefined
        ? []
        : this.point(end - 1, jobId, number, promised, `${number}: promised ${dayText(promisedOn)}`);
    });
    return [...due, ...promises];
  }

  private point(ms: number, jobId: string, number: number, text: string, title: string): Shown[] {
    const within = this.stretches().some(({ fromMs, toMs }) => ms >= fromMs && ms <= toMs);
    const place = this.placeOf(ms);
    // A promise holds until the end of its day, and what has no room to its right reads to the left too.
    const end = text === promised || place > 1 - 2 * this.pointWidth();
    // What is promised reads short; what is due says what it is.
    const width = (text === promised ? 1 : 2) * this.pointWidth();
    const left = end ? place - width : place;
    return within ? [{ key: named(jobId, number, text), jobId, number, left, width, text, title, first: false, end }] : [];
  }

  private shown(block: Block, fromMs: number, toMs: number, first: ReadonlySet<string>): Shown | undefined {
    const all = this.stretches();
    const [start, end] = [all[0]?.fromMs ?? 0, all.at(-1)?.toMs ?? 0];
    if (toMs <= start || fromMs >= end) return undefined;
    const [left, right] = [this.placeOf(Math.max(start, fromMs)), this.placeOf(Math.min(end, toMs))];
    if (right - left < 0.002) return undefined;
    const text = blockText(block);
    const times = `${timeOf(new Date(fromMs))} to ${timeOf(new Date(toMs))}`;
    return {
      key: `${named(block.jobId, block.number, text)} ${fromMs}`,
      jobId: block.jobId,
      number: block.number,
      left,
      width: right - left,
      text,
      title: `${block.number}: ${text}, ${dayText(new Date(fromMs).toISOString())}, ${times}`,
      first: first.has(block.jobId) && block.work !== undefined,
      end: false,
    };
  }

  /** Where a moment stands, as a share of the width; what lies between two days stands at the seam. */
  private placeOf(ms: number): number {
    const all = this.stretches();
    for (const { fromMs, toMs, left, right } of all) {
      if (ms < fromMs) return left;
      if (ms <= toMs) return left + ((ms - fromMs) / (toMs - fromMs)) * (right - left);
    }
    return 1;
  }
}

/** Blocks that would lie upon each other come into rows below; those that find no room are left out of the tracks, and stand in the lists. */
function rowed(
  blocks: readonly Shown[],
  most: number,
): { readonly rows: number; readonly blocks: readonly (Shown & { readonly row: number })[] } {
  const ends: number[] = [];
  const placed = [...blocks]
    .sort((a, b) => a.left - b.left)
    .flatMap((block) => {
      let row = ends.findIndex((end) => end <= block.left + 1e-6);
      if (row < 0) row = ends.length < most ? ends.length : most === 1 ? 0 : -1;
      if (row < 0) return [];
      ends[row] = block.left + block.width;
      return [{ ...block, row }];
    });
  return { rows: Math.max(1, ends.length), blocks: placed };
}
