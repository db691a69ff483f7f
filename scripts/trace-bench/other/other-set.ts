import {
  agrees,
  expectationAt,
  pointOf,
  routeSections,
  type Card,
  type CardFunction,
  type Condition,
  type RouteStep,
  type Section,
} from '../../../core/src/card';
import { chanceFrom, type Chance } from '../../../core/src/chance';
import { isLevel } from '../../../core/src/quantity';
import type { Shown } from '../../../core/src/standin';
import { feeds, isSource, type Defect } from './defect';

/** What a set asks of its supply: below `stops` a stage of the kind does nothing, below `full` it loses dB for each hundredth. */
const onSupply: Readonly<Record<Section['kind'], { readonly stops: number; readonly full: number; readonly dB: number }>> = {
  oscillator: { stops: 0.64, full: 0.88, dB: 0.35 },
  loop: { stops: 0.8, full: 0.8, dB: 0 },
  divider: { stops: 0.78, full: 0.78, dB: 0 },
  mixer: { stops: 0.5, full: 0.93, dB: 0.4 },
  filter: { stops: 0, full: 0, dB: 0 },
  amplifier: { stops: 0.42, full: 0.93, dB: 0.3 },
  detector: { stops: 0.5, full: 0.8, dB: 0.3 },
  control: { stops: 0.55, full: 0.55, dB: 0 },
  audio: { stops: 0.35, full: 0.75, dB: 0.2 },
  switch: { stops: 0.5, full: 0.5, dB: 0 },
  relay: { stops: 0.62, full: 0.62, dB: 0 },
  regulator: { stops: 0.2, full: 0.2, dB: 0 },
  'power-amplifier': { stops: 0.3, full: 0.97, dB: 0.12 },
  valve: { stops: 0.4, full: 0.95, dB: 0.2 },
  transformer: { stops: 0, full: 0, dB: 0 },
  rectifier: { stops: 0, full: 0, dB: 0 },
  tank: { stops: 0, full: 0, dB: 0 },
  connector: { stops: 0, full: 0, dB: 0 },
  display: { stops: 0.5, full: 0.5, dB: 0 },
};

/** A regulator holds its output until its input has fallen to this share. */
const dropOut = 0.74;

interface Stage {
  /** Share of the due voltage that it gives to others. */
  volts: number;
  /** Share of the due voltage that it gets. */
  fed: number;
  lossDb: number;
  hz: number;
  unlocked: boolean;
  /** It gives no switching voltage, no bias. */
  idle: boolean;
}

/** The state of every stage of a set with some defects under one condition, worked out stage by stage until nothing moves. */
class Worked {
  readonly stages = new Map<string, Stage>();

  constructor(
    private readonly card: Card,
    private readonly defects: readonly Defect[],
    private readonly condition: Condition,
    private readonly cuts: ReadonlySet<string>,
    private readonly hzOf: (section: string) => number,
  ) {
    for (const s of card.sections) this.stages.set(s.id, { volts: 1, fed: 1, lossDb: 0, hz: 0, unlocked: false, idle: false });
    for (let round = 0; round < 25; round++) for (const s of card.sections) this.work(s);
  }

  of(id: string): Stage {
    return this.stages.get(id) ?? { volts: 1, fed: 1, lossDb: 0, hz: 0, unlocked: false, idle: false };
  }
  at(id: string): Defect[] {
    return this.cuts.has(id) ? [] : this.defects.filter((d) => d.section === id);
  }

  private work(section: Section): void {
    const stage = this.of(section.id);
    if (this.cuts.has(section.id)) return;
    const own = this.at(section.id);
    let fed = 1;
    let lossDb = 0;
    let hz = 0;
    let off = false;
    const loop = this.card.loops.find((l) => l.sections.includes(section.id) && l.sections.some((id) => this.kindOf(id) === 'loop'));
    let lost = false;
    for (const need of section.needs) {
      if (need.when && !agrees(need.when, this.condition)) continue;
      if (this.cuts.has(need.section)) continue;
      const from = this.of(need.section);
      switch (need.by) {
        case 'supply':
          fed = Math.min(fed, from.volts);
          break;
        case 'bias':
          if (from.volts < 0.6 || from.idle) lossDb += 40;
          else if (from.volts < 0.9) lossDb += 25 * (0.9 - from.volts);
          break;
        case 'switching':
          if (from.idle || from.volts < 0.5) off = true;
          break;
        case 'injection':
          // A mixer or a detector wants its injection; a stage behind an oscillator passes on what it gets.
          if (section.kind === 'mixer') lossDb += from.lossDb > 25 ? 60 : Math.max(0, from.lossDb - 5);
          else if (section.kind === 'loop' || section.kind === 'divider') lost ||= from.lossDb > 14;
          else lossDb += from.lossDb;
          hz += from.hz;
          if (from.unlocked && section.kind !== 'loop' && section.kind !== 'divider') stage.unlocked = true;
          break;
        case 'control': {
          const held = this.at(need.section).find((d) => d.holdsDb !== undefined);
          if (held && !loop) lossDb += Math.max(0, held.holdsDb ?? 0) / Math.max(1, this.heldBy(need.section) / 2);
          else if (from.idle && section.kind !== 'oscillator' && !loop) lossDb += 12;
          break;
        }
      }
    }
    const bears = onSupply[section.kind];
    if (fed < bears.stops) lossDb += 60;
    else if (fed < bears.full) lossDb += 100 * (bears.full - fed) * bears.dB;
    let volts = section.kind === 'regulator' ? Math.min(1, fed / dropOut) : fed;
    let idle = off || fed < bears.stops;
    for (const d of own) {
      lossDb += d.lossDb;
      const load = this.condition.keyed === true ? 1 : 0.33;
      volts *= d.gives * (1 - d.sags * load);
      if (d.silent) idle = true;
      hz += (d.ppm * this.hzOf(section.id)) / 1e6;
    }
    // Whoever draws too much from this source, or from what hangs on it without a regulator between.
    for (const d of this.defects) if (!this.cuts.has(d.section) && d.pullsTo < 1) volts *= this.pulledThrough(section.id, d);
    if (idle && (section.kind === 'relay' || section.kind === 'switch' || section.kind === 'control')) volts = Math.min(volts, 0.03);
    if (off && section.kind !== 'relay') lossDb += 50;
    if (loop) {
      const bad = loop.sections.some((id) => id !== section.id && this.inUse(id) && this.of(id).lossDb > 15);
      stage.unlocked = bad || lost || lossDb > 15;
      // The loop takes its oscillator to what the reference says.
      if (section.kind === 'oscillator' && !stage.unlocked) hz = this.referenceHz(loop.sections);
    }
    stage.volts = volts;
    stage.fed = fed;
    stage.lossDb = Math.min(110, lossDb);
    stage.hz = hz;
    stage.idle = idle;
  }

  private kindOf(id: string): Section['kind'] | undefined {
    return this.card.sections.find((s) => s.id === id)?.kind;
  }
  private heldBy(id: string): number {
    return this.card.sections.filter((s) => s.needs.some((n) => n.section === id && n.by === 'control')).length;
  }
  /** An oscillator of a bank only counts while its band is chosen. */
  private inUse(id: string): boolean {
    if (this.kindOf(id) !== 'oscillator') return true;
    return this.card.sections.some((s) => s.needs.some((n) => n.section === id && (!n.when || agrees(n.when, this.condition))));
  }
  private referenceHz(loop: readonly string[]): number {
    for (const id of loop)
      for (const need of this.card.sections.find((s) => s.id === id)?.needs ?? [])
        if (need.by === 'injection' && !loop.includes(need.section)) {
          const reference = this.hzOf(need.section);
          const made = Math.max(...loop.map((one) => this.hzOf(one)));
          return reference > 0 ? (this.of(need.section).hz * made) / reference : 0;
        }
    return 0;
  }
  /** What is left of a source when a stage draws too much: all of it on its own feed, less behind a switch, nothing behind a regulator. */
  private pulledThrough(source: string, d: Defect): number {
    let [id, left] = [d.section, d.pullsTo];
    for (let i = 0; i < 4; i++) {
      const feed = this.card.sections
        .find((s) => s.id === id)
        ?.needs.find((n) => n.by === 'supply' && (!n.when || agrees(n.when, this.condition)));
      if (!feed) return 1;
      if (feed.section === source) return left;
      if (this.kindOf(feed.section) === 'regulator') return 1;
      left = Math.sqrt(left);
      id = feed.section;
    }
    return 1;
  }
}

interface Arrived {
  lossDb: number;
  hz: number;
  unlocked: boolean;
  distorted: boolean;
}

/** A set with hidden defects, worked out another way than the stand-in that ships: by currents, tender stages and hertz. */
export class OtherSet {
  private readonly chance: Chance;
  private readonly cured = new Set<Defect>();
  private readonly spread = new Map<string, number>();
  /** What a stage that makes a frequency makes, in Hz. */
  private readonly hz = new Map<string, number>();

  constructor(
    private readonly card: Card,
    readonly defects: readonly Defect[],
    private readonly options: { readonly seed: number; /** Share of answers that are a slip of whoever looks. */ readonly slips?: number },
  ) {
    this.chance = chanceFrom(options.seed);
    const carrier = card.kind.startsWith('vhf') || ['hand-held', 'repeater', 'land-mobile'].includes(card.kind) ? 145e6 : 21e6;
    for (const s of card.sections) {
      const point = card.testPoints.find((p) => p.section === s.id && p.unit === 'Hz');
      this.hz.set(s.id, point?.expect[0]?.nominal ?? (s.kind === 'oscillator' ? carrier : 0));
    }
    for (const p of card.testPoints) this.spread.set(p.id, Math.max(-0.9, Math.min(0.9, this.chance.normal(0.3))));
  }

  private slips(): boolean {
    return this.chance.happens(this.options.slips ?? 0.01);
  }

  private worked(asked: Condition, cuts: readonly string[] = []): Worked {
    const [mode, band] = [this.card.modes[0], this.card.bands[0]];
    const condition: Condition = { keyed: false, ...(mode ? { mode } : {}), ...(band ? { band } : {}), ...asked };
    const there = this.defects.filter(
      (d) => !this.cured.has(d) && (!d.when || agrees(d.when, condition)) && (d.rate >= 1 || this.chance.happens(d.rate)),
    );
    return new Worked(this.card, there, condition, new Set(cuts), (id) => this.hz.get(id) ?? 0);
  }

  private along(worked: Worked, route: readonly RouteStep[], upTo?: string): Arrived & { readonly reached: boolean } {
    const got = { lossDb: 0, hz: 0, unlocked: false, distorted: false, reached: false };
    for (const [i, step] of route.entries()) {
      if (got.reached) break;
      if (typeof step !== 'string') {
        const branches = step.parallel.map((b) => this.along(worked, b, upTo));
        const hit = branches.find((b) => b.reached);
        // Voltages of the branches add: of four, one that is dead takes a quarter.
        const sum = branches.reduce((total, b) => total + 10 ** (-b.lossDb / 20), 0) / branches.length;
        got.lossDb += hit ? hit.lossDb : -20 * Math.log10(Math.max(1e-5, sum));
        got.hz += branches[0]?.hz ?? 0;
        got.unlocked ||= branches.some((b) => b.unlocked);
        got.distorted ||= branches.some((b) => b.distorted);
        got.reached = hit !== undefined;
        continue;
      }
      const stage = worked.of(step);
      const next = route[i + 1];
      const loaded = typeof next === 'string' ? worked.at(next).reduce((sum, d) => sum + d.loadsDb, 0) : 0;
      got.lossDb += stage.lossDb + loaded;
      got.hz += Math.abs(stage.hz);
      got.unlocked ||= stage.unlocked;
      got.distorted ||= worked.at(step).some((d) => d.distorts);
      got.reached = step === upTo;
    }
    return got;
  }

  /** What whoever tries it says of it. */
  private judged(fn: CardFunction, { lossDb, hz, unlocked, distorted }: Arrived): Shown {
    const loss = lossDb + this.chance.normal(0.6);
    const mode = fn.condition.mode ?? this.card.modes[0] ?? 'FM';
    if (fn.group === 'control') return loss > 18 ? 'dead' : loss > 7 ? 'weak' : 'works';
    const [faint, gone] = fn.group === 'transmit' ? [1.3, 13] : [5.5, 34];
    if (loss > gone) return 'dead';
    if (unlocked) return fn.group === 'receive' || this.chance.happens(0.6) ? 'dead' : 'wrong-frequency';
    const narrow = mode === 'USB' || mode === 'CW' || mode === 'SSB';
    if (fn.group === 'transmit') {
      if (hz > (narrow ? 150 : 700)) return 'wrong-frequency';
    } else if (narrow ? hz > 150 : hz > 2500) {
      if (!narrow && hz > 6000) return 'dead';
      return this.chance.happens(narrow ? 0.7 : 0.25) ? 'wrong-frequency' : 'distorted';
    }
    if (distorted) return 'distorted';
    // Automatic gain makes up for a little of what is lost behind the first stage.
    return loss > faint ? 'weak' : 'works';
  }

  private attempt(fn: CardFunction, cuts: readonly string[] = [], from?: string): Shown {
    const at =
      from === undefined
        ? 0
        : Math.max(
            0,
            fn.route.findIndex((step) => step === from),
          );
    const once = (): Shown => this.judged(fn, this.along(this.worked(fn.condition, cuts), fn.route.slice(at)));
    const first = once();
    if (this.defects.some((d) => d.rate < 1 && !this.cured.has(d))) {
      const again = once();
      if ((first === 'works') !== (again === 'works') && this.chance.happens(0.8)) return 'comes-and-goes';
    }
    if (this.slips()) return this.chance.oneOf((['works', 'works', 'weak', 'dead', 'distorted'] as const).filter((s) => s !== first));
    return first;
  }

  tryFunction(id: string): Shown {
    const fn = this.card.functions.find((f) => f.id === id);
    return fn ? this.attempt(fn) : 'works';
  }
  inject(id: string): Shown {
    const injection = this.card.injections.find((i) => i.id === id);
    const fn = this.card.functions.find((f) => f.id === injection?.responds);
    return injection && fn ? this.attempt(fn, [], injection.into) : 'works';
  }
  force(id: string): Shown {
    const forcing = this.card.forcings.find((f) => f.id === id);
    const fn = this.card.functions.find((f) => f.id === forcing?.responds);
    return forcing && fn ? this.attempt(fn, forcing.cuts) : 'works';
  }

  read(pointId: string, condition: Condition): number | null | undefined {
    const point = pointOf(this.card, pointId);
    const expectation = point && expectationAt(point, condition);
    if (!point || !expectation) return undefined;
    const { low = 0, high = low } = expectation;
    const due = (expectation.nominal ?? (low + high) / 2) + ((high - low) / 2) * (this.spread.get(point.id) ?? 0);
    const worked = this.worked(condition);
    const stage = worked.of(point.section);
    const own = worked.at(point.section);
    const bias = own.reduce((product, d) => product * d.bias, 1);
    if (this.slips()) return this.chance.oneOf([due * 0.1, due, due * 1.5, null]);
    const kind = this.card.sections.find((s) => s.id === point.section)?.kind;
    if (point.unit === 'Hz') {
      if (stage.lossDb > 30) return null;
      return stage.unlocked ? due * 1.02 : (due + stage.hz) * (1 + this.chance.normal(1e-7));
    }
    if (point.sees === 'own' && point.unit === 'V') {
      if (kind === 'loop' && stage.unlocked)
        return own.some((d) => d.silent) && bias < 1 ? due * 0.1 : due * this.chance.oneOf([0.08, 1.9]);
      const passesOn = isSource(this.card, point.section);
      const volts = due * (passesOn || feeds(this.card, point.section) ? stage.volts : stage.fed * bias);
      return Math.abs(volts) < 0.02 * Math.abs(due) ? null : volts * (1 + this.chance.normal(0.007));
    }
    if (point.unit === 'A') return due * stage.fed * own.reduce((product, d) => product * (d.pullsTo < 1 ? 2 : d.lossDb > 20 ? 0.3 : 1), 1);
    if (point.unit === 'ohm') return own.some((d) => d.lossDb > 25) ? due * this.chance.oneOf([0.02, 30]) : due;
    const full = { keyed: false, ...condition };
    const on = this.card.functions.filter((f) => routeSections(f.route).includes(point.section) && agrees(f.condition, full));
    const fn = on.find((f) => f.group !== 'control') ?? on[0];
    const got = fn ? this.along(worked, fn.route, point.section) : { lossDb: stage.lossDb, unlocked: stage.unlocked };
    const loss = got.lossDb + (got.unlocked && kind !== 'oscillator' ? 50 : 0);
    if (loss > 40) return null;
    if (isLevel(point.unit)) return due - loss + this.chance.normal(0.8);
    return due * 10 ** (-loss / (point.unit === 'W' ? 10 : 20)) * (1 + this.chance.normal(0.03));
  }

  compare(pointId: string): 'in' | 'low' | 'high' | 'dead' {
    const point = pointOf(this.card, pointId);
    const expectation = point?.expect[0];
    const value = this.read(pointId, expectation?.condition ?? {});
    if (!expectation || value === undefined) return 'in';
    if (value === null) return 'dead';
    return value < (expectation.low ?? -Infinity) ? 'low' : value > (expectation.high ?? Infinity) ? 'high' : 'in';
  }

  private left(section: string): Defect | undefined {
    return this.defects.find((d) => d.section === section && !this.cured.has(d));
  }
  tap(section: string): boolean {
    const d = this.left(section);
    return this.chance.happens(d && d.rate < 1 ? (d.contact ? 0.7 : 0.35) : d?.contact ? 0.12 : 0.025);
  }
  inspect(section: string): boolean {
    return (this.left(section)?.visible ?? false) || this.chance.happens(0.06);
  }
  lift(section: string): boolean {
    return (this.left(section)?.pullsTo ?? 1) < 0.93 ? !this.slips() : this.slips();
  }
  unload(section: string): boolean {
    const isHere = (d: Defect): boolean => d.pullsTo < 0.93 && new Worked(this.card, [d], {}, new Set(), () => 0).of(section).volts < 0.9;
    const draws = this.defects.some((d) => !this.cured.has(d) && (isHere(d) || (d.section === section && d.sags > 0.15)));
    return draws ? !this.slips() : this.slips();
  }
  remedy(section: string): boolean {
    const d = this.left(section);
    if (d?.contact && this.chance.happens(0.7)) {
      this.cured.add(d);
      return this.defects.every((one) => this.cured.has(one));
    }
    // One that comes and goes may stay away for the moment.
    return this.defects.length > 0 && this.defects.every((one) => this.cured.has(one) || one.rate < 1) && this.chance.happens(0.06);
  }
  proof(designator: string): boolean {
    const d = this.defects.find((one) => one.part === designator && !this.cured.has(one));
    return d ? !(d.rate < 1 && this.chance.happens(0.4)) && !this.chance.happens(0.02) : this.chance.happens(0.0015);
  }
  proofStage(section: string): boolean {
    const d = this.left(section);
    return d ? this.chance.happens(d.contact ? 0.5 : d.part ? 0.92 : 0.55) : this.chance.happens(0.005);
  }
  /** Takes the causes in a section away, as who renews its parts does. */
  repair(section: string): void {
    for (const d of this.defects) if (d.section === section) this.cured.add(d);
  }
}
