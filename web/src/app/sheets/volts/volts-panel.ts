import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Card, Condition } from '@amber-relay/core/card';
import type { CoreError } from '@amber-relay/core/errors';
import { elementsFor, netOfNode, regionAbout, type CardNet, type CardNets, type Feed } from '@amber-relay/core/nets';
import { readingKey, type Reading } from '@amber-relay/core/sheets';
import { readingText } from '@amber-relay/core/tape';
import { ohmText, type Changed, type Explanation, type NextReading, type NodeReading } from '@amber-relay/core/volts';
import { hundredSign } from '@amber-relay/core/words';
import { voltsAt } from '../net-facts';
import { nodeName, nodeText, type NodeName } from './node-names';
import { VoltsService } from './volts-service';

/** What explains the volts, ready to be put on the tape. */
export interface Counted {
  readonly about: string;
  readonly explanation: Explanation;
  readonly text: string;
  readonly readings: readonly string[];
}

interface OhmsRead {
  readonly key: string;
  readonly text: string;
  readonly reading: Extract<NodeReading, { what: 'ohms' }>;
}
/** What the meter would have shown beside what it did: where that was over its range, as much again is no more. */
const ohmsShown = (ohm: number, { reading: { value, over } }: OhmsRead): string =>
  over && ohm > 0.99 * value ? `over ${ohmText(value)}` : ohmText(ohm);

const fromText: Readonly<Record<Feed['from'], string>> = {
  said: 'as you said',
  read: 'as read',
  name: 'by its name',
  card: 'by the card',
  unknown: 'not known: say it',
};

const voltText = (v: number): string => `${Number(v.toFixed(Math.abs(v) < 10 ? 2 : 1))} V`;
const mostLeaders = 4;

/** Which part of a region makes what was read: what it is fed with, what was read, what explains it, what to read next. */
@Component({
  selector: 'app-volts-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './volts-panel.html',
  styles: `
    :host {
      display: block;
      padding: 6px 12px 8px;
      max-height: 46vh;
      overflow-y: auto;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    .head,
    .row,
    .reading {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 8px;
    }
    .head {
      min-height: 44px;
    }
    .name {
      font: var(--ar-reading);
      font-stretch: var(--ar-stretch-figure);
    }
    .cells {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(190px, 1fr));
      gap: 4px 16px;
    }
    h2 {
      font: 500 14px/18px var(--ar-font-text);
      font-stretch: var(--ar-stretch-text);
      color: var(--mat-sys-on-surface-variant);
    }
    p {
      margin: 2px 0;
    }
    .row .grow {
      flex-basis: auto;
    }
    .row select.grow {
      flex-basis: 100%;
      max-width: none;
    }
    .row .box {
      width: 72px;
      height: 40px;
    }
    .leader {
      padding: 2px 0 6px;
    }
    select {
      height: 40px;
      max-width: 150px;
    }
  `,
})
export class VoltsPanel {
  readonly nets = input.required<CardNets>();
  readonly start = input.required<CardNet>();
  readonly card = input.required<Card>();
  readonly condition = input.required<Condition>();
  readonly readings = input.required<ReadonlyMap<string, Reading>>();
  readonly measures = input(false);
  readonly measure = output<NodeName>();
  readonly counted = output<Counted>();
  readonly closed = output();
  private readonly volts = inject(VoltsService);
  protected readonly fromText = fromText;
  protected readonly changing = signal(false);
  protected readonly changePart = signal('');
  protected readonly changeValue = signal('');
  private readonly saidVolts = signal<ReadonlyMap<number, number>>(new Map());
  /** Resistances that were read in the circuit, with everything off: one with a leg lifted says nothing of its neighbours. */
  protected readonly inCircuit = signal<ReadonlySet<string>>(new Set());
  private readonly saidValues = signal<ReadonlyMap<string, string>>(new Map());
  protected readonly busy = signal(false);
  protected readonly wrong = signal('');
  protected readonly result = signal<{ readonly explanation: Explanation; readonly next: readonly NextReading[] } | null>(null);
  protected readonly becomes = signal<readonly { text: string; before: string; after: string }[] | null>(null);

  protected readonly startText = computed(() => nodeName(this.start(), this.card())?.text ?? this.start().name);
  /** Volts read at nets, by net. */
  private readonly readAt = computed(() => {
    const readings = this.readings();
    return new Map(
      this.nets().nets.flatMap((net) => {
        for (const { name, pin } of net.pins) {
          const volts = voltsAt(readings, name, pin);
          if (volts !== undefined)
            return [[net.id, { volts, key: readings.has(readingKey(name, pin)) ? readingKey(name, pin) : readingKey(name) }] as const];
        }
        return [];
      }),
    );
  });
  protected readonly region = computed(() =>
    regionAbout(this.nets(), this.start(), {
      card: this.card(),
      condition: this.condition(),
      read: new Map([...this.readAt()].map(([id, { volts }]) => [id, volts])),
      said: { volts: this.saidVolts(), values: this.saidValues() },
    }),
  );
  /** Readings at nodes of the region, its supplies beside: what they give was taken from them. */
  private readonly used = computed(() => {
    const fed = new Set(this.region().feeds.map(({ net }) => net));
    return [...this.readAt()].filter(([id]) => this.region().nodes.has(id) && !fed.has(id));
  });
  /** Resistances read at parts and pins here: across a part, or from a pin to the chassis. */
  protected readonly ohms = computed(() => {
    const [nets, nodes] = [this.nets(), this.region().nodes];
    return [...this.readings()].flatMap(([key, reading]): OhmsRead[] => {
      const { subject, unit, value, over } = reading;
      if (unit !== 'ohm' || value === null || subject.what !== 'part') return [];
      const ends = [...new Set(nets.parts.find(({ name }) => name === subject.designator)?.pins.map(({ net }) => net))];
      const net = subject.pin ? nets.of(subject.designator, subject.pin)?.id : ends[0];
      const node = nodes.get(net ?? -1);
      const to = subject.pin ? '0' : nodes.get(ends[1] ?? -1);
      if (node === undefined || to === undefined || node === to || (!subject.pin && ends.length !== 2)) return [];
      return [{ key, text: readingText(reading), reading: { what: 'ohms', node, to, value, over } }];
    });
  });
  private readonly nodeReadings = computed((): readonly NodeReading[] => [
    ...this.used().map(([id, { volts }]): NodeReading => ({ what: 'volts', node: this.region().nodes.get(id) ?? '', value: volts })),
    ...this.usedOhms().map(({ reading }) => reading),
  ]);
  private readonly usedOhms = computed(() => this.ohms().filter(({ key }) => this.inCircuit().has(key)));
  protected readonly partNames = computed(() => [
    ...new Set(
      this.region()
        .circuit.elements.filter(({ kind }) => kind !== 'source')
        .map(({ name }) => name),
    ),
  ]);
  protected readonly partCount = computed(() => this.partNames().length);
  protected readonly leftOutText = computed(() =>
    this.region()
      .leftOut.map(({ name, why }) => `${name} (${why})`)
      .join(', '),
  );
  protected readonly shown = computed(() =>
    this.used().map(([, { key }], i) => {
      const reading = this.readings().get(key);
      const should = this.result()?.explanation.should[i];
      return { key, text: reading ? readingText(reading) : '', should: should === undefined ? '' : voltText(should) };
    }),
  );
  protected readonly shownOhms = computed(() => {
    const [from, used] = [this.used().length, this.usedOhms()];
    return this.ohms().map((one) => {
      const { key, text } = one;
      const at = used.findIndex((other) => other.key === key);
      const should = at < 0 ? undefined : this.result()?.explanation.should[from + at];
      return { key, text, used: at >= 0, should: should === undefined ? '' : ohmsShown(should, one) };
    });
  });
  protected readonly expected = computed(() => {
    const volts = this.result()?.explanation.volts ?? new Map<string, number>();
    return [...volts]
      .flatMap(([node, v]) => {
        const net = this.nets().nets[netOfNode(node)];
        const name = net && nodeName(net, this.card());
        return name ? [{ ...name, volts: voltText(v) }] : [];
      })
      .slice(0, 8);
  });
  /** Readings of parts here that do not say their pin. */
  protected readonly unplaced = computed(() => this.partNames().filter((name) => this.readings().get(readingKey(name))?.unit === 'V'));
  protected readonly conditionSays = computed(() =>
    this.region().circuit.elements.some(({ kind }) => kind === 'contact') ? 'Switches and relay contacts are taken as closed.' : '',
  );
  protected readonly leaders = computed(() => {
    const explanation = this.result()?.explanation;
    return (explanation?.parts ?? [])
      .slice(0, mostLeaders)
      .filter(({ chance }, i) => i < 2 || chance > 0.01)
      .map(({ part, chance, best }) => ({
        part,
        says: best.says,
        chance: hundredSign(chance),
        why: this.why(best.shows),
      }));
  });
  protected readonly next = computed(() =>
    (this.result()?.next ?? [])
      .filter(({ bits }) => bits > 0.03)
      .flatMap(({ node, shows, should }) => {
        const net = this.nets().nets[netOfNode(node)];
        const name = net && nodeName(net, this.card());
        const byPart = shows.slice(0, 3).map(({ part, says, volts }) => `${part} ${says}: ${voltText(volts)}`);
        return name ? [{ name, shows: `${byPart.join('; ')}; all well: ${voltText(should)}` }] : [];
      })
      .slice(0, 3),
  );
  protected readonly holdNet = signal(-1);
  protected readonly holdable = computed(() => {
    const fed = new Set(this.region().feeds.map(({ net }) => net));
    return [...this.region().nodes.keys()].flatMap((id) => {
      const net = this.nets().nets[id];
      return net && !fed.has(id) && !net.ground ? [{ net: id, text: nodeName(net, this.card())?.text ?? net.name }] : [];
    });
  });
  protected readonly canCount = computed(() => this.leaders().length > 0);

  constructor() {
    // Another region is another question.
    effect(() => {
      this.start();
      untracked(() => {
        this.result.set(null);
        this.saidVolts.set(new Map());
        this.saidValues.set(new Map());
        this.inCircuit.set(new Set());
        this.changePart.set('');
      });
    });
    effect((done) => {
      const [{ circuit }, readings] = [this.region(), this.nodeReadings()];
      let old = false;
      done(() => (old = true));
      void untracked(() => this.reckon(circuit, readings, () => old));
    });
    effect((done) => {
      const [part, value, region, on] = [this.changePart(), this.changeValue().trim(), this.region(), this.changing()];
      let old = false;
      done(() => (old = true));
      if (!on || !part || !value) return this.becomes.set(null);
      const by = elementsFor(this.nets(), part, value, this.card());
      if (!by) return this.becomes.set(null);
      void this.volts.worker
        .change(region.circuit, part, by)
        .then((changed: readonly Changed[]) => {
          if (!old)
            this.becomes.set(
              changed.map(({ node, before, after }) => ({
                text: nodeText(this.nets(), node, this.card()),
                before: voltText(before),
                after: voltText(after),
              })),
            );
        })
        .catch(() => !old && this.becomes.set(null));
    });
  }

  private async reckon(circuit: { elements: readonly unknown[] }, readings: readonly NodeReading[], old: () => boolean): Promise<void> {
    const { feeds } = this.region();
    const open = feeds.filter(({ volt }) => volt === undefined);
    if (!circuit.elements.length || open.length) {
      this.result.set(null);
      this.wrong.set(
        open.length ? `Say what ${open.map(({ name }) => name).join(' and ')} gives; until then nothing can be reckoned.` : '',
      );
      return;
    }
    this.busy.set(true);
    try {
      const result = await this.volts.worker.explain(this.region().circuit, readings);
      if (old()) return;
      this.wrong.set('');
      this.result.set(result);
    } catch (error) {
      if (old()) return;
      const { message, remedy } = error as CoreError;
      this.result.set(null);
      this.wrong.set(`${message} ${remedy ?? ''}`.trim());
    } finally {
      if (!old()) this.busy.set(false);
    }
  }

  protected hundred = hundredSign;

  /** `puts 5.02 V on Q2 B: read 4.9 V`. */
  private why(shows: readonly number[]): string {
    const own = this.used();
    const told = [
      ...own.map(([, { key, volts }], i) => `${voltText(shows[i] ?? 0)} on ${key}: read ${voltText(volts)}`),
      ...this.usedOhms().map((one, i) => `${ohmsShown(shows[own.length + i] ?? 0, one)} across ${one.key}: read ${one.text}`),
    ];
    return `puts ${told.slice(0, 3).join('; ')}`;
  }

  protected readInCircuit(key: string): void {
    this.inCircuit.update((all) => {
      const now = new Set(all);
      if (!now.delete(key)) now.add(key);
      return now;
    });
  }

  protected sayVolts(net: number, text: string): void {
    const value = Number(text.trim().replace(',', '.').replace(/\s*V$/i, ''));
    if (text.trim() === '' || !Number.isFinite(value)) return this.wrong.set(`“${text}” is no voltage. Write it like 13.8.`);
    this.saidVolts.update((all) => new Map(all).set(net, value));
  }

  protected hold(text: string): void {
    if (this.holdNet() >= 0) this.sayVolts(this.holdNet(), text);
    this.holdNet.set(-1);
  }

  protected sayValue(name: string, text: string): void {
    if (text.trim()) this.saidValues.update((all) => new Map(all).set(name, text.trim()));
  }

  protected count(): void {
    const explanation = this.result()?.explanation;
    const [first] = this.leaders();
    if (!explanation || !first) return;
    const keys = [...this.used().map(([, { key }]) => key), ...this.usedOhms().map(({ key }) => key)];
    const readings = keys.flatMap((key) => this.readings().get(key)?.id ?? []);
    this.counted.emit({ about: this.startText(), explanation, text: `${first.part} ${first.says} ${first.why}`, readings });
  }
}
