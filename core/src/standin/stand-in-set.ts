import { isLevel, type Unit } from '../quantity';
import {
  agrees,
  channelHz,
  expectationAt,
  pointOf,
  routeSections,
  whatItTests,
  type Card,
  type CardFunction,
  type Condition,
  type TestLimit,
  type TestPoint,
} from '../card';
import { settle, walk, type Behaviour, type Held, type Passed } from './behaviour';
import { chanceFrom, type Chance } from '../chance';
import { CourseOfTime } from './course-of-time';
import { aboveStatedDb, levelShiftDb } from './generator-level';
import { drawFault, type HiddenFault } from './hidden-fault';

/** What trying a function shows. */
export type Shown = 'works' | 'weak' | 'distorted' | 'comes-and-goes' | 'wrong-frequency' | 'stuck-on' | 'dead';

export interface StandInOptions {
  readonly seed: number;
  /** How far the instruments and the one who reads them can be trusted: 1 as on a bench, 0 perfect. */
  readonly noise?: number;
  /** Every tuned circuit is out by this many dB (previous hands). */
  readonly misalignedDb?: number;
  /** What only looks like a fault: nothing is wrong inside. */
  readonly outside?: boolean;
  /** The clock of the bench, in seconds: with it the set warms up, and what comes and goes does so in spans of time. */
  readonly seconds?: () => number;
}

interface Bounds {
  readonly nominal?: number | undefined;
  readonly low?: number | undefined;
  readonly high?: number | undefined;
}

/** What a healthy set shows of what is expected, and how far sets of one kind lie apart; where only a bound is known, well on its right side. */
function middleOf({ nominal, low, high }: Bounds, unit: Unit): { readonly nominal: number; readonly half: number } {
  if (low !== undefined && high !== undefined) return { nominal: nominal ?? (low + high) / 2, half: (high - low) / 2 };
  const inside = (bound: number, up: boolean): number => (isLevel(unit) ? bound + (up ? 10 : -10) : bound * (up ? 2.5 : 0.4));
  const middle = nominal ?? (low !== undefined ? inside(low, true) : inside(high ?? 0, false));
  return { nominal: middle, half: isLevel(unit) ? 3 : Math.abs(middle) * 0.1 };
}

/** Needs that carry a direct voltage from one section to another. */
const lines = new Set(['supply', 'bias', 'switching']);
/** Parts that short as often as they open. */
const shorts = new Set(['electrolytic', 'diode', 'pin-diode', 'varactor', 'transistor', 'fet', 'power-transistor', 'valve']);
const turned = new Set(['cored-coil', 'trimmer', 'potentiometer']);

/**
 * A set with hidden faults that answers what is asked of it on the bench: its levels, voltages and frequencies follow
 * from the card's own numbers and from what its faults do to them. It knows nothing of how anyone reasons about them.
 */
export class StandInSet {
  /** What is wrong with it: hidden when it came in, or done to it on the bench. */
  readonly faults: HiddenFault[];
  private readonly chance: Chance;
  private readonly noise: number;
  private readonly spread = new Map<string, number>();
  private readonly cured = new Set<HiddenFault>();
  /** Sections of which the tuned circuits have been set right again. */
  private readonly aligned = new Set<string>();
  private readonly time: CourseOfTime | undefined;

  constructor(
    private readonly card: Card,
    hidden: readonly HiddenFault[],
    private readonly options: StandInOptions,
  ) {
    this.faults = [...hidden];
    this.chance = chanceFrom(options.seed);
    this.noise = options.noise ?? 1;
    this.time = options.seconds && new CourseOfTime(options.seconds, options.seed);
    // Sets of one kind differ: each point of this one lies somewhere within its limits.
    for (const point of card.testPoints) this.spread.set(point.id, Math.max(-0.95, Math.min(0.95, this.chance.normal(0.33) * this.noise)));
  }

  /** Takes the cause away: the part has been renewed, or the section put right. */
  repair(section: string): void {
    for (const fault of this.faults) if (fault.section === section) this.cured.add(fault);
  }

  /** Renews one part: whether that took a cause away. Of a fault that no named part makes, any part of its section does. */
  renew(section: string, part?: string): boolean {
    const mended = this.faults.filter(
      (f) => f.section === section && !this.cured.has(f) && f.wiring !== true && (f.part === undefined || f.part === part),
    );
    for (const fault of mended) this.cured.add(fault);
    return mended.length > 0;
  }

  /** Undoes what previous hands wired in a section: whether that took a cause away. */
  rewire(section: string): boolean {
    const mended = this.faults.filter((f) => f.section === section && !this.cured.has(f) && f.wiring === true);
    for (const fault of mended) this.cured.add(fault);
    return mended.length > 0;
  }

  /** Sets the tuned circuits of a section right: whether they were out. */
  align(section: string): boolean {
    const wasOut = this.turnedAt(section);
    this.aligned.add(section);
    return wasOut;
  }

  /** Breaks a section, as carelessness or an uncured cause does: the part that is now gone, where one is named. */
  burn(section: string, part?: string): string | undefined {
    const drawn = drawFault(this.card, section, 'dead', this.chance);
    if (!drawn) return undefined;
    const fault = { ...drawn, ...(part === undefined ? {} : { part }), contact: false, visible: true };
    this.faults.push(fault);
    return fault.part;
  }

  /** Faults that are still in it. */
  get uncured(): readonly HiddenFault[] {
    return this.faults.filter((f) => !this.cured.has(f));
  }

  /** Sections whose tuned circuits are still out. */
  get out(): readonly string[] {
    return this.card.sections.flatMap(({ id }) => (this.turnedAt(id) ? [id] : []));
  }

  /** The faults that are there at this moment under this condition. */
  private present(asked: Condition): HiddenFault[] {
    // What nobody has set stands as one finds it: not keyed, in the first mode and band.
    const [mode, band] = [this.card.modes[0], this.card.bands[0]];
    const condition: Condition = { keyed: false, ...(mode ? { mode } : {}), ...(band ? { band } : {}), ...asked };
    this.time?.stands(condition.keyed ?? false);
    const isThere = (f: HiddenFault): boolean => this.time?.isThere(`${f.section} ${f.part ?? ''}`, f.rate) ?? this.chance.happens(f.rate);
    return this.faults.filter(
      (f) =>
        !this.cured.has(f) &&
        (f.when === undefined || agrees(f.when, condition)) &&
        (f.warmS === undefined || (this.time?.onS ?? 0) >= f.warmS) &&
        (f.rate >= 1 || isThere(f)),
    );
  }

  private behaviour(condition: Condition, held?: Held): Behaviour {
    return settle(this.card, this.present(condition), condition, held);
  }

  private misalignedLoss(route: readonly string[]): number {
    const db = this.options.misalignedDb ?? 0;
    if (db === 0) return 0;
    return (
      db *
      Math.min(6, route.filter((id) => !this.aligned.has(id) && this.card.parts.some((p) => p.section === id && turned.has(p.kind))).length)
    );
  }

  private judge(fn: CardFunction, passed: Passed, behaviour: Behaviour): Shown {
    const route = routeSections(fn.route);
    const loss = passed.lossDb + this.misalignedLoss(route) + this.chance.normal(0.5) * this.noise;
    const silences = this.faults.some((f) => f.silences);
    if (fn.group === 'control' && route.some((id) => behaviour.faultsAt(id).some((f) => f.effect.stuck))) return 'stuck-on';
    const [faint, gone] = fn.group === 'transmit' ? [2, 14] : fn.group === 'receive' ? [5, 36] : [6, 22];
    if (loss > gone) return 'dead';
    if (passed.unlocked) return fn.group === 'receive' || silences ? 'dead' : 'wrong-frequency';
    if (Math.abs(passed.ppm) > 20) return fn.group === 'transmit' || silences ? 'wrong-frequency' : 'distorted';
    if (passed.distortion > 0.5) return 'distorted';
    return loss > faint ? 'weak' : 'works';
  }

  private misjudged(shown: Shown): Shown {
    if (!this.chance.happens(0.015 * this.noise)) return shown;
    return this.chance.oneOf<Shown>(['works', 'works', 'weak', 'distorted', 'dead']);
  }

  /** Tries a function a few times, as one does: a fault that comes and goes may show as such. */
  private attempt(fn: CardFunction, held?: Held, from?: string): Shown {
    const once = (): Shown => {
      const behaviour = this.behaviour(fn.condition, held);
      return this.judge(fn, walk(behaviour, fn.route, undefined, from), behaviour);
    };
    const first = once();
    const wavers = this.faults.some((f) => f.rate < 1 && !this.cured.has(f));
    if (wavers && this.chance.happens(0.5)) {
      const second = once();
      if ((first === 'works') !== (second === 'works')) return 'comes-and-goes';
    }
    return this.misjudged(first);
  }

  /** Tries a function. */
  tryFunction(id: string): Shown {
    const fn = this.card.functions.find((f) => f.id === id);
    return fn ? this.attempt(fn) : 'works';
  }

  /** Puts a signal in at an injection point and listens. */
  inject(id: string): Shown {
    const injection = this.card.injections.find((i) => i.id === id);
    return injection ? this.injectAt(injection.responds, injection.into) : 'works';
  }

  /** Puts a signal in at the input of a section and listens to a function. */
  injectAt(functionId: string, into: string): Shown {
    const fn = this.card.functions.find((f) => f.id === functionId);
    return fn ? this.attempt(fn, undefined, into) : 'works';
  }

  /** Holds a control line from outside and tries what must follow. */
  force(id: string): Shown {
    const forcing = this.card.forcings.find((f) => f.id === id);
    const fn = this.card.functions.find((f) => f.id === forcing?.responds);
    return forcing && fn ? this.attempt(fn, { cuts: forcing.cuts }) : 'works';
  }

  /** What the meter shows at a point, or null when there is nothing. Undefined for a point or condition the card does not know. */
  read(pointId: string, condition: Condition): number | null | undefined {
    const point = pointOf(this.card, pointId);
    const expectation = point && expectationAt(point, condition);
    if (!point || !expectation) return undefined;
    const { nominal, half } = middleOf(expectation, point.unit);
    const healthy = nominal + half * (this.spread.get(point.id) ?? 0);
    const behaviour = this.behaviour(condition);
    const aboveDb = aboveStatedDb(this.card, expectation.condition, condition);
    const true_ = this.truth(point, condition, behaviour, healthy, aboveDb);
    return true_ === null ? null : this.seen(point, true_);
  }

  /**
   * What a counter shows of the transmitter on a channel, in Hz, or null when nothing comes out.
   * @param nominalHz the frequency of the channel.
   */
  counts(nominalHz: number, condition: Condition): number | null {
    const keyed = { ...condition, keyed: true };
    const fn = this.card.functions.find((f) => f.group === 'transmit' && agrees(f.condition, keyed));
    if (!fn) return null;
    const behaviour = this.behaviour(keyed);
    const passed = walk(behaviour, fn.route);
    if (passed.lossDb > 42 || (passed.unlocked && this.faults.some((f) => f.silences))) return null;
    const off = passed.unlocked ? 0.01 : (passed.ppm + (this.time?.ppm ?? 0)) / 1e6;
    return nominalHz * (1 + off + (this.chance.normal(1) * this.noise) / 1e7);
  }

  /**
   * What a test of the card shows, in its unit; null where nothing comes. What does not hang on one function stands where it does on a
   * healthy set.
   */
  test(limit: TestLimit, asked: Condition = {}): number | null {
    const { nominal, half } = middleOf(limit, limit.unit);
    const healthy = nominal + half * 0.4 * (this.chance.between(-1, 1) * Math.min(1, this.noise));
    const tested = whatItTests(this.card, limit);
    const fn = this.card.functions.find(({ id }) => id === tested?.functionId);
    if (!tested || !fn) return healthy;
    const condition = { ...asked, ...limit.condition, ...fn.condition };
    if (tested.fails === 'frequency') {
      const hz = limit.from === 'channel' ? (channelHz(this.card, condition.channel) ?? 27e6) : nominal;
      const counted = this.counts(hz, condition);
      return counted === null || limit.from !== 'channel' ? counted : counted - hz;
    }
    const passed = walk(this.behaviour(condition), fn.route);
    const loss = passed.lossDb + this.misalignedLoss(routeSections(fn.route)) + this.chance.normal(0.3) * this.noise;
    if (passed.unlocked || loss > 42) return null;
    if (isLevel(limit.unit)) return tested.fails === 'high' ? healthy + loss : healthy - loss;
    const down = 10 ** (-loss / (limit.unit === 'W' ? 10 : 20));
    return tested.fails === 'high' ? healthy / down : healthy * down;
  }

  private truth(point: TestPoint, condition: Condition, behaviour: Behaviour, healthy: number, aboveDb: number): number | null {
    const { section } = point;
    const direct = point.sees === 'own' && ['V', 'A', 'ohm'].includes(point.unit);
    if (direct) {
      const volts = this.direct(point, behaviour, healthy * (this.time?.share ?? 1));
      // The line of the AGC goes with the signal.
      return volts !== null && /\bagc\b/i.test(point.name) ? volts * Math.max(0.3, 1 + 0.01 * aboveDb) : volts;
    }
    const along = this.routeTo(point, condition);
    const passed = along
      ? walk(behaviour, along.route, section)
      : { lossDb: behaviour.lossDb(section), ppm: behaviour.ppm(section), unlocked: behaviour.unlocked(section), distortion: 0 };
    const before = along ? routeSections(along.route).slice(0, routeSections(along.route).indexOf(section) + 1) : [section];
    const misaligned = along ? this.misalignedLoss(before) : 0;
    const frequency = point.unit === 'Hz';
    // What is off frequency does not pass the filters; the oscillator itself still shows on a meter.
    const makes = ['oscillator', 'loop', 'divider', 'amplifier'].includes(this.card.sections.find((s) => s.id === section)?.kind ?? '');
    const shiftDb = along?.group !== 'receive' ? 0 : levelShiftDb(this.card, before, aboveDb);
    const loss = passed.lossDb + misaligned - shiftDb + (passed.unlocked && !frequency && !makes ? 60 : 0);
    if (loss > 42) return null;
    if (frequency)
      return passed.unlocked
        ? healthy * (1 + 0.03 * (this.faults[0]?.silences ? 1 : -1))
        : healthy * (1 + (passed.ppm + (this.time?.ppm ?? 0)) / 1e6);
    if (isLevel(point.unit)) return healthy - loss;
    return healthy * 10 ** (-loss / (point.unit === 'W' ? 10 : 20));
  }

  private direct(point: TestPoint, behaviour: Behaviour, healthy: number): number | null {
    const { section } = point;
    const own = behaviour.faultsAt(section);
    const feeds = this.card.sections.some((s) => s.needs.some((n) => lines.has(n.by) && n.section === section));
    const kind = this.card.sections.find((s) => s.id === section)?.kind;
    if (own.some((f) => f.effect.stuck)) return Math.abs(healthy) < 0.5 ? 7 : healthy;
    if (point.unit === 'A') return healthy * own.reduce((product, f) => product * f.effect.current, behaviour.fed(section));
    if (point.unit === 'ohm') {
      const fault = own[0];
      if (!fault || fault.effect.lossDb < 25) return healthy * (fault?.effect.bias ?? 1);
      const kind = this.card.parts.find((p) => p.designator === fault.part)?.kind;
      const shorted = kind !== undefined && shorts.has(kind) && fault.effect.bias < 0.5;
      return shorted ? healthy * 0.02 : healthy * 40 + 1;
    }
    if (feeds) return healthy * behaviour.volts(section);
    let volts = healthy * behaviour.fed(section) * own.reduce((product, f) => product * f.effect.bias, 1);
    if (kind === 'loop') {
      if (behaviour.unlocked(section)) volts = this.faults[0]?.silences ? healthy * 0.1 : healthy * 1.9;
      else volts *= 1 + this.faults.reduce((sum, f) => sum + f.effect.ppm, 0) / 400;
    }
    return Math.abs(volts) < 0.02 * Math.abs(healthy) ? null : volts;
  }

  /** The function on whose way a signal point lies under a condition. */
  private routeTo(point: TestPoint, condition: Condition): CardFunction | undefined {
    if (point.sees !== 'signal') return undefined;
    const full = { ...condition, keyed: condition.keyed ?? false };
    const passes = this.card.functions.filter((f) => routeSections(f.route).includes(point.section) && agrees(f.condition, full));
    return passes.find((f) => f.group !== 'control') ?? passes[0];
  }

  private seen(point: TestPoint, value: number): number {
    const slip = this.chance.happens(0.006 * this.noise);
    if (isLevel(point.unit)) return value + this.chance.normal(0.6) * this.noise - (slip ? 20 : 0);
    const share = point.unit === 'Hz' ? 1e-6 : point.unit === 'V' && point.sees === 'own' ? 0.006 : 0.03;
    return value * (1 + this.chance.normal(share) * this.noise) * (slip ? this.chance.oneOf([0.1, 10]) : 1);
  }

  /** How a point stands beside a healthy set, by the eye of whoever compares. */
  compare(pointId: string): 'in' | 'low' | 'high' | 'dead' {
    const point = pointOf(this.card, pointId);
    const condition = point?.expect[0]?.condition ?? {};
    const here = this.read(pointId, condition);
    if (!point || here === undefined) return 'in';
    if (here === null) return 'dead';
    const { nominal, low, high } = point.expect[0] ?? {};
    const there = nominal ?? ((low ?? 0) + (high ?? low ?? 0)) / 2;
    const apart = isLevel(point.unit)
      ? 3
      : Math.max(0.12 * Math.abs(there), high !== undefined && low !== undefined ? (high - low) / 2 : 0);
    return here < there - apart ? 'low' : here > there + apart ? 'high' : 'in';
  }

  private at(section: string): HiddenFault | undefined {
    return this.faults.find((f) => f.section === section && !this.cured.has(f));
  }

  /** Taps and presses round a section: whether the symptom changed. */
  tap(section: string): boolean {
    const fault = this.at(section);
    if (fault) return this.chance.happens(fault.rate < 1 ? 0.65 : fault.contact ? 0.15 : 0.03);
    const board = this.card.sections.find((s) => s.id === section)?.board;
    const near = this.faults.some((f) => f.rate < 1 && board && this.card.sections.find((s) => s.id === f.section)?.board === board);
    return this.chance.happens((near ? 0.06 : 0.02) * this.noise);
  }

  /** Whether previous hands have turned what is tuned in a section. */
  turnedAt(section: string): boolean {
    return this.misalignedLoss([section]) > 0;
  }

  /** Looks closely at a section: whether something is to be seen. */
  inspect(section: string): boolean {
    return (this.at(section)?.visible ?? false) || this.chance.happens(0.05 * this.noise);
  }

  /** Lifts the feed of a section: whether its supply recovers. */
  lift(section: string): boolean {
    return (this.at(section)?.effect.drag ?? 1) < 0.9 || this.chance.happens(0.01 * this.noise);
  }

  /** Lifts all that hangs on a section: whether its voltage comes back. */
  unload(section: string): boolean {
    const draws = this.faults.some(
      (f) =>
        !this.cured.has(f) &&
        f.effect.drag < 0.9 &&
        this.card.sections.some((s) => s.id === f.section && s.needs.some((n) => n.by === 'supply' && n.section === section)),
    );
    return draws || this.chance.happens(0.01 * this.noise);
  }

  /** Solders, reseats or cleans in a section: whether the trouble is gone. */
  remedy(section: string): boolean {
    const fault = this.at(section);
    if (fault?.contact && this.chance.happens(0.75)) {
      this.cured.add(fault);
      return !this.faults.some((f) => !this.cured.has(f));
    }
    return this.faults.every((f) => this.cured.has(f) || f.rate < 1) && this.faults.length > 0 && this.chance.happens(0.05 * this.noise);
  }

  /** Goes over all parts of a section: whether one is found bad. A contact is good more often than not while it is measured. */
  proofStage(section: string): boolean {
    const fault = this.at(section);
    if (fault && !this.cured.has(fault)) return this.chance.happens(fault.contact ? 0.45 : fault.part ? 0.95 : 0.6);
    return this.chance.happens(0.004 * this.noise);
  }

  /** Measures a part out of circuit: whether it is bad. */
  proof(designator: string): boolean {
    const hit = this.faults.some((f) => f.part === designator && !this.cured.has(f));
    return hit ? !this.chance.happens(0.02 * this.noise) : this.chance.happens(0.001 * this.noise);
  }
}
