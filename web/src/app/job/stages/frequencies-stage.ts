import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { conditionText } from '@amber-relay/core/card';
import { oscillatorAdvice, sumsSay, type JobFigures } from '@amber-relay/core/feed';
import { quantityText } from '@amber-relay/core/quantity';
import { planBench, planFinding, type BenchNode, type NodeState } from '@amber-relay/core/run';
import { BeginCard } from '../begin-card';
import { JobOnBench } from '../job-on-bench';
import { LineOffer } from '../line-offer';
import { TestViews } from './test-views';

const stateWords: Readonly<Record<NodeState, string>> = { unread: 'not read', right: 'right', off: 'off', wrong: 'wrong', dead: 'dead' };
const box = { widest: 152, height: 92, gapY: 14 } as const;
/** What the stage leaves for the picture. */
const room = 710;

/** A frequency with all the digits one compares, in megahertz or kilohertz. */
const hzText = (hz: number): string => quantityText(hz, 'Hz', { digits: 7 });

/** Frequencies: the card's plan as a picture, each node with what it should be and what was read, and the first that is wrong. */
@Component({
  selector: 'app-frequencies-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BeginCard, RouterLink, TestViews],
  template: `
    <header class="head">
      <h1>Test</h1>
      <app-test-views />
      <span class="quiet grow">{{ state() }}</span>
    </header>
    <div class="body stack" tabindex="0" role="group" aria-label="Frequencies">
      @if (plan(); as p) {
        @if (finding()) {
          <p class="attention" role="status" data-finding>{{ finding() }}</p>
        }
        <div class="plan" [style.width.px]="p.width" [style.height.px]="p.height">
          <svg [attr.width]="p.width" [attr.height]="p.height" aria-hidden="true">
            @for (wire of p.wires; track $index) {
              <path [attr.d]="wire" />
            }
          </svg>
          @for (node of p.nodes; track node.of.id) {
            <button
              class="node"
              [class.bad]="node.of.state === 'wrong' || node.of.state === 'dead' || node.of.state === 'off'"
              [class.first]="node.of.id === p.first"
              [style.left.px]="node.x"
              [style.top.px]="node.y"
              [style.width.px]="node.width"
              [disabled]="node.of.start === undefined"
              [attr.data-node]="node.of.id"
              [attr.aria-label]="node.label"
              (click)="take(node.of)"
            >
              <span class="name">{{ node.of.short }}</span>
              <small class="quiet"
                >{{ node.of.makes }}{{ node.of.carrier ? ', ' + node.of.carrier : '' }}{{ node.of.otherBy ? ', changed' : '' }}</small
              >
              <span class="fig">{{ node.should }}</span>
              <span class="fig read">{{ node.read }}</span>
            </button>
          }
        </div>
        <p class="quiet">
          Each box says what it should be in the state above, and below it what was read. Press one to read it; another channel, band or
          mode is chosen at the entry line.
        </p>
        @for (says of others(); track says) {
          <p class="attention" data-other>{{ says }}.</p>
        }
        @if (coverage()) {
          <p>{{ coverage() }}</p>
        }
        @for (one of advice(); track one.name) {
          <p class="advice">{{ one.says }}.</p>
        }
        @for (says of sums(); track says.id) {
          <p>
            {{ says.title }}: <b>{{ says.text }}</b>&ngsp;<a [routerLink]="['/sums', says.id]">Open the sum</a>
          </p>
        }
        <p class="row">
          <a class="chip" routerLink="/sums/peak-names">Name the peaks of a trace</a>
          <a class="chip" routerLink="/sums/mixer-products">Products of a mixer</a>
        </p>
      } @else if (!job.card()) {
        <app-begin-card lacks="its frequencies are not known: what is counted still goes on the tape" />
      } @else {
        <p class="attention">
          Its card has no frequency plan yet. <a [routerLink]="['/cards', job.card()?.id, 'edit']">Put it into the card</a>: its
          oscillators, mixers, multipliers and dividers, and what they are set to.
        </p>
      }
    </div>
  `,
  styleUrl: './stage.scss',
  styles: `
    .plan {
      position: relative;
      flex: none;
    }
    svg {
      position: absolute;
      inset: 0;
    }
    path {
      fill: none;
      stroke: var(--ar-wire, var(--mat-sys-outline));
      stroke-width: 2;
    }
    .node {
      position: absolute;
      box-sizing: border-box;
      height: 92px;
      padding: 4px 8px;
      display: flex;
      flex-direction: column;
      align-items: flex-start;
      text-align: left;
      background: var(--mat-sys-surface-container-lowest);
      color: var(--mat-sys-on-surface);
      border: 1px solid var(--mat-sys-outline);
      border-radius: 2px;
      overflow: hidden;
    }
    .node:enabled {
      border-radius: var(--ar-corner-dome);
      cursor: pointer;
    }
    .node:enabled:hover {
      background: var(--mat-sys-surface-container-high);
    }
    .name {
      font: 600 15px/18px var(--ar-font-text);
      font-stretch: 84%;
      white-space: nowrap;
    }
    .node small {
      font: 400 14px/17px var(--ar-font-text);
      font-stretch: 86%;
    }
    .node .fig {
      font-size: 16px;
      line-height: 21px;
      white-space: nowrap;
    }
    .read {
      font-weight: 700;
    }
    .bad .read {
      color: var(--mat-sys-tertiary);
    }
    .bad {
      border-color: var(--mat-sys-tertiary);
    }
    .first {
      border-width: 3px;
      padding: 2px 6px;
    }
    .chip {
      display: inline-flex;
      align-items: center;
      text-decoration: none;
    }
    p {
      margin: 0;
    }
  `,
})
export class FrequenciesStage {
  protected readonly job = inject(JobOnBench);
  private readonly line = inject(LineOffer);
  protected readonly state = computed(() => conditionText(this.line.condition()));
  private readonly bench = computed(() => {
    const card = this.job.card();
    return card && planBench(card, this.job.stood(), this.line.condition());
  });
  protected readonly finding = computed(() => {
    const bench = this.bench();
    return bench ? planFinding(bench) : '';
  });
  protected readonly coverage = computed(() => {
    const { should, read } = this.bench()?.coverage ?? {};
    if (!should) return '';
    const span = ([from, to]: readonly [number, number]): string => (from === to ? hzText(from) : `${hzText(from)} to ${hzText(to)}`);
    return `${this.line.condition().keyed ? 'Sends' : 'Receives'} ${span(should)} by its card${read ? `; read: ${span(read)}` : ''}.`;
  });

  /** Crystals that somebody changed, of those that make what is received or sent here. */
  protected readonly others = computed(() => [...new Set(this.bench()?.nodes.flatMap(({ otherBy }) => otherBy ?? []))]);

  /** The picture: sources left, what is made from them behind them, each column from the top. */
  protected readonly plan = computed(() => {
    const bench = this.bench();
    if (!bench) return undefined;
    const keyed = this.line.condition().keyed ?? false;
    // The carrier of the other direction is made by the same oscillators, and stands in the picture of that direction.
    const shown = bench.nodes.filter(({ carrier }) => carrier === undefined || carrier === (keyed ? 'transmit' : 'receive'));
    const columns = Math.max(...shown.map(({ column }) => column), 0) + 1;
    const gapX = columns > 4 ? 18 : 28;
    const width = Math.min(box.widest, Math.floor((room - (columns - 1) * gapX) / columns));
    const rows = new Map<number, number>();
    const nodes = shown.map((of) => {
      const row = rows.get(of.column) ?? 0;
      rows.set(of.column, row + 1);
      const read = of.readHz === undefined ? stateWords[of.state] : of.readHz === null ? 'dead' : `${hzText(of.readHz)}`;
      const should = of.shouldHz === undefined ? 'not known here' : hzText(of.shouldHz);
      return {
        of,
        x: of.column * (width + gapX),
        width,
        y: row * (box.height + box.gapY),
        should,
        read,
        label: `${of.name}, ${of.makes}: should be ${should}, ${of.readHz === undefined ? 'not read' : `reads ${read}, ${stateWords[of.state]}`}`,
      };
    });
    const wires = nodes.flatMap(({ of, x, y }) =>
      of.from.flatMap((id) => {
        const source = nodes.find((node) => node.of.id === id);
        if (!source) return [];
        const [x1, y1, x2, y2] = [source.x + width, source.y + box.height / 2, x, y + box.height / 2];
        const middle = x2 - gapX / 2;
        return [`M${x1} ${y1} H${middle} V${y2} H${x2}`];
      }),
    );
    return {
      nodes,
      wires,
      first: bench.firstWrong?.id,
      width: columns * (width + gapX) - gapX,
      height: Math.max(...rows.values(), 1) * (box.height + box.gapY) - box.gapY,
    };
  });

  private readonly figures = computed((): JobFigures => {
    const card = this.job.card();
    return { stood: this.job.stood(), condition: this.line.condition(), ...(card ? { card } : {}) };
  });
  /** Which oscillators are off, and what is turned for each. */
  protected readonly advice = computed(() => oscillatorAdvice(this.figures()));
  /** What the sums say of a frequency that no trimmer has moved; of oscillators that are a little off the advice tells what is sure. */
  protected readonly sums = computed(() => (this.bench()?.firstWrong ? sumsSay(['stuck-line', 'crystal-suspects'], this.figures()) : []));

  protected take({ start }: BenchNode): void {
    if (start !== undefined) this.line.offer(start);
  }
}
