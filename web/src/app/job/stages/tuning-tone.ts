/** The pitch of a meter, so that one tunes without looking. It sounds from when it is switched on until it is switched off. */
export class TuningTone {
  private context: AudioContext | undefined;
  private oscillator: OscillatorNode | undefined;

  /** Begins to sound; a browser lets it only after a press. */
  on(hz: number): void {
    this.context ??= new AudioContext();
    void this.context.resume();
    const oscillator = this.context.createOscillator();
    const gain = this.context.createGain();
    gain.gain.value = 0.06;
    oscillator.frequency.value = hz;
    oscillator.connect(gain).connect(this.context.destination);
    oscillator.start();
    this.oscillator = oscillator;
  }

  /** Goes over to another pitch without a click. */
  to(hz: number): void {
    this.oscillator?.frequency.setTargetAtTime(hz, this.context?.currentTime ?? 0, 0.02);
  }

  off(): void {
    this.oscillator?.stop();
    this.oscillator?.disconnect();
    this.oscillator = undefined;
  }
}
