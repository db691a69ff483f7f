import { chanceFrom, type Chance } from '../chance';

/** Time constant with which a set warms up, in seconds. */
const warmingS = 240;
/** A set is off its frequency by about so much while it is cold, in parts per million. */
const coldPpm = 0.5;
/** And its direct voltages by about this share. */
const coldShare = 0.003;
/** A contact is good and bad by turns; once good and once bad take about so long together, in seconds. */
const turnS = 12;
/** So long after unkeying a contact that comes and goes hangs, in seconds. */
const hangsS = 2.5;

/** What time does to a set on the bench: it warms up and drifts, a contact is good and bad for spans, and it was keyed a moment ago. */
export class CourseOfTime {
  private readonly startS: number;
  private readonly coldBy: number;
  private readonly spans = new Map<string, { readonly chance: Chance; there: boolean; endS: number }>();
  private keyed = false;
  private unkeyedS = -Infinity;

  /** @param seconds the clock of the bench, in seconds since any moment */
  constructor(
    private readonly seconds: () => number,
    private readonly seed: number,
  ) {
    this.startS = seconds();
    this.coldBy = chanceFrom(seed).oneOf([-1, 1]) * chanceFrom(seed + 1).between(0.6, 1.4);
  }

  /** Seconds for which it has been on. */
  get onS(): number {
    return Math.max(0, this.seconds() - this.startS);
  }
  /** What is left of being cold: 1 when it is switched on, 0 when it is warm. */
  private get cold(): number {
    return Math.exp(-this.onS / warmingS);
  }
  /** By so many parts per million its oscillators are off what they are when warm. */
  get ppm(): number {
    return this.coldBy * coldPpm * this.cold;
  }
  /** What its direct voltages are of what they are when warm. */
  get share(): number {
    return 1 + this.coldBy * coldShare * this.cold;
  }

  /** The set stands so now; what is keyed and let go again has just been keyed for a while. */
  stands(keyed: boolean): void {
    if (this.keyed && !keyed) this.unkeyedS = this.seconds();
    this.keyed = keyed;
  }

  /** Whether what comes and goes is there now: for spans, so long in all as its rate says, and after unkeying while it hangs. */
  isThere(name: string, rate: number): boolean {
    if (!this.keyed && this.seconds() - this.unkeyedS < hangsS) return true;
    let span = this.spans.get(name);
    // The first span is one in which it is not there: a fault that comes and goes is not there when one looks.
    if (!span) this.spans.set(name, (span = { chance: chanceFrom(this.seed ^ hashOf(name)), there: true, endS: 0 }));
    while (span.endS <= this.onS) {
      span.there = !span.there;
      // Exponential, but never without end.
      span.endS -= Math.log(1 - span.chance.between(0, 0.98)) * turnS * (span.there ? rate : 1 - rate);
    }
    return span.there;
  }
}

const hashOf = (text: string): number => [...text].reduce((sum, letter) => (Math.imul(sum, 31) + (letter.codePointAt(0) ?? 0)) | 0, 7);
