import { agrees, phaseLoops, type Card, type Condition, type RouteStep } from '../card';
import type { HiddenFault } from './hidden-fault';

/** How a set with given faults behaves under one condition: what each section loses, passes on and is tuned to. */
export interface Behaviour {
  /** dB a section takes away beyond its due: its own fault, a low supply, a missing injection, a control line gone wrong. */
  readonly lossDb: (section: string) => number;
  /** Share of its due direct voltage that a section passes on. */
  readonly volts: (section: string) => number;
  /** Share of its due supply that reaches a section. */
  readonly fed: (section: string) => number;
  readonly ppm: (section: string) => number;
  readonly unlocked: (section: string) => boolean;
  readonly faultsAt: (section: string) => readonly HiddenFault[];
}

export interface Held {
  /** Sections that no longer matter, since a line of theirs is held from outside. */
  readonly cuts: readonly string[];
}

/** dB that a stage loses on a share of its supply. */
const lossOnSupply = (share: number): number =>
  share < 0.35 ? 70 : share < 0.6 ? 35 : share < 0.75 ? 14 : share < 0.85 ? 5 : share < 0.93 ? 1.5 : 0;

const needsDrive = new Set(['divider', 'loop']);

/**
 * Settles a set: every section's state follows from its own faults and from the sections that it needs, round loops,
 * until nothing changes any more.
 */
export function settle(card: Card, faults: readonly HiddenFault[], condition: Condition, held: Held = { cuts: [] }): Behaviour {
  const cut = new Set(held.cuts);
  const at = new Map(card.sections.map((s, i) => [s.id, i]));
  const n = card.sections.length;
  const of = card.sections.map((s) => (cut.has(s.id) ? [] : faults.filter((f) => f.section === s.id)));
  const loops = phaseLoops(card).map((loop) => ({ loop, held: loop.sections.some((id) => cut.has(id)) }));
  const loopOf = card.sections.map((s) => loops.find(({ loop }) => loop.sections.includes(s.id)));
  // What a fault leaves of the line that feeds it.
  const drags = new Map<string, number>();
  for (const fault of faults)
    if (fault.effect.drag < 1 && !cut.has(fault.section))
      for (const need of card.sections[at.get(fault.section) ?? 0]?.needs ?? [])
        if (need.by === 'supply') drags.set(need.section, Math.min(drags.get(need.section) ?? 1, fault.effect.drag));
  const loss = new Float64Array(n);
  const volts = new Float64Array(n).fill(1);
  const fed = new Float64Array(n).fill(1);
  const ppm = new Float64Array(n);
  const unlocked = new Uint8Array(n);

  // An oscillator for another band lies still: only what something asks for under this condition counts in its loop.
  const asked = new Set(
    card.sections.flatMap((s) => s.needs.flatMap((need) => (need.when && !agrees(need.when, condition) ? [] : [need.section]))),
  );
  const inUse = (id: string): boolean => asked.has(id);

  for (let round = 0; round < 40; round++) {
    let changed = false;
    const settleTo = (array: Float64Array | Uint8Array, i: number, value: number): void => {
      if (Math.abs((array[i] ?? 0) - value) < 1e-9) return;
      array[i] = value;
      changed = true;
    };
    card.sections.forEach((section, i) => {
      const own = of[i] ?? [];
      let supply = 1;
      let lost = 0;
      let off = 0;
      let adrift = 0;
      let switchedOff = false;
      for (const need of section.needs) {
        if (need.when && !agrees(need.when, condition)) continue;
        const from = at.get(need.section) ?? 0;
        const source = cut.has(need.section) ? { loss: 0, volts: 1 } : { loss: loss[from] ?? 0, volts: volts[from] ?? 1 };
        if (need.by === 'supply') supply = Math.min(supply, source.volts);
        else if (need.by === 'bias') lost += source.volts < 0.5 || source.loss > 25 ? 35 : source.volts < 0.85 || source.loss > 8 ? 9 : 0;
        else if (need.by === 'switching') {
          const off = source.volts < 0.5 || source.loss > 25;
          lost += off ? 55 : source.volts < 0.8 || source.loss > 10 ? 6 : 0;
          if (off) switchedOff = true;
        } else if (need.by === 'injection') {
          if (needsDrive.has(section.kind)) lost += source.loss > 9 ? 70 : 0;
          else lost += section.kind === 'mixer' ? 1.2 * Math.max(0, source.loss - 4) : source.loss;
          if (!cut.has(need.section)) {
            off += ppm[from] ?? 0;
            adrift = Math.max(adrift, unlocked[from] ?? 0);
          }
        } else {
          const inLoop = loopOf[i] !== undefined && loopOf[i] === loopOf[from];
          if (inLoop) {
            off += ppm[from] ?? 0;
            continue;
          }
          if (section.kind === 'oscillator') {
            off += source.loss > 25 ? 80 : source.loss > 6 ? 30 : 0;
            continue;
          }
          const faultDb = Math.max(0, ...(of[from] ?? []).map((f) => f.effect.controlDb));
          if (source.loss > 25) lost += (of[from] ?? []).length ? faultDb : 28;
          else if (source.loss > 6) lost += (of[from] ?? []).length ? faultDb : 8;
        }
      }
      const loop = loopOf[i];
      for (const { effect } of own) {
        if (effect.stuck) lost += condition.keyed === true ? 0 : 60;
        else lost += effect.lossDb;
      }
      // A locked loop takes its own oscillator along; only the reference sets the frequency.
      if (section.kind === 'oscillator' && loop) off = adrift ? off : 0;
      for (const { effect } of own) if (!(section.kind === 'oscillator' && loop)) off += effect.ppm;
      if (loop && !loop.held) {
        const broken = loop.loop.sections
          .filter(inUse)
          .some((id) => (loss[at.get(id) ?? 0] ?? 0) > 20 || (unlocked[at.get(id) ?? 0] ?? 0) > 0);
        if (broken) adrift = 1;
      }
      lost += lossOnSupply(supply);
      const dragged = drags.get(section.id) ?? 1;
      const stuckOn = own.some((f) => f.effect.stuck);
      const output = stuckOn ? 1 : Math.min(1, ...own.map((f) => f.effect.output));
      settleTo(fed, i, supply);
      settleTo(volts, i, switchedOff ? 0.02 : supply * output * dragged);
      settleTo(loss, i, Math.min(120, lost));
      settleTo(ppm, i, Math.max(-400, Math.min(400, off)));
      settleTo(unlocked, i, adrift);
    });
    if (!changed) break;
  }
  const look =
    (array: Float64Array | Uint8Array) =>
    (id: string): number =>
      array[at.get(id) ?? 0] ?? 0;
  return {
    lossDb: look(loss),
    volts: look(volts),
    fed: look(fed),
    ppm: look(ppm),
    unlocked: (id) => look(unlocked)(id) > 0,
    faultsAt: (id) => of[at.get(id) ?? 0] ?? [],
  };
}

/** What has become of a signal on its way. */
export interface Passed {
  /** dB missing. */
  readonly lossDb: number;
  readonly ppm: number;
  readonly unlocked: boolean;
  readonly distortion: number;
  /** It came to the section asked for. */
  readonly reached: boolean;
}

/** Walks a signal along a route, from one section on and up to another; of parallel branches the strongest counts. */
export function walk(behaviour: Behaviour, route: readonly RouteStep[], upTo?: string, from?: string): Passed {
  let passed: Passed = { lossDb: 0, ppm: 0, unlocked: false, distortion: 0, reached: false };
  let started = from === undefined;
  for (const [index, step] of route.entries()) {
    if (passed.reached) break;
    if (typeof step !== 'string') {
      const branches = step.parallel.map((branch) => walk(behaviour, branch, upTo, started ? undefined : from));
      const hit = branches.find((b) => b.reached);
      const best = hit ?? branches.reduce((a, b) => (a.lossDb <= b.lossDb ? a : b));
      passed = {
        lossDb: passed.lossDb + best.lossDb,
        ppm: passed.ppm + best.ppm,
        unlocked: passed.unlocked || best.unlocked,
        distortion: Math.max(passed.distortion, best.distortion),
        reached: best.reached,
      };
      continue;
    }
    if (step === from) started = true;
    if (!started) continue;
    const next = route[index + 1];
    const loaded = typeof next === 'string' ? Math.max(0, ...behaviour.faultsAt(next).map((f) => f.effect.beforeDb)) : 0;
    passed = {
      lossDb: passed.lossDb + behaviour.lossDb(step) + loaded,
      ppm: passed.ppm + behaviour.ppm(step),
      unlocked: passed.unlocked || behaviour.unlocked(step),
      distortion: Math.max(passed.distortion, ...behaviour.faultsAt(step).map((f) => f.effect.distortion)),
      reached: step === upTo,
    };
  }
  return passed;
}
