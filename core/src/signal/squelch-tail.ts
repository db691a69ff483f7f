/** Length of a block in seconds: a tail is told to about so much. */
const blockS = 0.005;
/** A tone, and the quiet after a tail, last at least so many blocks. */
const [leastTone, leastQuiet] = [20, 4];
/** So far below the loudest of the last seconds, nothing is heard any more. */
const quietShare = 1e-2;
/** A block is tone when this much of its power lies in the tone. */
const toneShare = 0.5;
/** The loudest is forgotten by this factor a block: in some seconds. */
const forgotten = 0.998;

type Heard = 'tone' | 'noise' | 'quiet';

/**
 * Squelch tails: the noise that is heard after a carrier with a tone has gone and before the squelch closes. In blocks of 5 ms each is told to
 * be tone, noise or quiet; a tail is a run of noise between a tone of a tenth of a second and quiet.
 */
export class SquelchTail {
  /** The tone as it is known so far. */
  toneHz = 1000;
  readonly tailsS: number[] = [];
  private readonly length: number;
  private readonly block: Float64Array;
  private held = 0;
  private loudest = 0;
  private tone = 0;
  private noise = 0;
  private quiet = 0;

  constructor(private readonly sampleRateHz: number) {
    this.length = Math.max(8, Math.round(sampleRateHz * blockS));
    this.block = new Float64Array(this.length);
  }

  push(samples: ArrayLike<number>): void {
    for (let k = 0, n = samples.length; k < n; k += 1) {
      this.block[this.held] = samples[k] as number;
      this.held += 1;
      if (this.held < this.length) continue;
      this.held = 0;
      this.take(this.heard());
    }
  }

  private heard(): Heard {
    const { block, length } = this;
    const turn = (2 * Math.PI * this.toneHz) / this.sampleRateHz;
    let [power, re, im] = [0, 0, 0];
    for (let k = 0; k < length; k += 1) {
      const x = block[k] as number;
      power += x * x;
      re += x * Math.cos(turn * k);
      im += x * Math.sin(turn * k);
    }
    power /= length;
    this.loudest = Math.max(power, this.loudest * forgotten);
    if (power <= quietShare * this.loudest) return 'quiet';
    return (2 * (re * re + im * im)) / length ** 2 >= toneShare * power ? 'tone' : 'noise';
  }

  private take(heard: Heard): void {
    if (heard === 'tone') {
      // A single block that looks like a tone in the middle of noise is chance.
      this.tone = this.noise > 2 ? 1 : this.tone + 1;
      this.noise = 0;
      this.quiet = 0;
    } else if (heard === 'noise') {
      this.noise += 1 + this.quiet;
      this.quiet = 0;
    } else {
      this.quiet += 1;
      if (this.quiet !== leastQuiet) return;
      if (this.tone >= leastTone && this.noise > 0) this.tailsS.push(this.noise * blockS);
      this.tone = 0;
      this.noise = 0;
    }
  }
}
